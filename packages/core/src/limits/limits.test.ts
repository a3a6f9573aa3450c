import fc from 'fast-check';
import { DROP_LIMIT, GAUGE, OLD_GAUGE, reading } from '../testing/world.ts';
import {
  judge,
  judgeAll,
  judgeBounds,
  settlingTime,
  slope,
  steepest,
  longestBeyond,
  type BandLimit,
  type Bounds,
  type DwellLimit,
  type Limit,
  type Measured,
  type Series,
  type SettleLimit,
  type Surroundings,
} from './index.ts';

const around: Surroundings = {
  instruments: {
    gauge: GAUGE,
    'old-gauge': OLD_GAUGE,
    heading: { ...GAUGE, id: 'heading', unit: 'deg' },
    thermometer: { ...GAUGE, id: 'thermometer', unit: 'degF', accuracy: 2 },
  },
  at: '2026-11-24T08:00:00Z',
  facts: {},
};
const source = { document: 'Test book', revision: '1' };
const base = {
  title: 'Test',
  unit: 'rpm',
  class: 'performance',
  acceptance: 'simple',
  source,
  conditions: [],
} as const;
const band = (bounds: Bounds, change: Partial<BandLimit> = {}): BandLimit => ({
  ...base,
  key: 'band',
  kind: 'band',
  bounds,
  ...change,
});
const one = (value: number, change = {}): Measured => ({ kind: 'one', reading: reading(value, change) });
const pair = (before: number, after: number, change = {}): Measured => ({
  kind: 'pair',
  before: reading(before, change),
  after: reading(after, change),
});
const series = (t: number[], v: number[]): Measured => ({
  kind: 'series',
  series: { unit: 'rpm', resolution: 1, source: 'live', instrument: 'gauge', t, v } satisfies Series,
});

describe('the kernel', () => {
  const q = { limit: 'x', class: 'safety', rule: 'guarded', unit: 'rpm', resolution: 1 } as const;

  test.each([
    [150, 0, 'within'],
    [150.001, 0, 'out'],
    [9.999, 0, 'out'],
    [10, 0, 'within'],
    [140, 10, 'within'],
    [140.5, 10, 'near'],
    [149, 10, 'near'],
    [152, 10, 'out'],
  ])('guarded, %d ± %d in 10..150 is %s', (value, uncertainty, state) => {
    expect(judgeBounds({ ...q, value, uncertainty, bounds: { low: 10, high: 150 } }).state).toBe(state);
  });

  test('guarded and too close to tell asks for a decision on safety and airworthiness only; unknown uncertainty is unknown', () => {
    const near = (limitClass: 'safety' | 'airworthiness' | 'performance' | 'information') =>
      judgeBounds({ ...q, class: limitClass, value: 149, uncertainty: 10, bounds: { high: 150 } })
        .decisionNeeded;
    expect([near('safety'), near('airworthiness'), near('performance'), near('information')]).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect(judgeBounds({ ...q, value: 80, uncertainty: undefined, bounds: { high: 150 } }).state).toBe(
      'unknown',
    );
    expect(judgeBounds({ ...q, value: NaN, uncertainty: 1, bounds: { high: 150 } }).state).toBe('unknown');
  });

  test('margin, state and boundary agree with a plain reading of the rule (property)', () => {
    const edge = fc.option(fc.integer({ min: -50, max: 50 }), { nil: undefined });
    fc.assert(
      fc.property(
        edge,
        edge,
        fc.integer({ min: -80, max: 80 }),
        fc.integer({ min: 0, max: 20 }),
        fc.constantFrom('simple' as const, 'guarded' as const),
        (a, b, value, uncertainty, rule) => {
          fc.pre((a !== undefined || b !== undefined) && (a === undefined || b === undefined || a !== b));
          const [low, high] = a !== undefined && b !== undefined ? [Math.min(a, b), Math.max(a, b)] : [a, b];
          const verdict = judgeBounds({ ...q, rule, value, uncertainty, bounds: { low, high } });
          const outside = (low !== undefined && value < low) || (high !== undefined && value > high);
          const closeToEdge = [low, high].some((e) => e !== undefined && Math.abs(value - e) < uncertainty);
          expect(verdict.state).toBe(outside ? 'out' : rule === 'guarded' && closeToEdge ? 'near' : 'within');
          expect(Math.sign(verdict.margin?.value ?? 0) < 0).toBe(outside);
        },
      ),
    );
  });

  test('decimals that do not exist in binary do not push a value over its limit', () => {
    expect(
      judge({ ...DROP_LIMIT, acceptance: 'simple', bounds: { high: 0.1 } } as Limit, pair(14.3, 14.2), around)
        .state,
    ).toBe('within');
  });
});

