import fc from 'fast-check';
import { draws } from '../testing/draws.ts';
import {
  plainSettling,
  plainSlopes,
  secondJudge,
  type Mills,
  type PlainBounds,
  type PlainQuestion,
  type PlainReading,
  type PlainSeries,
} from '../testing/second-judge.ts';
import {
  judge,
  judgeAll,
  longestBeyond,
  settlingTime,
  steepest,
  type Instrument,
  type Limit,
  type LimitClass,
  type Measured,
  type Reading,
  type Surroundings,
} from './index.ts';

const AT = '2026-11-24T08:00:00Z';

/** In which pair of units a question is put: the limit in the first, a reading in either; a thousandth is the second. */
const PAIRS = [
  ['V', 'mV'],
  ['kg', 'g'],
  ['m', 'mm'],
] as const;
type Said = 'whole' | 'thousandth';

/** Builds what the judge under test takes from plain questions. */
class Telling {
  readonly instruments: Record<string, Instrument> = {};

  constructor(
    private readonly units: readonly [string, string],
    private readonly said: readonly Said[],
  ) {}

  /** A reading, by an instrument of its own. */
  reading(plain: PlainReading, i: number): Reading {
    const whole = (this.said[i % this.said.length] ?? 'whole') === 'whole' || this.units[0] === this.units[1];
    const figure = (m: Mills): number => (whole ? m / 1000 : m);
    const unit = whole ? this.units[0] : this.units[1];
    const id = `instrument-${i}`;
    this.instruments[id] = {
      id,
      name: `Instrument ${i}`,
      unit,
      ...(plain.accuracy === undefined ? {} : { accuracy: figure(plain.accuracy) }),
      resolution: figure(plain.step),
      calibratedUntil: plain.expired ? '2026-11-23' : '2026-11-24',
      measures: [],
    };
    return {
      value: figure(plain.value),
      unit,
      text: '',
      resolution: figure(plain.step),
      source: 'typed',
      instrument: id,
    };
  }

  get around(): Surroundings {
    return { instruments: this.instruments, at: AT, facts: {} };
  }
}

const edges = ({ low, high, cautionLow, cautionHigh }: PlainBounds): Record<string, number> =>
  Object.fromEntries(
    Object.entries({ low, high, cautionLow, cautionHigh }).flatMap(([name, m]) =>
      m === undefined ? [] : [[name, m / 1000]],
    ),
  );

interface Case {
  readonly question: PlainQuestion;
  readonly bounds: PlainBounds;
  readonly guarded: boolean;
  readonly class: LimitClass;
  readonly units: readonly [string, string];
  readonly said: readonly Said[];
}

/** A case as the judge under test is asked it. */
function told(c: Case): { limit: Limit; measured: Measured; around: Surroundings } {
  const telling = new Telling(c.units, c.said);
  const readings = c.question.readings.map((r, i) => telling.reading(r, i));
  const base = {
    key: 'k',
    title: 'Test',
    unit: c.units[0],
    class: c.class,
    acceptance: c.guarded ? 'guarded' : 'simple',
    source: { document: 'Test book', revision: '1' },
    conditions: [],
    bounds: edges(c.bounds),
  } as const;
  const [first, second] = readings;
  const one = { kind: 'one', reading: first } as Measured;
  const pair = { kind: 'pair', before: first, after: second } as Measured;
  const many: Measured = {
    kind: 'many',
    readings: Object.fromEntries(readings.map((r, i) => [`reading ${i}`, r])),
  };
  const of = (limit: unknown, measured: Measured) => ({
    limit: { ...base, ...(limit as object) } as unknown as Limit,
    measured,
    around: telling.around,
  });
  const { question } = c;
  switch (question.kind) {
    case 'band':
      return of({ kind: 'band' }, one);
    case 'drop':
      return of({ kind: 'drop' }, pair);
    case 'responds':
      return of({ kind: 'responds', direction: question.up ? 'up' : 'down' }, pair);
    case 'difference':
      return of({ kind: 'difference', circular: question.circular }, pair);
    case 'relative':
      return of(
        {
          kind: 'relative',
          expected: { value: question.expected / 1000 },
          tolerance: question.tolerance / 1000,
          ...(question.caution === undefined ? {} : { cautionTolerance: question.caution / 1000 }),
          inPercent: question.inPercent,
        },
        one,
      );
    case 'spread':
      return of({ kind: 'spread' }, many);
    case 'match':
      return of({ kind: 'match', atLeast: question.atLeast }, many);
    case 'together':
      return of({ kind: 'together' }, many);
  }
}

