import fc from 'fast-check';
import { GAUGE, reading } from '../testing/world.ts';
import {
  compareLimitBooks,
  instrumentAt,
  judge,
  judgeAll,
  median,
  reviewLimits,
  robustBaseline,
  type Limit,
  type Measured,
  type Surroundings,
} from './index.ts';

const around: Surroundings = {
  instruments: {
    gauge: GAUGE,
    clock: { ...GAUGE, id: 'clock', unit: 's', accuracy: 0.05, resolution: 0.01 },
    flow: { ...GAUGE, id: 'flow', unit: 'L/h', accuracy: 0.5, resolution: 0.5 },
  },
  at: '2026-11-24T08:00:00Z',
  facts: { demand: { value: 36, unit: 'L/h' }, mission: 'A7 B2 C9' },
};
const base = {
  key: 'k',
  title: 'Test',
  unit: 'rpm',
  class: 'performance',
  acceptance: 'simple',
  source: { document: 'Test book', revision: '1' },
  conditions: [],
} as const;
const many = (values: readonly number[], change = {}): Measured => ({
  kind: 'many',
  readings: Object.fromEntries(values.map((v, i) => [String(i + 1), reading(v, change)])),
});
const words = (said: Record<string, string>): Measured => ({ kind: 'words', words: said });

/** Every choice of `size` out of the values: the slow route to what agrees best. */
function choices(values: readonly number[], size: number): number[][] {
  if (size === 0) return [[]];
  return values.flatMap((v, i) => choices(values.slice(i + 1), size - 1).map((rest) => [v, ...rest]));
}

describe('match', () => {
  const match = (atLeast: number, high: number): Limit => ({
    ...base,
    kind: 'match',
    atLeast,
    bounds: { high },
  });

  test('the figure judged is the least spread over every choice of so many readings (second route, property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 3000 }), { minLength: 2, maxLength: 8 }),
        fc.integer({ min: 2, max: 8 }),
        (values, wanted) => {
          const verdict = judge(match(wanted, 20), many(values), around);
          if (values.length < wanted) return verdict.state === 'unknown';
          const least = Math.min(...choices(values, wanted).map((c) => Math.max(...c) - Math.min(...c)));
          expect(verdict.value).toBe(least);
          expect(verdict.state).toBe(least <= 20 ? 'within' : 'out');
        },
      ),
    );
  });

  test('one stray reading of four does not hurt when three have to agree, and does when all have to', () => {
    expect(judge(match(3, 5), many([100, 101, 102, 180]), around).state).toBe('within');
    expect(judge(match(4, 5), many([100, 101, 102, 180]), around).state).toBe('out');
  });
});

test('together: from the first to the last instant, on the edge is inside, one alone says nothing', () => {
  const limit: Limit = { ...base, unit: 's', kind: 'together', bounds: { high: 0.2 } };
  const at = { unit: 's', instrument: 'clock', resolution: 0.01 };
  expect(judge(limit, many([2.1, 2.3, 2.2], at), around)).toMatchObject({ state: 'within' });
  expect(judge(limit, many([2.1, 2.31], at), around)).toMatchObject({ state: 'out' });
  expect(judge(limit, many([2.1], at), around)).toMatchObject({ state: 'unknown' });
});

test('responds: the wrong way is out, whatever the size; the guarded rule counts both readings', () => {
  const limit = (direction: 'up' | 'down'): Limit => ({
    ...base,
    kind: 'responds',
    direction,
    bounds: { low: 100 },
  });
  const pair = (a: number, b: number): Measured => ({ kind: 'pair', before: reading(a), after: reading(b) });
  expect(judge(limit('up'), pair(1700, 1850), around)).toMatchObject({ state: 'within', value: 150 });
  expect(judge(limit('down'), pair(1700, 1850), around)).toMatchObject({ state: 'out', value: -150 });
  expect(
    judge({ ...limit('up'), class: 'safety', acceptance: 'guarded' }, pair(1700, 1802), around),
  ).toMatchObject({
    state: 'near',
    decisionNeeded: true,
  });
});

describe('ratio', () => {
  const limit = (demand: Extract<Limit, { kind: 'ratio' }>['demand']): Limit => ({
    ...base,
    unit: '%',
    kind: 'ratio',
    demand,
    bounds: { low: 150 },
  });
  const flow = (value: number): Measured => ({
    kind: 'one',
    reading: reading(value, { unit: 'L/h', instrument: 'flow', resolution: 0.5 }),
  });

  test('delivered over demanded, from the book or from a fact; 150 % of 36 L/h is 54 L/h', () => {
    for (const demand of [{ value: 36, unit: 'L/h' }, { fact: 'demand' }]) {
      expect(judge(limit(demand), flow(54), around)).toMatchObject({ state: 'within', value: 150 });
      expect(judge(limit(demand), flow(53.5), around)).toMatchObject({ state: 'out' });
    }
  });

  test('no demand, or none above nothing, is never a pass', () => {
    expect(judge(limit({ fact: 'other' }), flow(54), around).state).toBe('unknown');
    expect(judge(limit({ value: 0, unit: 'L/h' }), flow(54), around).state).toBe('unknown');
    expect(judge(limit({ value: 36, unit: 'psi' }), flow(54), around).state).toBe('unknown');
  });
});

