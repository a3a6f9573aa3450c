import fc from 'fast-check';
import { callsOf, type CalledDown } from './energy-calls.ts';
import { hoverOf, type HoverRun } from './hover.ts';
import { transitionsOf } from './transition.ts';
import type { Reason } from '../reasons/reason.ts';
import type { Result } from '../result.ts';

const had = <T>(result: Result<T, Reason>): T => {
  if (!result.ok) throw new Error(result.error.code);
  return result.value;
};
const code = (result: Result<unknown, Reason>): string => (result.ok ? 'none' : result.error.code);
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

const RUN: HoverRun = {
  volts: 22,
  currents: [9, 9, 9, 9, 9, 9],
  mass: 9,
  discs: 6,
  diameter: 0.45,
  air: { pressure: 101_325, temperature: 15 },
};

/** The least power of a hover by another way: the speed of the air through a disc is sought by halving until its momentum lifts the mass. */
function leastBySearch({ mass, discs, diameter, air }: HoverRun): number {
  const density = air.pressure / (287.053 * (air.temperature + 273.15));
  const area = (discs * Math.PI * diameter ** 2) / 4;
  const weight = mass * 9.80665;
  let [low, high] = [0, 200];
  for (let i = 0; i < 80; i += 1) {
    const v = (low + high) / 2;
    if (2 * density * area * v ** 2 < weight) low = v;
    else high = v;
  }
  return weight * low;
}

describe('the power of a hover', () => {
  test('the worked example', () => {
    const { power, ideal, merit, odd, beyond } = had(hoverOf(RUN));
    expect([power, Math.round(ideal), Math.round(100 * merit)]).toEqual([1188, 542, 46]);
    expect(odd).toBe(0);
    expect(beyond).toBeUndefined();
  });

  test('the least that physics asks, by a search for the speed of the air; less than it is refused (property)', () => {
    fc.assert(
      fc.property(
        between(0.3, 40),
        fc.integer({ min: 2, max: 8 }),
        between(0.1, 1.2),
        between(80_000, 104_000),
        between(-20, 40),
        between(0.5, 4),
        (mass, motors, diameter, pressure, temperature, times) => {
          const run = { ...RUN, mass, discs: motors, diameter, air: { pressure, temperature } };
          const least = leastBySearch(run);
          const of = (power: number): HoverRun => ({
            ...run,
            currents: Array.from({ length: motors }, () => power / run.volts / motors),
          });
          if (times < 0.999) expect(code(hoverOf(of(least * times)))).toBe('hoverImpossible');
          if (times > 1.001) {
            const { ideal, power, apart } = had(hoverOf(of(least * times)));
            expect(ideal / least).toBeCloseTo(1, 3);
            expect(power / ideal).toBeCloseTo(times, 2);
            expect(Math.max(...apart.map(Math.abs))).toBeLessThan(1e-9);
          }
        },
      ),
    );
  });

  test('the motor that takes more or less than the others is named, wherever it sits (property)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5 }), fc.constantFrom(-0.3, -0.1, 0.05, 0.1, 0.4), (at, by) => {
        const currents = RUN.currents.map((a, i) => (i === at ? a * (1 + by) : a));
        const { odd, apart } = had(hoverOf({ ...RUN, currents }));
        expect(odd).toBe(at);
        // Its share of the mean, which it moves itself by a sixth.
        expect(apart[at]).toBeCloseTo((1 + by) / (1 + by / 6) - 1, 9);
        expect(apart.reduce((a, b) => a + b, 0)).toBeCloseTo(0, 9);
      }),
    );
  });

  test('beside the book: heavier and in thinner air it takes more, and that is not held against it', () => {
    const book = { power: 1188, mass: 9 };
    expect(had(hoverOf(RUN, book)).beyond).toBeCloseTo(0, 4);
    // A third more mass is 1.5396 times the power; in air of 0.9 of the density it is 1.0541 times.
    const heavy = { ...RUN, mass: 12, currents: RUN.currents.map((a) => a * (4 / 3) ** 1.5) };
    expect(had(hoverOf(heavy, book)).beyond).toBeCloseTo(0, 4);
    const thin = {
      ...RUN,
      air: { ...RUN.air, pressure: 0.9 * RUN.air.pressure },
      currents: RUN.currents.map((a) => a / Math.sqrt(0.9)),
    };
    expect(had(hoverOf(thin, book)).beyond).toBeCloseTo(0, 4);
    expect(had(hoverOf({ ...RUN, currents: RUN.currents.map((a) => 1.2 * a) }, book)).beyond).toBeCloseTo(
      0.2,
      4,
    );
  });

  test('what is none is refused', () => {
    expect(code(hoverOf({ ...RUN, currents: [9] }))).toBe('hoverMotors');
    for (const bad of [0, -1, NaN, Infinity])
      expect([code(hoverOf({ ...RUN, volts: bad })), code(hoverOf({ ...RUN, diameter: bad }))]).toEqual([
        'hoverFigures',
        'hoverFigures',
      ]);
    expect(code(hoverOf({ ...RUN, currents: [9, NaN] }))).toBe('hoverFigures');
    expect(code(hoverOf(RUN, { power: 0, mass: 9 }))).toBe('hoverFigures');
    // A diameter in metres where millimetres are meant: nothing hovers on a disc of half a millimetre.
    expect(code(hoverOf({ ...RUN, diameter: 0.000_45 }))).toBe('hoverImpossible');
  });
});

