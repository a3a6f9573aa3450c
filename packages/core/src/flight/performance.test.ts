import fc from 'fast-check';
import { densityOfAir, standardAir } from '../air/atmosphere.ts';
import { climbOf, trueRate, type ClimbStretch } from './climb.ts';
import { bestAgainst, glideOf, polarOf, sinkAt, type GlideStretch } from './glide.ts';
import { hotDay, onHotDay } from './hot-day.ts';
import { runFactors, runReduced, runToday, type TakeOffDay } from './take-off.ts';
import { turnBackOf, type TurnBack } from './turn-back.ts';

const had = <T>(found: { ok: true; value: T } | { ok: false; error: { code: string } }): T => {
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};
const code = (found: {
  ok: boolean;
  error?: { code: string; params: Readonly<Record<string, unknown>> };
}): unknown =>
  found.error ? [found.error.code, found.error.params['row'] ?? found.error.params['run'] ?? ''] : ['ok', ''];
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const G = 9.80665;

describe('climb', () => {
  const stretch = (change: Partial<ClimbStretch> = {}): ClimbStretch => ({
    from: 850,
    to: 1150,
    seconds: 60,
    temperature: 20,
    mass: 600,
    ...change,
  });

  test('the true rate is that of the column of air that lies between the pressures (property)', () => {
    expect(had(trueRate(stretch()))).toBeCloseTo((5 * 293.15) / 281.65, 6);
    fc.assert(
      fc.property(between(0, 4000), between(20, 200), between(-20, 35), (from, up, temperature) => {
        const to = from + up;
        // Second route: weight of the air between the two pressures, by its density at that temperature.
        const [low, high] = [had(standardAir(from)).pressure, had(standardAir(to)).pressure];
        const density = had(densityOfAir({ pressure: Math.sqrt(low * high), temperature }));
        const rate = had(trueRate({ from, to, seconds: 30, temperature, mass: 600 }));
        expect(rate * 30).toBeCloseTo((low - high) / (density * G), 1);
      }),
    );
  });

  test('rates on a line over density altitude are found again, at any mass, whatever the day (property)', () => {
    fc.assert(
      fc.property(
        between(2, 8),
        between(0.0004, 0.0012),
        fc.array(fc.tuple(between(0, 2500), between(-10, 30), between(500, 650)), {
          minLength: 3,
          maxLength: 8,
        }),
        between(0, 1),
        (sea, slope, drawn, where) => {
          const reference = 600;
          const stretches = drawn.map(([middle, temperature, mass]) => {
            const standard = had(standardAir(middle));
            const density = had(densityOfAir({ pressure: standard.pressure, temperature }));
            // Where a standard day is as thin: by halving, not by the formula.
            let [low, high] = [-3000, 6000];
            for (let i = 0; i < 60; i += 1) {
              const h = (low + high) / 2;
              if (had(standardAir(h)).density > density) low = h;
              else high = h;
            }
            const rate = ((sea - slope * low) * reference) / mass;
            const seconds = 60;
            const shown = (rate * seconds * standard.temperature) / (temperature + 273.15);
            return { from: middle - shown / 2, to: middle + shown / 2, seconds, temperature, mass, at: low };
          });
          const heights = stretches.map((s) => s.at);
          const [low, high] = [Math.min(...heights), Math.max(...heights)];
          fc.pre(high - low > 200 && stretches.every((s) => s.to - s.from > 5));
          const climb = had(climbOf(stretches, reference));
          const h = low + where * (high - low);
          expect(had(climb.at(h))).toBeCloseTo(sea - slope * h, 6);
          expect(climb.scatter).toBeCloseTo(0, 6);
        },
      ),
    );
  });

  test('at one height it is the middle of them, and nothing is said of another', () => {
    const climb = had(climbOf([stretch({ seconds: 60 }), stretch({ seconds: 50 }), stretch()], 600));
    expect(climb.slope).toBeUndefined();
    const [{ height = 0 } = {}] = climb.stretches;
    expect(had(climb.at(height))).toBeCloseTo((5.204 + 6.245 + 5.204) / 3, 2);
    expect(code(climb.at(height + 149))).toEqual(['ok', '']);
    expect(code(climb.at(height + 151))).toEqual(['climbBeyond', '']);
    // Two stretches tell no scatter.
    expect(had(climbOf([stretch(), stretch()], 600)).scatter).toBeUndefined();
    // Ten in six hundred lighter climbs better; reduced, it is said by how much.
    expect(had(climbOf([stretch({ mass: 590 })], 600)).byMass).toBeCloseTo(5.204 / 60, 3);
  });

  test('what is no climb is refused by its row', () => {
    expect([
      code(climbOf([], 600)),
      code(climbOf([stretch(), stretch({ seconds: 19.9 })], 600)),
      code(climbOf([stretch({ to: 850 })], 600)),
      code(climbOf([stretch({ mass: 0 })], 600)),
      code(climbOf([stretch()], Number.NaN)),
      code(climbOf([stretch({ temperature: 90 })], 600)),
    ]).toEqual([
      ['climbNone', ''],
      ['climbShort', 2],
      ['climbNoHeight', 1],
      ['stallMass', ''],
      ['stallMass', ''],
      ['airOfNoDay', ''],
    ]);
  });
});

