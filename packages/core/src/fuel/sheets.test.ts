import fc from 'fast-check';
import {
  bendThrough,
  fuelPlan,
  gaugeTable,
  inTankAt,
  lineThrough,
  returnSeen,
  transducerFactor,
  type GaugeStep,
} from './index.ts';

const value = <T>(worked: { ok: true; value: T } | { ok: false; error: { code: string } }): T => {
  if (!worked.ok) throw new Error(worked.error.code);
  return worked.value;
};
const code = (worked: { ok: boolean; error?: { code: string } }): string | undefined => worked.error?.code;
const steps = (...pairs: readonly (readonly [inTank: number, shown: number])[]): readonly GaugeStep[] =>
  pairs.map(([inTank, shown]) => ({ inTank, shown }));

describe('a gauge by filling steps', () => {
  it('says what it shows of an empty tank, and by how much it is off to either side', () => {
    expect(value(gaugeTable(steps([0, 2], [20, 20], [40, 38], [60, 63])))).toEqual({
      emptyShows: 2,
      over: 3,
      under: 2,
      falls: [],
      stands: [],
    });
    expect(value(gaugeTable(steps([0, 0], [20, 25], [40, 25], [60, 24])))).toMatchObject({
      falls: [4],
      stands: [3],
    });
  });

  it('refuses by name: too few steps, no empty tank, a step that holds no more than the one before', () => {
    expect(code(gaugeTable(steps([0, 0], [20, 20], [40, 40])))).toBe('gaugeTooFew');
    expect(code(gaugeTable(steps([10, 10], [20, 20], [40, 40], [60, 60])))).toBe('gaugeEmptyFirst');
    expect(gaugeTable(steps([0, 0], [20, 20], [20, 21], [60, 60]))).toMatchObject({
      error: { code: 'gaugeNotRising', params: { row: 3 } },
    });
    // The last drops are as good as nothing: a hundredth of what it holds, and no more.
    expect(gaugeTable(steps([0.6, 0], [20, 20], [40, 40], [60, 60])).ok).toBe(true);
    expect(gaugeTable(steps([0.7, 0], [20, 20], [40, 40], [60, 60])).ok).toBe(false);
  });

  it('reads back every step and lies between its neighbours between them; where it stands, the least counts', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 30 })), {
          minLength: 3,
          maxLength: 8,
        }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (more, along) => {
          const table: GaugeStep[] = [{ inTank: 0, shown: 1 }];
          for (const [litres, shown] of more) {
            const last = table.at(-1);
            table.push({ inTank: (last?.inTank ?? 0) + litres, shown: (last?.shown ?? 0) + shown });
          }
          for (const [i, step] of table.entries()) {
            expect(inTankAt(table, step.shown)).toBe(step.inTank);
            const next = table[i + 1];
            if (!next) continue;
            const there = inTankAt(table, step.shown + along * (next.shown - step.shown));
            expect(there).toBeGreaterThan(step.inTank);
            expect(there).toBeLessThan(next.inTank);
            expect(there).toBeCloseTo(step.inTank + along * (next.inTank - step.inTank), 9);
          }
          expect(inTankAt(table, 0.5)).toBeUndefined();
          expect(inTankAt(table, (table.at(-1)?.shown ?? 0) + 0.5)).toBeUndefined();
        },
      ),
    );
    expect(inTankAt(steps([0, 0], [20, 20], [40, 20], [60, 60]), 20)).toBe(20);
  });
});