const expectSame = (c: Case): void => {
  const wanted = secondJudge(
    c.question,
    c.bounds,
    c.guarded,
    c.class === 'safety' || c.class === 'airworthiness',
  );
  const { limit, measured, around } = told(c);
  const got = judge(limit, measured, around);
  expect({ state: got.state, decide: got.decisionNeeded }).toEqual(wanted);
};

/** Thousandths with a liking for the small, the round and the negative. */
const anyMills: fc.Arbitrary<Mills> = fc.oneof(
  fc.integer({ min: -20, max: 20 }),
  fc.integer({ min: -400, max: 400 }).map((n) => n * 250),
  fc.integer({ min: -400_000, max: 400_000 }),
);
/** A little to either side of an edge, or on it. */
const nudge = fc.constantFrom(-1000, -3, -1, 0, 0, 0, 1, 3, 1000);

const anyBounds: fc.Arbitrary<PlainBounds> = fc
  .tuple(
    fc.uniqueArray(anyMills, { minLength: 4, maxLength: 4 }),
    fc.tuple(fc.boolean(), fc.boolean(), fc.boolean(), fc.boolean()),
  )
  .map(([figures, [l, cl, ch, h]]) => {
    const [low, cautionLow, cautionHigh, high] = [...figures].sort((a, b) => a - b);
    return {
      ...(l ? { low } : {}),
      ...(cl ? { cautionLow } : {}),
      ...(ch ? { cautionHigh } : {}),
      // A limit has one hard edge at least.
      ...(h || !l ? { high } : {}),
    };
  });

/** A value on or beside one of some edges, or anywhere. */
const beside = (of: PlainBounds): fc.Arbitrary<Mills> => {
  const known = Object.values(of).filter((e): e is number => e !== undefined);
  return fc.oneof(
    anyMills,
    fc.tuple(fc.constantFrom(...known), nudge).map(([e, n]) => e + n),
  );
};

const anyQuality = fc.record({
  accuracy: fc.option(fc.oneof(fc.constant(0), fc.integer({ min: 0, max: 2000 })), {
    nil: undefined,
    freq: 6,
  }),
  step: fc.constantFrom(0, 1, 5, 10, 100, 1000),
  expired: fc.integer({ min: 0, max: 15 }).map((n) => n === 0),
});
type Quality = Omit<PlainReading, 'value'>;

const anyCommon = fc.record({
  guarded: fc.boolean(),
  class: fc.constantFrom<LimitClass>('safety', 'airworthiness', 'performance', 'information'),
  units: fc.constantFrom(...PAIRS),
  said: fc.array(fc.constantFrom<Said>('whole', 'thousandth'), { minLength: 1, maxLength: 3 }),
});

const RUNS = { numRuns: draws(2000) };

/** Two readings of which `apart(base, distance)` lies a chosen distance beyond the first. */
const anyPair = (bounds: PlainBounds): fc.Arbitrary<readonly [PlainReading, PlainReading]> =>
  fc.tuple(anyMills, beside(bounds), anyQuality, anyQuality).map(([base, distance, a, b]) => [
    { ...a, value: base },
    { ...b, value: base - distance },
  ]);