describe('transitions', () => {
  test('the worked example, and one alone', () => {
    const ways = [
      { seconds: 6, from: 80, lowest: 77, speed: 21 },
      { seconds: 8, from: 80, lowest: 75 },
    ];
    expect(had(transitionsOf(ways, 15))).toEqual({
      longest: 8,
      lost: 5,
      apart: 2,
      margin: expect.closeTo(0.4) as number,
    });
    expect(had(transitionsOf(ways.slice(1), 15))).toEqual({
      longest: 8,
      lost: 5,
      apart: undefined,
      margin: undefined,
    });
    // One that climbs away loses nothing, and makes up for nothing of another.
    expect(had(transitionsOf([{ seconds: 5, from: 80, lowest: 84 }], 15)).lost).toBe(0);
  });

  test('one more transition never makes the worst of them better (property)', () => {
    const way = fc.record({
      seconds: between(0.5, 60),
      from: between(0, 200),
      lowest: between(0, 200),
      speed: fc.option(between(1, 40), { nil: undefined }),
    });
    fc.assert(
      fc.property(fc.array(way, { minLength: 1, maxLength: 6 }), way, (ways, one) => {
        const [before, after] = [had(transitionsOf(ways, 15)), had(transitionsOf([...ways, one], 15))];
        expect(after.longest).toBeGreaterThanOrEqual(before.longest);
        expect(after.lost).toBeGreaterThanOrEqual(Math.max(before.lost, one.from - one.lowest));
        expect(after.apart ?? -1).toBeGreaterThanOrEqual(before.apart ?? 0);
        if (before.margin !== undefined) expect(after.margin).toBeLessThanOrEqual(before.margin);
      }),
    );
  });

  test('what is none is refused by its row', () => {
    expect(code(transitionsOf([], 15))).toBe('transitionNone');
    expect(code(transitionsOf([{ seconds: 5, from: 80, lowest: 79 }], 0))).toBe('stallSpeed');
    const refused = transitionsOf(
      [
        { seconds: 5, from: 80, lowest: 79 },
        { seconds: 0, from: 80, lowest: 79 },
      ],
      15,
    );
    expect(refused).toMatchObject({ ok: false, error: { code: 'transitionFigures', params: { row: 2 } } });
    expect(code(transitionsOf([{ seconds: 5, from: 80, lowest: NaN }], 15))).toBe('transitionFigures');
  });
});

describe('calls of timer and low voltage', () => {
  const FLIGHT: CalledDown = {
    timerSet: 4,
    timerHeard: 4,
    warningSet: 3.5,
    landed: 5,
    lowest: 3.6,
    putBack: 0.625,
  };

  test('the worked example', () => {
    expect(had(callsOf(FLIGHT))).toEqual({
      takes: expect.closeTo(6.4) as number,
      unheard: [],
      timerLate: 0,
      warningBelow: undefined,
    });
  });

  test('what should have been heard and was not is told; on the edge, as it is written', () => {
    const { timerHeard: _, ...silent } = FLIGHT;
    expect(had(callsOf(silent)).unheard).toEqual(['timer']);
    expect(had(callsOf({ ...silent, landed: 4 })).unheard).toEqual([]);
    expect(had(callsOf({ ...silent, landed: 4 + 4 / 60 })).unheard).toEqual([]);
    expect(had(callsOf({ ...silent, landed: 4 + 6 / 60 })).unheard).toEqual(['timer']);
    expect(had(callsOf({ ...FLIGHT, lowest: 3.5 })).unheard).toEqual(['warning']);
    expect(had(callsOf({ ...FLIGHT, lowest: 3.501 })).unheard).toEqual([]);
    expect(had(callsOf({ ...FLIGHT, lowest: 3.4, warningHeard: 3.45 }))).toMatchObject({
      unheard: [],
      warningBelow: expect.closeTo(0.05) as number,
    });
  });

  test('flown for as long as it says, a fifth is left (property)', () => {
    fc.assert(
      fc.property(between(1, 40), between(0.1, 1), (landed, putBack) => {
        const { takes } = had(callsOf({ ...FLIGHT, timerHeard: undefined, landed, putBack }));
        // Charge in a minute, and what is gone after so many.
        expect((putBack / landed) * takes).toBeCloseTo(0.8, 9);
      }),
    );
  });

  test('what is none, or tells nothing, is refused', () => {
    expect(code(callsOf({ ...FLIGHT, putBack: 0.099 }))).toBe('callsLittle');
    expect(code(callsOf({ ...FLIGHT, putBack: 0.1 }))).toBe('none');
    expect(code(callsOf({ ...FLIGHT, putBack: 1.2 }))).toBe('none');
    // 55 typed where a share was meant, or 550 where 55.0 was.
    expect(code(callsOf({ ...FLIGHT, putBack: 1.201 }))).toBe('callsTooMuch');
    expect(code(callsOf({ ...FLIGHT, putBack: 5.5 }))).toBe('callsTooMuch');
    expect(code(callsOf({ ...FLIGHT, timerHeard: 5.1 }))).toBe('callsAfter');
    for (const key of ['timerSet', 'timerHeard', 'warningSet', 'warningHeard', 'landed', 'lowest'] as const)
      for (const bad of [0, -1, NaN]) expect(code(callsOf({ ...FLIGHT, [key]: bad }))).toBe('callsFigures');
  });
});