describe('words', () => {
  const sense: Limit = {
    ...base,
    unit: '1',
    kind: 'sense',
    expected: { 'left aileron': 'up', 'right aileron': 'down' },
  };

  test('one surface the wrong way is out even while another is unanswered; a missing one is unknown', () => {
    expect(judge(sense, words({ 'left aileron': 'up', 'right aileron': 'down' }), around).state).toBe(
      'within',
    );
    expect(judge(sense, words({ 'left aileron': 'down' }), around).state).toBe('out');
    expect(judge(sense, words({ 'left aileron': 'up' }), around).state).toBe('unknown');
  });

  test('a read-back is compared letter by letter, spaces apart', () => {
    const equals: Limit = { ...base, unit: '1', kind: 'equals', expected: { fact: 'mission' } };
    expect(judge(equals, words({ answer: ' A7  B2 C9 ' }), around).state).toBe('within');
    expect(judge(equals, words({ answer: 'A7 B2 c9' }), around).state).toBe('out');
    expect(judge(equals, words({ answer: '  ' }), around).state).toBe('unknown');
    expect(judge({ ...equals, expected: { fact: 'nothing' } }, words({ answer: 'x' }), around).state).toBe(
      'unknown',
    );
    expect(judge(equals, many([1, 2]), around).state).toBe('unknown');
  });
});

describe('trend', () => {
  const limit: Limit = {
    ...base,
    kind: 'trend',
    against: 'airframe',
    minimum: 5,
    tolerance: 4,
    cautionTolerance: 2,
    floor: 5,
  };
  const past = (values: readonly number[]): Surroundings => ({
    ...around,
    past: { k: values.map((value) => ({ value, unit: 'rpm' })) },
  });
  const now = (value: number): Measured => ({ kind: 'one', reading: reading(value) });

  test('the robust baseline is unmoved by one wild value, and by order (property)', () => {
    expect(robustBaseline([10, 11, 12, 13, 90])).toEqual({ centre: 12, deviation: 1.4826 });
    fc.assert(
      fc.property(fc.array(fc.integer(), { minLength: 1, maxLength: 15 }), (values) => {
        const middle = median(values);
        expect(values.filter((v) => v < middle).length * 2).toBeLessThanOrEqual(values.length);
        expect(values.filter((v) => v > middle).length * 2).toBeLessThanOrEqual(values.length);
        expect(median([...values].reverse())).toBe(middle);
      }),
    );
  });

  test('one that informs only holds nobody up: unlike before is near and said, too short a past says nothing beside others', () => {
    const informs: Limit = { ...limit, class: 'information' };
    const hard: Limit = { ...base, key: 'hard', kind: 'band', bounds: { low: 1000, high: 2000 } };
    const usual = past([1700, 1702, 1698, 1701, 1699, 1700]);
    expect(judge(limit, now(1800), usual).state).toBe('out');
    const unlike = judge(informs, now(1800), usual);
    expect([unlike.state, unlike.reason.code, unlike.decisionNeeded]).toEqual([
      'near',
      'unlikeItself',
      false,
    ]);
    expect(judge(informs, now(1701), usual).state).toBe('within');
    const keys = (limits: readonly Limit[], value: number, around_: Surroundings) =>
      judgeAll(limits, now(value), around_).map((v) => [v.limit, v.state]);
    expect(keys([informs, hard], 1701, past([1700, 1701]))).toEqual([['hard', 'within']]);
    expect(keys([informs, hard], 2100, usual)).toEqual([
      ['hard', 'out'],
      ['k', 'near'],
    ]);
    // One that is more than information waits until it can tell.
    expect(keys([limit, hard], 1701, past([1700, 1701]))[0]).toEqual(['k', 'unknown']);
  });

  test('unlike its past is out, a past too short says nothing, and a past without scatter leaves the floor', () => {
    const usual = past([1700, 1702, 1698, 1701, 1699, 1700]);
    expect(judge(limit, now(1701), usual).state).toBe('within');
    expect(judge(limit, now(1720), usual).state).toBe('out');
    expect(judge(limit, now(1701), past([1700, 1700])).state).toBe('unknown');
    expect(judge(limit, now(1704), past([1700, 1700, 1700, 1700, 1700])).state).toBe('within');
  });
});

