import fc from 'fast-check';
import { draws } from '../testing/draws.ts';
import { GAUGE, reading } from '../testing/world.ts';
import {
  judge,
  judgeConditions,
  limitErrors,
  type DwellLimit,
  type Limit,
  type Measured,
  type SettleLimit,
  type Surroundings,
} from './index.ts';

const around: Surroundings = {
  instruments: {
    gauge: GAUGE,
    heading: { ...GAUGE, id: 'heading', unit: 'deg', accuracy: 1 },
    can: { ...GAUGE, id: 'can', unit: 'L', accuracy: 0.05 },
    watch: { ...GAUGE, id: 'watch', unit: 's', accuracy: 0.2 },
  },
  at: '2026-11-24T08:00:00Z',
  facts: {},
};
const base = {
  key: 'x',
  title: 'Test',
  unit: 'rpm',
  class: 'performance',
  acceptance: 'simple',
  source: { document: 'Test book', revision: '1' },
  conditions: [],
} as const;
const series = (v: number[], step: number): Measured => ({
  kind: 'series',
  series: {
    unit: 'rpm',
    resolution: 1,
    source: 'live',
    instrument: 'gauge',
    t: v.map((_, i) => i * step),
    v,
  },
});
const settle = (hold: number, high: number): SettleLimit => ({
  ...base,
  kind: 'settle',
  target: { low: 50 },
  hold,
  maximumGap: 5,
  bounds: { high },
});
const dwell = (bounds: DwellLimit['bounds']): DwellLimit => ({
  ...base,
  kind: 'dwell',
  beyond: 50,
  side: 'above',
  maximumGap: 5,
  bounds,
});

test('settling in tenths of a second is settling in whole milliseconds, whatever sums binary makes of them (property)', () => {
  fc.assert(
    fc.property(
      fc.array(fc.boolean(), { minLength: 3, maxLength: 40 }),
      fc.integer({ min: 1, max: 8 }),
      fc.integer({ min: 0, max: 30 }),
      (inside, hold, high) => {
        // The second route counts samples; it knows no seconds.
        let since: number | undefined;
        let settled: number | undefined;
        inside.forEach((on, i) => {
          since = on ? (since ?? i) : undefined;
          if (settled === undefined && since !== undefined && i - since >= hold) settled = since;
        });
        const last = inside.length - 1;
        const wanted =
          settled !== undefined
            ? settled <= high
              ? 'within'
              : 'out'
            : last - hold > high
              ? 'out'
              : 'unknown';
        const verdict = judge(
          settle(hold / 10, high / 10),
          series(
            inside.map((on) => (on ? 60 : 40)),
            0.1,
          ),
          around,
        );
        expect(verdict.state).toBe(wanted);
      },
    ),
    { numRuns: draws(500) },
  );
});

test('a dwell still running when the recording ends is unknown, unless no more of it could change what is known', () => {
  const running = series([40, 60, 60, 60], 1);
  const over = series([40, 60, 60, 60, 40], 1);
  expect(judge(dwell({ high: 10 }), running, around).state).toBe('unknown');
  expect(judge(dwell({ high: 10 }), over, around).state).toBe('within');
  expect(judge(dwell({ high: 2 }), running, around).state).toBe('out');
  expect(judge(dwell({ low: 2 }), running, around).state).toBe('within');
  expect(judge(dwell({ low: 5 }), running, around).state).toBe('unknown');
  expect(judge(dwell({ low: 5 }), over, around).state).toBe('out');
});

test('of two limits that share an edge one always holds, also where the fact came in another unit (property)', () => {
  fc.assert(
    fc.property(fc.integer({ min: -60, max: 400 }), (fahrenheit) => {
      const edge = ((fahrenheit - 32) * 5) / 9;
      const facts = { oil: { value: fahrenheit, unit: 'degF' } };
      const holds = (range: { low?: number; high?: number }): boolean =>
        judgeConditions([{ fact: 'oil', unit: 'degC', ...range }], facts).state === 'met';
      expect(holds({ high: edge })).toBe(true);
      expect(holds({ low: edge })).toBe(true);
    }),
  );
});

const compass = (v: number): ReturnType<typeof reading> => reading(v, { unit: 'deg', instrument: 'heading' });
const many = (...v: number[]): Measured => ({
  kind: 'many',
  readings: Object.fromEntries(v.map((x, i) => [String(i), compass(x)])),
});

