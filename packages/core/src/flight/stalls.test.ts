import fc from 'fast-check';
import { atMass, FASTEST_ENTRY, stallSeries, type StallRun, type StallSeries } from './stalls.ts';

const worked = (runs: readonly StallRun[], reference = 600): StallSeries => {
  const found = stallSeries(runs, reference);
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};
const run = (change: Partial<StallRun> = {}): StallRun => ({
  configuration: 'clean',
  mass: 600,
  warning: 27,
  buffet: 25,
  break: 24,
  ...change,
});

test('five stalls: the middle one of each, and the one that stands off by its place', () => {
  const found = worked(
    [24, 24.3, 24.1, 24.2, 27.5].map((b) => run({ break: b, buffet: b + 1, warning: b + 3 })),
  );
  expect(found.break).toEqual({
    middle: 24.2,
    scatter: expect.closeTo(0.14826, 4) as number,
    odd: [4],
    runs: 5,
  });
  expect([found.buffet?.middle, found.warning?.middle]).toEqual([
    expect.closeTo(25.2, 9),
    expect.closeTo(27.2, 9),
  ]);
});

test('lighter by what was burnt, the same wing stalls slower: reduced, they are one speed (property)', () => {
  const reference = 640;
  fc.assert(
    fc.property(
      fc.double({ min: 15, max: 40, noNaN: true }),
      fc.array(fc.double({ min: 450, max: 700, noNaN: true }), { minLength: 3, maxLength: 9 }),
      (speed, masses) => {
        // Second route: weight and lift at one coefficient, density of the sea and a wing of 14 m².
        const coefficient = (2 * reference * 9.80665) / (1.225 * 14 * speed ** 2);
        const runs = masses.map((mass) =>
          run({
            mass,
            warning: undefined,
            buffet: undefined,
            break: Math.sqrt((2 * mass * 9.80665) / (1.225 * 14 * coefficient)),
          }),
        );
        const found = worked(runs, reference);
        expect(found.break?.middle).toBeCloseTo(speed, 6);
        expect(found.break?.scatter).toBeCloseTo(0, 6);
        expect(found.break?.odd).toEqual([]);
      },
    ),
  );
  expect(atMass(25, 620, 669)).toBeCloseTo(25.969, 3);
});

test('warning, buffet and break are apart: one that did not come is made of nothing', () => {
  const found = worked([run({ break: undefined }), run({ warning: undefined }), run()]);
  expect([found.break?.runs, found.warning?.runs, found.buffet?.runs]).toEqual([2, 2, 3]);
  expect([found.break?.scatter, found.break?.odd]).toEqual([undefined, []]);
  expect(worked([run({ warning: undefined, break: undefined })])).toMatchObject({
    warning: undefined,
    break: undefined,
  });
});

test('entered faster than a knot in a second it says nothing of the speed, and is told; at the bound it counts', () => {
  const found = worked([
    run(),
    run({ break: 21, buffet: 22, entryRate: 1.2 }),
    run({ entryRate: FASTEST_ENTRY }),
  ]);
  expect([found.tooFast, found.break?.runs, found.break?.middle]).toEqual([[1], 2, 24]);
});

test('half a knot off is nothing, however well the others agree', () => {
  expect(worked([24, 24, 24, 24.9].map((b) => run({ break: b }))).break?.odd).toEqual([]);
  expect(worked([24, 24, 24, 25.1].map((b) => run({ break: b, buffet: 26 }))).break?.odd).toEqual([3]);
});

test('what is no series is refused by name, with the run', () => {
  const code = (runs: readonly StallRun[], reference = 600): unknown => {
    const found = stallSeries(runs, reference);
    return found.ok ? 'ok' : [found.error.code, found.error.params['run'] ?? ''];
  };
  expect([
    code([]),
    code([run(), run({ configuration: 'landing' })]),
    code([run({ mass: 0 })]),
    code([run()], Number.NaN),
    code([run(), run({ break: -1 })]),
    code([run(), run(), run({ break: 26 })]),
    code([run({ warning: 24.5 })]),
  ]).toEqual([
    ['stallsNone', ''],
    ['stallConfigurations', ''],
    ['stallMass', ''],
    ['stallMass', ''],
    ['stallSpeed', 2],
    ['stallOrder', 3],
    ['stallOrder', 1],
  ]);
});