describe('the hot day', () => {
  test('it is the one of the practice, in its own units, and a head is warmer by as much as the air', () => {
    // 100 °F at the sea, 82 °F at 5000 ft, 64 °F at 10 000 ft.
    expect([0, 1524, 3048].map((h) => Math.round((had(hotDay(h)) * 1.8 + 32) * 1e6) / 1e6)).toEqual([
      100, 82, 64,
    ]);
    expect(had(onHotDay({ temperature: 196, air: 10, altitude: 1524 }))).toBeCloseTo(213.78, 2);
    expect([
      code(hotDay(12_000)),
      code(onHotDay({ temperature: 200, air: 80, altitude: 0 })),
      code(onHotDay({ temperature: Number.NaN, air: 8, altitude: 0 })),
    ]).toEqual([
      ['heightBeyondAtmosphere', ''],
      ['airOfNoDay', ''],
      ['airOfNoDay', ''],
    ]);
  });
});

describe('glide', () => {
  /** What an aircraft of 12 m² glides at a lift coefficient, by forces; heights as an altimeter shows them. */
  const flown = (
    [drag, induced]: readonly [number, number],
    speed: number,
    mass: number,
    middle: number,
    temperature: number,
  ): GlideStretch => {
    const standard = had(standardAir(middle));
    const density = had(densityOfAir({ pressure: standard.pressure, temperature }));
    const pressure = 0.5 * 1.225 * speed ** 2;
    const lift = (mass * G) / (pressure * 12);
    const angle = (drag + induced * lift ** 2) / lift;
    const sink = speed * Math.sqrt(1.225 / density) * angle;
    const seconds = 60;
    const shown = (sink * seconds * standard.temperature) / (temperature + 273.15);
    return { speed, from: middle + shown / 2, to: middle - shown / 2, seconds, temperature, mass };
  };

  test('from any height, day and mass the same aircraft is found, its best by trying every speed (property)', () => {
    fc.assert(
      fc.property(
        between(0.015, 0.05),
        between(0.03, 0.08),
        fc.array(fc.tuple(between(22, 45), between(450, 650), between(300, 3000), between(-15, 30)), {
          minLength: 3,
          maxLength: 8,
        }),
        (drag, induced, drawn) => {
          const speeds = drawn.map(([v, m]) => v * Math.sqrt(600 / m));
          fc.pre(Math.max(...speeds) / Math.min(...speeds) > 1.3);
          const glide = had(
            glideOf(
              drawn.map(([v, m, h, t]) => flown([drag, induced], v, m, h, t)),
              600,
            ),
          );
          expect(glide.polar.best.ratio).toBeCloseTo(1 / (2 * Math.sqrt(drag * induced)), 5);
          let [ratio, speed, least] = [0, 0, Infinity];
          for (let v = 10; v < 90; v += 0.05) {
            const sink = sinkAt(glide.polar, v);
            if (v / sink > ratio) [ratio, speed] = [v / sink, v];
            least = Math.min(least, sink);
          }
          expect(glide.polar.best.speed).toBeCloseTo(speed, 0);
          expect(glide.polar.slowest.sink).toBeCloseTo(least, 4);
          expect(glide.enclosed).toBe(
            glide.polar.best.speed >= Math.min(...speeds) && glide.polar.best.speed <= Math.max(...speeds),
          );
        },
      ),
    );
  });

  test('against the wind it is faster, from behind slower: as trying every speed finds (property)', () => {
    const polar = had(polarOf(2e-5, 30));
    expect(polar.best.speed).toBeCloseTo(34.996, 2);
    expect(polar.best.ratio).toBeCloseTo(20.412, 2);
    fc.assert(
      fc.property(between(-20, 30), (headwind) => {
        const found = bestAgainst(polar, headwind);
        let best = { ratio: -Infinity, speed: 0 };
        for (let v = polar.slowest.speed; v < 2.5 * polar.best.speed; v += 0.01) {
          const ratio = (v - headwind) / sinkAt(polar, v);
          if (ratio > best.ratio) best = { ratio, speed: v };
        }
        expect(found?.ratio).toBeCloseTo(best.ratio, 4);
      }),
    );
    expect(bestAgainst(polar, 0)?.speed).toBeCloseTo(polar.best.speed, 4);
    expect(bestAgainst(polar, 90)).toBeUndefined();
  });

  test('three points leave nothing over to tell a scatter by; what is no glide is refused', () => {
    const at = (v: number, change: Partial<GlideStretch> = {}): GlideStretch => ({
      ...flown([0.025, 0.05], v, 600, 1000, 15),
      ...change,
    });
    expect(had(glideOf([at(24), at(30), at(40)], 600)).scatter).toBeUndefined();
    const four = had(glideOf([at(24), at(30), at(40), at(40, { seconds: 66 })], 600));
    expect(four.scatter).toBeGreaterThan(0.05);
    expect([
      code(glideOf([at(24), at(30)], 600)),
      code(glideOf([at(24), at(25), at(26)], 600)),
      code(glideOf([at(24), at(30), at(40, { seconds: 5 })], 600)),
      code(glideOf([at(24), at(30, { from: 900, to: 950 }), at(40)], 600)),
      code(glideOf([at(24), at(30), at(40)], 0)),
      // Faster sinks less, all the way: no wing does.
      code(
        glideOf(
          [at(24, { from: 1100, to: 900 }), at(30, { from: 1050, to: 950 }), at(40, { from: 1010, to: 990 })],
          600,
        ),
      ),
    ]).toEqual([
      ['glideTooFew', ''],
      ['glideSpeedsAlike', ''],
      ['climbShort', 3],
      ['glideNotDown', 2],
      ['stallMass', ''],
      ['glideNoPolar', ''],
    ]);
  });
});