test('directions go round for relative, spread and match, against turning everything first (property)', () => {
  const relative: Limit = {
    ...base,
    unit: 'deg',
    kind: 'relative',
    expected: { value: 2 },
    tolerance: 5,
    inPercent: false,
  };
  expect(judge(relative, { kind: 'one', reading: compass(358) }, around)).toMatchObject({ state: 'within' });
  expect(judge(relative, { kind: 'one', reading: compass(350) }, around)).toMatchObject({ state: 'out' });
  const spread: Limit = { ...base, unit: 'deg', kind: 'spread', bounds: { high: 20 } };
  const match: Limit = { ...base, unit: 'deg', kind: 'match', atLeast: 2, bounds: { high: 20 } };
  expect(judge(spread, many(350, 2, 8), around)).toMatchObject({ state: 'within', value: 18 });
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 2, maxLength: 6 }),
      fc.integer({ min: 0, max: 359 }),
      (arc, turn) => {
        // All within 100 degrees: turned anywhere they lie as far apart as they did.
        const turned = arc.map((v) => (v + turn) % 360);
        const width = Math.max(...arc) - Math.min(...arc);
        const sorted = [...arc].sort((a, b) => a - b);
        const nearest = Math.min(...sorted.slice(1).map((v, i) => v - (sorted[i] ?? 0)));
        expect(judge(spread, many(...turned), around).value).toBe(width);
        expect(judge(match, many(...turned), around).value).toBe(nearest);
      },
    ),
  );
});

test('a volume over a time against the demand, and what is no volume or no time', () => {
  const flow: Limit = {
    ...base,
    unit: '%',
    kind: 'ratio',
    demand: { value: 30, unit: 'L/h' },
    bounds: { low: 150 },
  };
  const run = (litres: number, seconds: number): Measured => ({
    kind: 'pair',
    before: reading(litres, { unit: 'L', instrument: 'can', resolution: 0.1 }),
    after: reading(seconds, { unit: 's', instrument: 'watch', resolution: 0.1 }),
  });
  expect(judge(flow, run(6, 480), around)).toMatchObject({ state: 'within' });
  expect(judge(flow, run(6, 480), around).value).toBeCloseTo(150, 6);
  expect(judge(flow, run(5.9, 480), around).state).toBe('out');
  expect(judge(flow, run(0, 480), around).reason.code).toBe('volumeNotPositive');
  expect(judge(flow, run(-6, 480), around).reason.code).toBe('volumeNotPositive');
  expect(judge(flow, run(6, 0), around).reason.code).toBe('timeNotPositive');
});

test.each<[string, Partial<Limit> & { kind: Limit['kind'] }, string]>([
  [
    'a tolerance below nothing',
    { kind: 'relative', expected: { value: 5 }, tolerance: -1, inPercent: false },
    'sizeWrong',
  ],
  ['a window of nothing', { kind: 'rate', window: 0, maximumGap: 1, bounds: { high: 1 } }, 'sizeWrong'],
  [
    'a gap that is no figure',
    { kind: 'dwell', beyond: 1, side: 'above', maximumGap: NaN, bounds: { high: 1 } },
    'sizeWrong',
  ],
  [
    'a demand of nothing',
    { kind: 'ratio', unit: '%', demand: { value: 0, unit: 'L/h' }, bounds: { low: 1 } },
    'sizeWrong',
  ],
  ['one that agrees with itself', { kind: 'match', atLeast: 1, bounds: { high: 1 } }, 'sizeWrong'],
  [
    'a condition in no unit',
    { kind: 'band', bounds: { low: 1, high: 2 }, conditions: [{ fact: 'oil', low: 1, unit: 'cubit' }] },
    'conditionUnit',
  ],
  [
    'a condition the wrong way round',
    {
      kind: 'band',
      bounds: { low: 1, high: 2 },
      conditions: [{ fact: 'oil', low: 3, high: 1, unit: 'degC' }],
    },
    'conditionOrder',
  ],
])('%s is refused by name', (_title, limit, code) => {
  expect(limitErrors({ ...base, ...limit } as Limit).map((e) => e.code)).toContain(code);
});