describe('a line through figures over time', () => {
  it('has the slope of what lies on it, and is no surer than what the figures are read to', () => {
    const line = lineThrough([0, 1, 2, 3], [40, 38, 36, 34], 0.5);
    expect(line?.slope).toBeCloseTo(-2, 12);
    // By hand: 2·(0.5/√12)/√5.
    expect(line?.uncertainty).toBeCloseTo(0.1291, 4);
    expect(lineThrough([0, 1], [1, 2], 0.1)).toBeUndefined();
    expect(lineThrough([1, 1, 1], [1, 2, 3], 0.1)).toBeUndefined();
  });

  it('finds how much a slope changes, and nothing where it does not', () => {
    const bend = bendThrough([0, 1, 2, 3, 4], [9, 4, 1, 0, 1], 0);
    expect(bend?.slope).toBeCloseTo(2, 9);
    expect(bend?.uncertainty).toBeLessThan(1e-9);
    expect(bendThrough([0, 1, 2, 3], [4, 3, 2, 1], 0.1)?.slope).toBeCloseTo(0, 12);
    expect(bendThrough([0, 1, 2], [9, 4, 1], 0)).toBeUndefined();
    expect(bendThrough([0, 0, 1, 1], [9, 4, 1, 1], 0)).toBeUndefined();
    // Against the parabola through any three of its points, with unrest that has nothing of a parabola in it.
    const times = [0, 2, 5, 9, 14];
    const figures = times.map((t) => 3 - 4 * t + 0.5 * t * t);
    expect(bendThrough(times, figures, 1)?.slope).toBeCloseTo(1, 9);
    expect(bendThrough(times, figures, 1)?.uncertainty).toBeGreaterThan(0);
  });

  it('is as unsure as Student says of what scatters', () => {
    // By hand: slope 1, residuals 0.5, -1, 0.5, spread 2, one degree of freedom: 12.71·√(1.5/1/2).
    const line = lineThrough([0, 1, 2], [0.5, 0, 2.5], 0);
    expect(line?.slope).toBeCloseTo(1, 12);
    expect(line?.uncertainty).toBeCloseTo(12.71 * Math.sqrt(0.75), 2);
  });
});

describe('the return line by levels', () => {
  const seen = (left: readonly number[], right: readonly number[], drawn = 'left') =>
    value(
      returnSeen(
        left.map((_, i) => 5 * i),
        [
          { id: 'left', levels: left },
          { id: 'right', levels: right },
        ],
        drawn,
        0.5,
      ),
    );

  it('finds what rises, what falls although nobody draws from it, and what was burnt', () => {
    const wrong = seen([40, 35, 30, 25], [20, 22.5, 25, 27.5]);
    expect([wrong.rising, wrong.leaking, wrong.falls]).toEqual([['right'], [], true]);
    expect(wrong.burn).toBeCloseTo(30, 9);
    const leaks = seen([40, 38, 36, 34], [40, 39, 38, 37]);
    expect([leaks.rising, leaks.leaking]).toEqual([[], ['right']]);
    const still = seen([40, 40, 40, 40], [40, 40, 40, 40]);
    expect([still.rising, still.leaking, still.falls, still.burn]).toEqual([[], [], false, -0]);
  });

  it('tells a tank that gives less and less, and none that gives evenly', () => {
    expect(seen([40, 36, 32, 31, 30.5, 30.5], [20, 20, 20, 20, 20, 20]).fades).toBe(true);
    expect(seen([40, 38, 36, 34, 32, 30], [20, 20, 20, 20, 20, 20]).fades).toBe(false);
    // What gives more and more was only switched on late.
    expect(seen([40, 40, 39.5, 37, 33, 29], [20, 20, 20, 20, 20, 20]).fades).toBe(false);
  });

  it('refuses by name: too few readings, a time that is not later, a level below nothing', () => {
    const tanks = (n: number, level = 10) => [
      { id: 'a', levels: Array.from({ length: n }, () => level) },
      { id: 'b', levels: Array.from({ length: n }, () => 10) },
    ];
    expect(code(returnSeen([0, 1, 2], tanks(3), 'a', 1))).toBe('levelsTooFew');
    expect(returnSeen([0, 5, 5, 9], tanks(4), 'a', 1)).toMatchObject({
      error: { code: 'levelsTimeBack', params: { row: 3 } },
    });
    expect(code(returnSeen([0, 5, 7, 9], tanks(4, -1), 'a', 1))).toBe('levelsNegative');
  });
});