describe('a second judge, in whole thousandths, finds the same', () => {
  test('for a single figure', () => {
    fc.assert(
      fc.property(
        anyBounds.chain((bounds) => fc.tuple(fc.constant(bounds), beside(bounds), anyQuality)),
        anyCommon,
        ([bounds, value, quality], common) =>
          expectSame({ ...common, bounds, question: { kind: 'band', readings: [{ ...quality, value }] } }),
      ),
      RUNS,
    );
  });

  test('for a drop, a move in the direction asked for, and a difference', () => {
    fc.assert(
      fc.property(
        anyBounds.chain((bounds) => fc.tuple(fc.constant(bounds), anyPair(bounds))),
        anyCommon,
        fc.constantFrom('drop', 'up', 'down', 'difference'),
        ([bounds, readings], common, kind) =>
          expectSame({
            ...common,
            bounds,
            question:
              kind === 'drop'
                ? { kind, readings }
                : kind === 'difference'
                  ? { kind, circular: false, readings }
                  : { kind: 'responds', up: kind === 'up', readings },
          }),
      ),
      RUNS,
    );
  });

  test('for a figure around an expected one, by an amount or a share of it', () => {
    fc.assert(
      fc.property(
        fc.record({
          expected: anyMills,
          // In tenths of a per cent, so that what lies beyond does so by more than a sum of decimals is off by.
          tolerance: fc.integer({ min: 0, max: 400 }).map((n) => n * 100),
          caution: fc.option(fc.integer({ min: 0, max: 100 }), { nil: undefined }),
          inPercent: fc.boolean(),
        }),
        fc.tuple(fc.constantFrom(-1, 1), nudge, anyQuality),
        anyCommon,
        ({ expected, tolerance, caution, inPercent }, [side, off, quality], common) => {
          const half = inPercent ? Math.round((Math.abs(expected) * tolerance) / 100_000) : tolerance;
          expectSame({
            ...common,
            bounds: {},
            question: {
              kind: 'relative',
              expected,
              tolerance,
              caution: caution === undefined ? undefined : Math.round((tolerance * caution) / 10_000) * 100,
              inPercent,
              circular: false,
              readings: [{ ...quality, value: expected + side * half + off }],
            },
          });
        },
      ),
      RUNS,
    );
  });

  test('for how far readings lie apart, all of them or as many as have to agree', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(anyMills, fc.integer({ min: 0, max: 3000 })), { minLength: 1, maxLength: 6 }),
        anyQuality,
        fc.integer({ min: 1, max: 6 }),
        nudge,
        anyCommon,
        fc.constantFrom('spread', 'match'),
        (values, quality: Quality, atLeast, off, common, kind) => {
          const readings = values.map((value) => ({ ...quality, value }));
          const width = Math.max(...values) - Math.min(...values);
          expectSame({
            ...common,
            bounds: { high: Math.max(0, width + off), cautionHigh: Math.max(0, width + off - 2) },
            question:
              kind === 'spread'
                ? { kind, circular: false, readings }
                : { kind: 'match', atLeast, circular: false, readings },
          });
        },
      ),
      RUNS,
    );
  });

  test('for directions, the shorter way round, wherever north lies between them', () => {
    const anyDirection = fc.oneof(
      fc.integer({ min: 0, max: 359_999 }),
      fc.constantFrom(0, 1, 359_999, 180_000, 179_999, 720_000, -1000),
    );
    fc.assert(
      fc.property(
        fc.array(anyDirection, { minLength: 2, maxLength: 5 }),
        anyQuality,
        fc.integer({ min: 0, max: 180_000 }),
        anyCommon,
        fc.constantFrom('spread', 'match', 'difference', 'relative'),
        fc.integer({ min: 2, max: 5 }),
        (values, quality: Quality, high, common, kind, atLeast) => {
          const [a = 0, b = 0] = values;
          const readings = values.map((value) => ({ ...quality, value }));
          const [first, second] = readings as [PlainReading, PlainReading];
          const question: PlainQuestion =
            kind === 'difference'
              ? { kind, circular: true, readings: [first, second] }
              : kind === 'relative'
                ? {
                    kind,
                    expected: b,
                    tolerance: high,
                    caution: undefined,
                    inPercent: false,
                    circular: true,
                    readings: [first],
                  }
                : kind === 'spread'
                  ? { kind, circular: true, readings }
                  : { kind, atLeast, circular: true, readings };
          // Straight opposite, either way round is the shorter one; which hard edge is nearer then is nobody's to say.
          fc.pre(kind !== 'relative' || Math.abs(a - b) % 360_000 !== 180_000);
          expectSame({
            ...common,
            units: ['deg', 'deg'],
            bounds: kind === 'relative' ? {} : { high },
            question,
          });
        },
      ),
      RUNS,
    );
  });

  test('for events that belong together, said in seconds or minutes', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 90_000 }), { minLength: 1, maxLength: 5 }),
        nudge,
        anyQuality,
        fc.boolean(),
        (values, off, quality: Quality, guarded) => {
          const width = Math.max(...values) - Math.min(...values);
          expectSame({
            guarded,
            class: 'safety',
            units: ['s', 's'],
            said: ['whole'],
            bounds: { high: Math.max(0, width + off) },
            question: { kind: 'together', readings: values.map((value) => ({ ...quality, value })) },
          });
        },
      ),
      RUNS,
    );
  });
});

