import fc from 'fast-check';
import { coldAgreement, densityAltitude, densityShare, fullPowerToday } from './index.ts';

describe('cold sensors', () => {
  const agree = (shows: readonly number[], air = 9) => {
    const said = coldAgreement(
      shows.map((value, i) => ({ name: `s${i + 1}`, shows: value })),
      air,
    );
    return said.ok ? said.value : said.error.code;
  };

  test('the example of the docstring: the fourth is 14.5 off, and the whole half a degree above the air', () => {
    expect(agree([9, 10, 9, 24])).toEqual({
      together: 9.5,
      aboveAir: 0.5,
      furthest: { name: 's4', by: 14.5 },
    });
  });

  test('an engine that is warm still agrees with itself, and not with the air', () => {
    expect(agree([38, 39, 38, 39])).toMatchObject({ aboveAir: 29.5, furthest: { by: -0.5 } });
  });

  test('one that lies is found wherever it sits and whichever way it lies, if two others tell the truth', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 2, maxLength: 30 }),
        fc.nat(30),
        fc.oneof(
          fc.double({ min: 5, max: 200, noNaN: true }),
          fc.double({ min: -200, max: -5, noNaN: true }),
        ),
        (truth, where, lie) => {
          const all = truth.map((x) => 9 + x);
          const at = where % (all.length + 1);
          all.splice(at, 0, 9 + lie);
          const said = agree(all);
          expect(typeof said === 'string' ? said : said.furthest.name).toBe(`s${at + 1}`);
        },
      ),
    );
  });

  test('of two nobody knows which one lies, and a figure that is none is refused', () => {
    expect(agree([9, 30])).toBe('coldTooFew');
    expect(agree([])).toBe('coldTooFew');
    expect(agree([9, 9, NaN])).toBe('notFinite');
    expect(agree([9, 9, 9], NaN)).toBe('notFinite');
  });
});

describe('full power today', () => {
  const BOOK = { speed: 2400, manifold: 28.5, flow: 60 };
  const of = (
    pressure: number,
    temperature: number,
    propeller: 'fixed' | 'governed' = 'fixed',
    charged = false,
  ) => {
    const said = fullPowerToday(BOOK, { pressure, temperature }, { propeller, charged });
    return said.ok ? said.value : said.error.code;
  };
  const speedOf = (said: ReturnType<typeof of>) => (typeof said === 'string' ? NaN : said.speed);

  test('on a standard day at the sea it is what the book says, of whatever kind', () => {
    for (const propeller of ['fixed', 'governed'] as const)
      for (const charged of [false, true]) {
        const said = of(1013.25, 15, propeller, charged);
        expect(said).toEqual({ speed: 2400, manifold: 28.5, flow: 60 });
      }
    expect(densityShare({ pressure: 1013.25, temperature: 15 })).toBe(1);
    expect(densityAltitude({ pressure: 1013.25, temperature: 15 })).toBeCloseTo(0, 9);
  });

  test('the example of the docstring', () => {
    const said = of(900, 25);
    if (typeof said === 'string') throw new Error(said);
    expect(said.speed).toBeCloseTo(2374, 0);
    expect(said.manifold).toBeCloseTo(25.3, 1);
    expect(said.flow).toBeCloseTo(51.8, 1);
  });

  test('density altitude is the height at which the standard atmosphere is as dense', () => {
    for (const height of [0, 1500, 5000, 9000]) {
      const kelvin = 288.15 - 0.0065 * (height / 3.28084);
      const pressure = 1013.25 * (kelvin / 288.15) ** 5.25588;
      expect(densityAltitude({ pressure, temperature: kelvin - 273.15 })).toBeCloseTo(height, -1);
    }
  });

  test('a second route: blades and engine let run until they balance come to the same speed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 700, max: 1050 }),
        fc.integer({ min: -30, max: 45 }),
        (pressure, temperature) => {
          const density = (pressure * 288.15) / (1013.25 * (temperature + 273.15));
          let speed = 1000;
          for (let i = 0; i < 4000; i += 1) {
            const engine = 1.132 * density - 0.132;
            const blades = density * (speed / 2400) ** 2;
            speed += 10 * (engine - blades);
          }
          expect(speedOf(of(pressure, temperature))).toBeCloseTo(speed, 1);
        },
      ),
      { numRuns: 40 },
    );
  });

  test('a governor holds the speed, a charger the manifold; warm air costs flow all the same', () => {
    expect(speedOf(of(900, 25, 'governed'))).toBe(2400);
    expect(of(900, 25, 'governed', true)).toMatchObject({ speed: 2400, manifold: 28.5 });
    const [cool, warm] = [of(900, 5, 'governed', true), of(900, 35, 'governed', true)];
    expect(typeof cool !== 'string' && typeof warm !== 'string' && (cool.flow ?? 0) > (warm.flow ?? 0)).toBe(
      true,
    );
  });

  test('air that is on no field, and a book without figures, are refused by name', () => {
    expect(of(499, 15)).toBe('airNotOnGround');
    expect(of(1091, 15)).toBe('airNotOnGround');
    expect(of(1000, 61)).toBe('airNotOnGround');
    expect(of(1000, -61)).toBe('airNotOnGround');
    expect(of(NaN, 15)).toBe('airNotOnGround');
    const none = fullPowerToday(
      { speed: 0 },
      { pressure: 1000, temperature: 15 },
      { propeller: 'fixed', charged: false },
    );
    expect(none.ok ? '' : none.error.code).toBe('bookPowerNone');
    expect(
      fullPowerToday(
        { speed: 2400 },
        { pressure: 1000, temperature: 15 },
        { propeller: 'governed', charged: false },
      ),
    ).toEqual({
      ok: true,
      value: { speed: 2400 },
    });
  });
});
