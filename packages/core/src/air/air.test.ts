import fc from 'fast-check';
import {
  calibratedAirspeed,
  densityOfAir,
  equivalentAirspeed,
  heightOfDensity,
  pressureAltitude,
  saturation,
  speedOfSound,
  standardAir,
  trueAirspeed,
} from './index.ts';

const value = <T>(
  found: { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: { code: string } },
): T => {
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};

/** Rows of the tables of ICAO Doc 7488, by geopotential height: Pa, kg/m³. */
test.each([
  [-5000, 177_687, 1.93047],
  [0, 101_325, 1.225],
  [1000, 89_874.6, 1.11164],
  [5000, 54_019.9, 0.736116],
  [11_000, 22_632, 0.363918],
  [15_000, 12_044.6, 0.193674],
  [20_000, 5474.88, 0.0880349],
])('the standard atmosphere at %i m is that of the tables', (height, pressure, density) => {
  const air = value(standardAir(height));
  expect(air.pressure / pressure).toBeCloseTo(1, 5);
  expect(air.density / density).toBeCloseTo(1, 5);
  expect(value(pressureAltitude(air.pressure))).toBeCloseTo(height, 3);
  expect(
    value(heightOfDensity({ pressure: air.pressure, temperature: air.temperature - 273.15 })),
  ).toBeCloseTo(height, 3);
});

test('pressure falls as the weight of the air between, whatever height (second route: the column summed up)', () => {
  let pressure = value(standardAir(0)).pressure;
  const step = 1;
  for (let height = 0; height < 20_000; height += step) {
    // Middle of the step: the next density is not known before the pressure is.
    const { density, temperature } = value(standardAir(height + step / 2));
    expect(temperature).toBeGreaterThan(216);
    pressure -= density * 9.80665 * step;
    if ((height + step) % 2500 === 0)
      expect(pressure / value(standardAir(height + step)).pressure).toBeCloseTo(1, 6);
  }
});

test('damp air is lighter, by as much as the molecules of its vapour are', () => {
  const dry = { pressure: 101_325, temperature: 30 };
  expect(saturation(20)).toBeCloseTo(2333, 0);
  // Second route: masses of 28.9644 and 18.0153 g/mol in their shares.
  for (const humidity of [0.25, 0.5, 1]) {
    const vapour = humidity * saturation(30);
    const mass = (28.9644 * (dry.pressure - vapour) + 18.0153 * vapour) / dry.pressure;
    const wanted = (dry.pressure * mass) / (8314.32 * 303.15);
    expect(value(densityOfAir({ ...dry, humidity })) / wanted).toBeCloseTo(1, 5);
  }
  expect(value(heightOfDensity({ pressure: 90_000, temperature: 25 }))).toBeCloseTo(1561.77, 1);
  expect(value(heightOfDensity({ pressure: 90_000, temperature: 25, humidity: 0.9 }))).toBeCloseTo(
    1682.37,
    1,
  );
});

const anyAir = fc.record({
  pressure: fc.double({ min: 20_000, max: 105_000, noNaN: true }),
  temperature: fc.double({ min: -60, max: 45, noNaN: true }),
});

test('there and back is the same speed, and at the sea on a standard day all three are one (property)', () => {
  fc.assert(
    fc.property(anyAir, fc.double({ min: 0, max: 150, noNaN: true }), (air, shown) => {
      const speed = value(trueAirspeed(shown, air));
      expect(value(calibratedAirspeed(speed, air))).toBeCloseTo(shown, 6);
    }),
  );
  const sea = { pressure: 101_325, temperature: 15 };
  for (const speed of [20, 100, 300])
    expect([value(trueAirspeed(speed, sea)), value(equivalentAirspeed(speed, sea))]).toEqual([
      expect.closeTo(speed, 5) as number,
      expect.closeTo(speed, 5) as number,
    ]);
});

test('slow, it is the root of the density, and compressibility only ever takes from what is shown (property)', () => {
  fc.assert(
    fc.property(anyAir, fc.double({ min: 1, max: 25, noNaN: true }), (air, shown) => {
      const share = Math.sqrt(value(densityOfAir(air)) / 1.225);
      // Below 25 m/s compressibility is less than a thousandth.
      expect((value(trueAirspeed(shown, air)) * share) / shown).toBeCloseTo(1, 2);
    }),
  );
  fc.assert(
    fc.property(
      fc.record({
        pressure: fc.double({ min: 20_000, max: 100_000, noNaN: true }),
        temperature: fc.double({ min: -60, max: 45, noNaN: true }),
      }),
      fc.double({ min: 60, max: 140, noNaN: true }),
      (air, shown) => {
        const speed = value(trueAirspeed(shown, air));
        expect(value(equivalentAirspeed(speed, air))).toBeLessThan(shown);
      },
    ),
  );
  expect(value(trueAirspeed(100, { pressure: 70_000, temperature: 0 }))).toBeCloseTo(116.594, 3);
  expect(value(equivalentAirspeed(116.594, { pressure: 70_000, temperature: 0 }))).toBeCloseTo(99.535, 3);
  expect(speedOfSound(288.15)).toBeCloseTo(340.294, 3);
});

test('what is no air and no speed is refused by name', () => {
  const code = (found: { readonly ok: boolean; readonly error?: { code: string } }) => found.error?.code;
  const air = { pressure: 90_000, temperature: 10 };
  expect([
    code(standardAir(20_001)),
    code(standardAir(Number.NaN)),
    code(pressureAltitude(5000)),
    code(densityOfAir({ ...air, temperature: 61 })),
    code(densityOfAir({ ...air, humidity: 1.1 })),
    code(heightOfDensity({ ...air, pressure: 1013 })),
    code(trueAirspeed(-1, air)),
    code(trueAirspeed(341, air)),
    code(trueAirspeed(300, { pressure: 20_000, temperature: -50 })),
    code(calibratedAirspeed(400, air)),
    code(equivalentAirspeed(Number.NaN, air)),
  ]).toEqual([
    'heightBeyondAtmosphere',
    'heightBeyondAtmosphere',
    'pressureOfNoAir',
    'airOfNoDay',
    'airOfNoDay',
    'airOfNoDay',
    'speedOfNothing',
    'speedSupersonic',
    'speedSupersonic',
    'speedSupersonic',
    'speedOfNothing',
  ]);
});