describe('kinds of limit', () => {
  test('drop: worked example of the docstring, and a drop of zero says why it is suspicious', () => {
    const near = judge(DROP_LIMIT, pair(1702, 1590), around);
    expect(near).toMatchObject({ state: 'near', value: 112, margin: { value: 38, edge: 'high' } });
    expect(
      judge({ ...DROP_LIMIT, because: { low: 'Not grounded.' } } as Limit, pair(1700, 1700), around),
    ).toMatchObject({ state: 'out', reason: { code: 'belowLow', params: { why: 'Not grounded.' } } });
  });

  test('relative, absolute and in percent, and from a fact', () => {
    const relative: Limit = {
      ...base,
      key: 'r',
      kind: 'relative',
      expected: { value: 2670 },
      tolerance: 50,
      cautionTolerance: 40,
      inPercent: false,
    };
    expect(judge(relative, one(2720), around).state).toBe('near');
    expect(judge(relative, one(2721), around).state).toBe('out');
    const percent: Limit = {
      ...relative,
      expected: { fact: 'target' },
      tolerance: 10,
      cautionTolerance: undefined,
      inPercent: true,
    };
    expect(
      judge(percent, one(110), { ...around, facts: { target: { value: 100, unit: 'rpm' } } }).state,
    ).toBe('within');
    expect(
      judge(percent, one(111), { ...around, facts: { target: { value: 100, unit: 'rpm' } } }).state,
    ).toBe('out');
    expect(judge(percent, one(100), around)).toMatchObject({
      state: 'unknown',
      reason: { code: 'factMissing' },
    });
  });

  test('difference, plain and circular', () => {
    const limit: Limit = { ...base, key: 'd', kind: 'difference', circular: false, bounds: { high: 15 } };
    expect(judge(limit, pair(100, 116), around)).toMatchObject({ state: 'out', value: 16 });
    const heading: Limit = { ...limit, unit: 'deg', circular: true } as Limit;
    expect(judge(heading, pair(5, 350, { unit: 'deg', instrument: 'heading' }), around)).toMatchObject({
      state: 'within',
      value: 15,
    });
  });

  test('spread of temperatures is a temperature difference, whatever scale they were read in', () => {
    const limit: Limit = { ...base, key: 's', kind: 'spread', unit: 'degC-diff', bounds: { high: 50 } };
    const readings = {
      1: reading(1112, { unit: 'degF', instrument: 'thermometer' }),
      2: reading(1202, { unit: 'degF', instrument: 'thermometer' }),
      3: reading(1150, { unit: 'degF', instrument: 'thermometer' }),
    };
    expect(judge(limit, { kind: 'many', readings }, around)).toMatchObject({
      state: 'within',
      value: expect.closeTo(50, 9) as number,
    });
    expect(judge(limit, { kind: 'many', readings: { 1: reading(1) } }, around).state).toBe('unknown');
  });

  test('rate of a straight line, and of a parabola against calculus (second route)', () => {
    const t = Array.from({ length: 101 }, (_, i) => i / 10);
    const limit: Limit = {
      ...base,
      key: 'rate',
      kind: 'rate',
      window: 2,
      maximumGap: 1,
      bounds: { high: 5 },
    };
    expect(
      judge(
        limit,
        series(
          t,
          t.map((x) => 3 + 0.5 * x),
        ),
        around,
      ),
    ).toMatchObject({ value: expect.closeTo(0.5, 9) as number, per: 's' });
    const found = steepest({ t, v: t.map((x) => x * x) }, 2);
    // The least-squares slope of x² over [8, 10] is 2 × 9.
    expect(found.ok && found.value.highest).toBeCloseTo(18, 6);
    expect(slope({ t: [0, 1, 2], v: [1, 3, 5] }, 0, 2)).toBeCloseTo(2, 12);
  });

  const settle: SettleLimit = {
    ...base,
    key: 'settle',
    kind: 'settle',
    target: { low: 50 },
    hold: 2,
    maximumGap: 1.5,
    bounds: { high: 5 },
  };

  test('settle: in time, too late, not yet, by stopwatch, and never across a gap', () => {
    expect(judge(settle, series([0, 1, 2, 3, 4], [0, 30, 60, 61, 60]), around)).toMatchObject({
      state: 'within',
      value: 2,
    });
    expect(judge(settle, series([0, 1, 2, 3], [0, 60, 10, 60]), around)).toMatchObject({
      state: 'unknown',
      reason: { code: 'notSettledYet' },
    });
    expect(
      judge(settle, series([0, 1, 2, 3, 4, 5, 6, 7, 8], [0, 0, 0, 0, 0, 0, 0, 0, 0]), around).state,
    ).toBe('out');
    expect(judge(settle, series([0, 1, 2, 6], [0, 60, 60, 60]), around)).toMatchObject({
      state: 'unknown',
      reason: { code: 'seriesGap' },
    });
    expect(
      judge(
        settle,
        { kind: 'one', reading: { ...reading(3.5, { instrument: undefined }), unit: 's' } },
        around,
      ).state,
    ).toBe('within');
  });

  test('settling time equals a search over every start (second route, property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 2, maxLength: 30 }),
        fc.integer({ min: 0, max: 4 }),
        (v, hold) => {
          const t = v.map((_, i) => i);
          const starts = t.filter(
            (from) =>
              v.every((value, i) => i < from || i > from + hold || value >= 2) &&
              from + hold <= t.length - 1 &&
              (v[from] ?? 0) >= 2,
          );
          const entered = starts.find((from) => from === 0 || (v[from - 1] ?? 0) < 2);
          expect(settlingTime({ t, v }, { low: 2 }, hold)).toBe(entered);
        },
      ),
    );
  });

  test('dwell: crossings are interpolated, the longest stretch counts, and a fine sampling agrees (second route, property)', () => {
    const limit: DwellLimit = {
      ...base,
      key: 'dwell',
      kind: 'dwell',
      beyond: 5,
      side: 'above',
      maximumGap: 2,
      bounds: { high: 1.5 },
    };
    expect(judge(limit, series([0, 1, 2, 3], [0, 10, 10, 0]), around)).toMatchObject({
      state: 'out',
      value: 2,
    });
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 10 }), { minLength: 2, maxLength: 12 }), (v) => {
        const t = v.map((_, i) => i);
        const fine = 2000;
        let [longest, run] = [0, 0];
        for (let i = 0; i <= (v.length - 1) * fine; i += 1) {
          const at = i / fine;
          const k = Math.min(v.length - 2, Math.floor(at));
          const value = (v[k] ?? 0) + ((v[k + 1] ?? 0) - (v[k] ?? 0)) * (at - k);
          run = value > 5.5 ? run + 1 : 0;
          longest = Math.max(longest, run / fine);
        }
        expect(Math.abs(longestBeyond({ t, v }, 5.5, 'above').longest - longest)).toBeLessThan(3 / fine);
      }),
      { numRuns: 40 },
    );
  });
});