describe('the take-off run', () => {
  const STANDARD = { pressure: 101_325, temperature: 15 };
  const day = (change: Partial<TakeOffDay> = {}): TakeOffDay => ({
    mass: 600,
    air: STANDARD,
    headwind: 0,
    liftOff: 25,
    slope: 0,
    surface: 1,
    ...change,
  });

  test('mass and air are those of a body that is pulled along until it lifts (property)', () => {
    fc.assert(
      fc.property(between(450, 750), between(850, 1050), between(-20, 40), (mass, hPa, temperature) => {
        const air = { pressure: 100 * hPa, temperature };
        const density = had(densityOfAir(air));
        // Second route: in steps, thrust by density, until the wing carries the mass.
        const runOf = (m: number, rho: number): number => {
          const lifts = Math.sqrt((2 * m * G) / (rho * 12 * 1.57));
          let [x, v] = [0, 0];
          const dt = 0.002;
          while (v < lifts) [x, v] = [x + v * dt, v + ((1500 * (rho / 1.225)) / m) * dt];
          return x;
        };
        const { mass: byMass, air: byAir } = had(runFactors(600, day({ mass, air })));
        expect((byMass * byAir * runOf(600, 1.225)) / runOf(mass, density)).toBeCloseTo(1, 2);
      }),
      { numRuns: 30 },
    );
  });

  test('half of a wind ahead counts, half as much again from behind; uphill costs, downhill gives nothing', () => {
    const wind = (headwind: number): number => had(runFactors(600, day({ headwind }))).wind;
    expect(wind(5)).toBeCloseTo(0.9 ** 1.85, 7);
    expect(wind(-5)).toBeCloseTo(1.3 ** 1.85, 7);
    const slope = (s: number): number => had(runFactors(600, day({ slope: s }))).slope;
    expect([slope(0.02), slope(0), slope(-0.02)]).toEqual([1.1, 1, 1]);
    const today = had(runToday(200, 600, day({ surface: 1.3, mass: 660 })));
    expect([today.run, today.half.at]).toEqual([
      expect.closeTo(200 * 1.3 * 1.21, 4),
      expect.closeTo(100 * 1.3 * 1.21, 4),
    ]);
    expect(today.half.share).toBeCloseTo(0.7071, 4);
  });

  test('a run that is reduced gives, expected again on that day without wind, what was measured (property)', () => {
    fc.assert(
      fc.property(between(100, 900), between(500, 700), between(-10, 35), (measured, mass, temperature) => {
        const on = day({ mass, air: { ...STANDARD, temperature }, surface: 1.2, slope: 0.01 });
        const book = had(runReduced(measured, 600, on));
        expect(had(runToday(book, 600, on)).run).toBeCloseTo(measured, 6);
      }),
    );
    // All of the wind there was, since it was measured.
    expect(had(runReduced(160, 600, day({ headwind: 5 })))).toBeCloseTo(160 / 0.8 ** 1.85, 4);
  });

  test('what is no take-off is refused by name', () => {
    expect([
      code(runFactors(0, day())),
      code(runFactors(600, day({ liftOff: 0 }))),
      code(runFactors(600, day({ headwind: 25 }))),
      code(runFactors(600, day({ slope: 0.11 }))),
      code(runFactors(600, day({ surface: 0.9 }))),
      code(runToday(0, 600, day())),
      code(runReduced(Number.NaN, 600, day())),
      code(runFactors(600, day({ air: { pressure: 101_325, temperature: 99 } }))),
    ]).toEqual(
      [
        'stallMass',
        'runSpeed',
        'runNoWind',
        'runSlope',
        'runSurface',
        'runNone',
        'runNone',
        'airOfNoDay',
      ].map((c) => [c, '']),
    );
  });
});