describe('the factor of a flow transducer', () => {
  it('is what makes the count come out at what was filled, for one filling and for the whole of several', () => {
    expect(value(transducerFactor([{ filled: 50, counted: 52 }], 20_000)).factor).toBeCloseTo(20_800, 9);
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 50_000 }),
        fc.double({ min: 0.8, max: 1.25, noNaN: true }),
        fc.array(fc.double({ min: 5, max: 100, noNaN: true }), { minLength: 1, maxLength: 6 }),
        (pulses, ratio, litres) => {
          const { factor, off, spread } = value(
            transducerFactor(
              litres.map((l) => ({ filled: l, counted: l * ratio })),
              pulses,
            ),
          );
          // The pulses that came, counted with the new factor, are the litres that were filled.
          const came = litres.reduce((a, l) => a + l * ratio * pulses, 0);
          expect(came / factor).toBeCloseTo(
            litres.reduce((a, b) => a + b, 0),
            6,
          );
          expect(off).toBeCloseTo(ratio - 1, 9);
          expect(spread).toBeLessThan(1e-9);
        },
      ),
    );
  });

  it('tells the filling that lies farthest from all', () => {
    const { spread, each } = value(
      transducerFactor(
        [
          { filled: 50, counted: 50 },
          { filled: 50, counted: 55 },
        ],
        1000,
      ),
    );
    expect(spread).toBeCloseTo(0.05 / 1.05, 9);
    expect(each.map((e) => Number(e.toFixed(6)))).toEqual([0, 0.1]);
    for (const [filled, counted, pulses] of [
      [0, 1, 1],
      [1, 0, 1],
      [1, 1, 0],
      [1, -1, 1],
    ] as const)
      expect(code(transducerFactor([{ filled, counted }], pulses))).toBe('fillingNothing');
    expect(code(transducerFactor([], 1))).toBe('fillingNothing');
  });
});

describe('the fuel of a flight', () => {
  const phase = (minutes: number, flow: number, airborne = true) => ({ minutes, flow, airborne });
  const keep = { contingency: 0.1, minutes: 30, flow: 24, circuit: 5 };

  it('is the sum of its stretches and of what is kept, and says when to turn back', () => {
    const plan = value(fuelPlan([phase(10, 12, false), phase(30, 30)], keep, 40));
    expect(plan).toMatchObject({ ground: 2, flown: 15, circuit: 2, reserve: 12, needed: 32.5, margin: 7.5 });
    expect(plan.contingency).toBeCloseTo(1.5, 12);
    expect(plan.turnBack).toBeCloseTo(45, 9);
  });

  it('turns back when nothing but what is kept is left: flown minute by minute, it comes out the same', () => {
    const small = fc.integer({ min: 0, max: 40 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 5, max: 60 })), {
          minLength: 1,
          maxLength: 4,
        }),
        small,
        fc.integer({ min: 0, max: 120 }),
        (stretches, taxi, aboard) => {
          const phases = [phase(taxi, 9, false), ...stretches.map(([m, f]) => phase(m, f))];
          const plan = value(fuelPlan(phases, keep, aboard));
          const kept = plan.contingency + plan.circuit + plan.reserve;
          let left = aboard - (taxi * 9) / 60;
          let seconds = 0;
          const flowAt = (s: number): number => {
            let end = 0;
            for (const [m, f] of stretches) if (s < (end += m * 60)) return f;
            return stretches.at(-1)?.[1] ?? 0;
          };
          while (left > kept && seconds < 400_000) {
            left -= flowAt(seconds) / 3600;
            seconds += 1;
          }
          expect(Math.abs(plan.turnBack * 60 - seconds)).toBeLessThan(2);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('refuses by name what is below nothing, and a plan in which nothing is flown', () => {
    for (const bad of [{ minutes: -1 }, { contingency: -0.1 }, { flow: NaN }, { circuit: -5 }])
      expect(code(fuelPlan([phase(10, 10)], { ...keep, ...bad }, 10))).toBe('planFuelNegative');
    expect(code(fuelPlan([phase(-10, 10)], keep, 10))).toBe('planFuelNegative');
    expect(code(fuelPlan([phase(10, 10)], keep, -1))).toBe('planFuelNegative');
    expect(code(fuelPlan([phase(10, 10, false)], keep, 10))).toBe('planFuelNothing');
    expect(code(fuelPlan([phase(10, 0)], keep, 10))).toBe('planFuelNothing');
  });
});