describe('what is never a pass', () => {
  const limit = band({ low: 0, high: 5000 });

  test.each([
    ['an expired instrument', one(1700, { instrument: 'old-gauge' }), 'instrumentExpired'],
    ['an unknown instrument', one(1700, { instrument: 'nobody' }), 'unknownInstrument'],
    ['another kind of unit', one(30, { unit: 'psi' }), 'wrongKind'],
    ['no figure', one(NaN), 'notFinite'],
    ['another form of measurement', pair(1, 2), 'wrongShape'],
  ])('%s', (_, measured, code) => {
    expect(judge(limit, measured, around)).toMatchObject({ state: 'unknown', reason: { code } });
  });

  test('a calibration holds through the end of its last day', () => {
    expect(
      judge(limit, one(1700, { instrument: 'old-gauge' }), { ...around, at: '2026-01-31T23:59:00Z' }).state,
    ).toBe('within');
    expect(
      judge(limit, one(1700, { instrument: 'old-gauge' }), { ...around, at: '2026-02-01T00:00:00Z' }).state,
    ).toBe('unknown');
  });

  test('a condition that is not met or not recorded; among several limits the one that applies is taken', () => {
    const hot = band({ low: 60 }, { key: 'hot', conditions: [{ fact: 'oil', low: 60, unit: 'degC' }] });
    const cold = band({ low: 30 }, { key: 'cold', conditions: [{ fact: 'oil', high: 60, unit: 'degC' }] });
    const at = (oil: number): Surroundings => ({ ...around, facts: { oil: { value: oil, unit: 'degC' } } });
    expect(judge(hot, one(50), at(20))).toMatchObject({
      state: 'unknown',
      reason: { code: 'conditionFigure' },
    });
    expect(judge(hot, one(70), around)).toMatchObject({ state: 'unknown', reason: { code: 'factMissing' } });
    expect(judgeAll([hot, cold], one(50), at(20)).map((v) => [v.limit, v.state])).toEqual([
      ['cold', 'within'],
    ]);
    expect(judgeAll([hot, cold], one(50), at(80)).map((v) => [v.limit, v.state])).toEqual([['hot', 'out']]);
    expect(judgeAll([hot], one(50), at(20))[0]?.state).toBe('unknown');
  });
});