describe('the turn back', () => {
  const turn = (lost: number, turned = 210): TurnBack => ({ from: 900, to: 900 - lost, turned });
  const PLAIN = { surprise: 4, sink: 2.5, share: 0.5 };

  test('the worst counts, made of the turn that is needed, with surprise and a share on top', () => {
    const one = had(turnBackOf([turn(90)], 210, PLAIN));
    expect([one.worst, one.lowest, one.scatter]).toEqual([90, 150, undefined]);
    const three = had(turnBackOf([turn(90), turn(80, 180), turn(100)], 210, PLAIN));
    expect(three.losses).toEqual([90, expect.closeTo(93.33, 2), 100]);
    expect([three.worst, three.lowest]).toEqual([100, 165]);
    expect(three.scatter).toBeGreaterThan(0);
    expect(had(turnBackOf([turn(90)], 240, { surprise: 0, sink: 0, share: 0 })).lowest).toBeCloseTo(
      (90 * 240) / 210,
      9,
    );
  });

  test('what is no turn back is refused by its row', () => {
    expect([
      code(turnBackOf([], 210, PLAIN)),
      code(turnBackOf([turn(90), turn(90, 149)], 210, PLAIN)),
      code(turnBackOf([turn(90, 150)], 210, PLAIN)),
      code(turnBackOf([turn(-1)], 210, PLAIN)),
      code(turnBackOf([turn(90)], 90, PLAIN)),
      code(turnBackOf([turn(90)], 210, { ...PLAIN, surprise: -1 })),
    ]).toEqual([
      ['turnsNone', ''],
      ['turnTooShort', 2],
      ['ok', ''],
      ['turnNotDown', 1],
      ['turnTooShort', 0],
      ['turnAllowance', ''],
    ]);
  });
});