describe('recordings, by definition instead of by one pass', () => {
  const anySeries: fc.Arbitrary<PlainSeries> = fc
    .array(
      fc.tuple(
        fc.constantFrom(1, 100, 200, 300, 500, 700),
        fc.oneof(fc.constantFrom(49_999, 50_000, 50_001), fc.integer({ min: 0, max: 100_000 })),
      ),
      { minLength: 2, maxLength: 14 },
    )
    .map((samples) => {
      let at = 0;
      return {
        t: samples.map(([step], i) => (at += i === 0 ? 0 : step)),
        v: samples.map(([, value]) => value),
      };
    });
  const inSeconds = (s: PlainSeries) => ({ t: s.t.map((t) => t / 1000), v: s.v.map((v) => v / 1000) });

  test('settling is the first sample from which it stays inside for as long as it has to', () => {
    fc.assert(
      fc.property(
        anySeries,
        fc.constantFrom(0, 100, 300, 600, 1000, 1400),
        fc.constantFrom(50_000, 20_000),
        fc.option(fc.constantFrom(50_000, 80_000), { nil: undefined }),
        (series, hold, low, high) => {
          const wanted = plainSettling(series, { low, high }, hold);
          const got = settlingTime(
            inSeconds(series),
            { low: low / 1000, ...(high === undefined ? {} : { high: high / 1000 }) },
            hold / 1000,
          );
          expect(got === undefined ? undefined : Math.round(got * 1000)).toBe(wanted);
        },
      ),
      RUNS,
    );
  });

  test('the steepest slopes are those of the normal equations in whole numbers', () => {
    fc.assert(
      fc.property(anySeries, fc.constantFrom(100, 300, 600, 1000, 2000), (series, window) => {
        const slopes = plainSlopes(series, window);
        const got = steepest(inSeconds(series), window / 1000);
        expect(got.ok).toBe(slopes.length > 0);
        if (!got.ok) return;
        // Thousandths per millisecond are units per second.
        expect(got.value.highest).toBeCloseTo(Math.max(...slopes), 6);
        expect(got.value.lowest).toBeCloseTo(Math.min(...slopes), 6);
      }),
      RUNS,
    );
  });

  test('the time beyond an edge is the sum of the pieces between crossings that lie beyond, as long as no point touches it', () => {
    fc.assert(
      fc.property(anySeries, fc.constantFrom<'above' | 'below'>('above', 'below'), (series, side) => {
        const { longest, running } = longestBeyond(inSeconds(series), 50, side);
        const over = (v: number): number => (side === 'above' ? v - 50_000 : 50_000 - v);
        const legs = series.t.slice(1).map((t1, i) => {
          const [t0 = 0, v0 = 0, v1 = 0] = [series.t[i], series.v[i], series.v[i + 1]];
          return { t0, t1, v0, v1, at: (ms: number) => over(v0 + ((v1 - v0) * (ms - t0)) / (t1 - t0)) };
        });
        const pieces = legs.flatMap(({ t0, t1, v0, v1, at }) => {
          const cuts = [t0, t1];
          if ((v0 - 50_000) * (v1 - 50_000) < 0)
            cuts.splice(1, 0, t0 + ((50_000 - v0) * (t1 - t0)) / (v1 - v0));
          return cuts.slice(1).map((to, i) => {
            const from = cuts[i] ?? 0;
            return { length: to - from, beyond: at((from + to) / 2) > 0, begins: from === t0 ? over(v0) : 0 };
          });
        });
        let run = 0;
        let most = 0;
        for (const piece of pieces) {
          // A point on the edge between two pieces is not beyond, and parts them.
          run = piece.beyond ? (piece.begins > 0 ? run : 0) + piece.length : 0;
          most = Math.max(most, run);
        }
        expect(Math.abs(longest * 1000 - most)).toBeLessThanOrEqual(0.51);
        expect(running).toBe(over(series.v[series.v.length - 1] ?? 0) > 0);
      }),
      RUNS,
    );
  });
});

test('among several limits the worst comes first, and the order they stand in the book in changes nothing', () => {
  const rank = { out: 0, unknown: 1, near: 2, within: 3 } as const;
  fc.assert(
    fc.property(
      fc.array(anyBounds, { minLength: 1, maxLength: 5 }),
      anyMills,
      anyQuality,
      fc.array(fc.boolean(), { minLength: 5, maxLength: 5 }),
      (all, value, quality, guards) => {
        const cases = all.map((bounds, i) =>
          told({
            question: { kind: 'band', readings: [{ ...quality, value }] },
            bounds,
            guarded: guards[i] ?? false,
            class: i % 2 === 0 ? 'safety' : 'performance',
            units: ['V', 'mV'],
            said: ['whole'],
          }),
        );
        const limits = cases.map((c, i) => ({ ...c.limit, key: `limit-${i}` }));
        const { measured, around } = cases[0] ?? told(null as never);
        const verdicts = judgeAll(limits, measured, around);
        expect(verdicts.map((v) => v.limit).sort()).toEqual(limits.map((l) => l.key).sort());
        const ranks = verdicts.map((v) => rank[v.state] * 2 + (v.decisionNeeded ? 0 : 1));
        expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
        const turned = judgeAll([...limits].reverse(), measured, around);
        expect(turned[0]?.state).toBe(verdicts[0]?.state);
        for (const limit of limits)
          expect(verdicts.find((v) => v.limit === limit.key)).toEqual(judge(limit, measured, around));
      },
    ),
    { numRuns: draws(500) },
  );
});