test('a gauge that had run out when it was read stays out although it has been calibrated since', () => {
  const old = { ...GAUGE, calibratedUntil: '2026-01-31' };
  const renewed = { ...GAUGE, calibratedFrom: '2026-11-01', calibratedUntil: '2027-11-01', before: old };
  expect(instrumentAt(renewed, '2026-10-31T12:00:00Z')).toBe(old);
  const limit: Limit = { ...base, kind: 'band', bounds: { low: 0, high: 2000 } };
  const judged = (at: string): string =>
    judge(limit, { kind: 'one', reading: reading(1000) }, { ...around, instruments: { gauge: renewed }, at })
      .state;
  expect(
    ['2026-10-31', '2026-11-01', '2027-11-01', '2027-11-02'].map((d) => judged(`${d}T12:00:00Z`)),
  ).toEqual(['unknown', 'within', 'within', 'unknown']);
});

describe('looking through a book', () => {
  const oil = (key: string, low: number, high: number, change: Partial<Limit> = {}): Limit =>
    ({
      ...base,
      key,
      title: key,
      unit: 'psi',
      kind: 'band',
      quantity: 'Oil pressure',
      bounds: { low: 55, high: 90 },
      conditions: [{ fact: 'oil-temperature', low, high, unit: 'degC' }],
      ...change,
    }) as Limit;
  const codes = (...limits: Limit[]): string[] => reviewLimits(limits).map((n) => n.reason.code);

  test('ranges that share only an edge are whole; a gap, an overlap, two units, an empty caution are said', () => {
    expect(codes(oil('cold', 0, 40), oil('hot', 40, 110))).toEqual([]);
    expect(codes(oil('cold', 0, 40), oil('hot', 45, 110))).toEqual(['conditionGap']);
    expect(codes(oil('cold', 0, 50), oil('hot', 45, 110))).toEqual(['conditionOverlap']);
    expect(codes(oil('cold', 0, 40), oil('hot', 40, 110, { unit: 'bar' }))).toEqual(['unitsMixed']);
    expect(codes(oil('cold', 0, 40, { bounds: { low: 55, cautionLow: 55 } } as Partial<Limit>))).toEqual([
      'cautionEmpty',
    ]);
  });

  test('errors keep a book from being published', () => {
    expect(codes(oil('a', 0, 1, { bounds: { low: 90, high: 55 } } as Partial<Limit>))).toEqual([
      'edgesOrder',
    ]);
    expect(codes(oil('a', 0, 1), oil('a', 1, 2))).toEqual(['keyTwice']);
    expect(codes({ ...base, kind: 'together', unit: 'rpm', bounds: { high: 1 } })).toEqual(['unitNotTime']);
    expect(codes({ ...base, kind: 'spread', unit: 'degC', bounds: { high: 40 } })).toEqual([
      'temperatureMeant',
    ]);
  });

  test('slips between two revisions: another unit copied, a unit changed alone, ten times off, and honest changes', () => {
    const slips = (before: Limit, after: Limit): string[] =>
      compareLimitBooks([before], [after]).flatMap((c) => c.slips.map((s) => s.code));
    const band = (unit: string, low: number, high: number): Limit =>
      oil('oil', 0, 1, { unit, bounds: { low, high } } as Partial<Limit>);
    expect(slips(band('psi', 55, 90), band('psi', 3.8, 6.2))).toEqual(['unitSlip']);
    expect(slips(band('psi', 55, 90), band('bar', 55, 90))).toEqual(['unitSlip']);
    expect(slips(band('degC', 40, 110), band('degC', 104, 230))).toEqual(['unitSlip']);
    expect(slips(band('psi', 55, 90), band('psi', 5.5, 9))).toEqual(['tenfoldSlip']);
    expect(slips(band('psi', 55, 90), band('psi', 50, 95))).toEqual([]);
    expect(slips(band('psi', 55, 90), band('bar', 3.79, 6.2))).toEqual([]);
  });

  test('changes are complete: applying them to the old book gives the new one (property)', () => {
    const book = fc.uniqueArray(
      fc.record({
        key: fc.constantFrom('a', 'b', 'c', 'd'),
        high: fc.integer({ min: 1, max: 3 }),
        title: fc.constantFrom('x', 'y'),
      }),
      { selector: (l) => l.key },
    );
    const made = (rows: readonly { key: string; high: number; title: string }[]): Limit[] =>
      rows.map(({ key, high, title }) => ({ ...base, key, title, kind: 'band', bounds: { high } }));
    fc.assert(
      fc.property(book, book, (a, b) => {
        const [before, after] = [made(a), made(b)];
        const applied = new Map(before.map((l) => [l.key, l]));
        for (const change of compareLimitBooks(before, after)) {
          if (change.after) applied.set(change.key, change.after);
          else applied.delete(change.key);
          if (change.change === 'changed') expect(change.judgesOther).toBe(change.fields.includes('bounds'));
        }
        expect(new Set(applied.values())).toEqual(new Set(after));
      }),
    );
  });
});
