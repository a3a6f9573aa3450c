import { GAUGE, OLD_GAUGE, reading } from '../testing/world.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { checkSamples, steepest } from './series.ts';
import {
  judge,
  judgeAll,
  judgeBounds,
  judgeConditions,
  limitEdges,
  marginTo,
  type Bounds,
  type Instrument,
  type Limit,
  type Measured,
  type Surroundings,
} from './index.ts';
import { flowOf } from './response.ts';
import { instrumentExpired, judgeable, stepRatio } from './reading.ts';
import { worstFirst } from './worst-first.ts';

/** What the judge says beside the state: the reason with every figure in it, the margin, and who has to decide. */

const gauge = (unit: string, change: Partial<Instrument> = {}): Instrument => ({
  ...GAUGE,
  id: unit,
  name: `Gauge in ${unit}`,
  unit,
  ...change,
});
const around: Surroundings = {
  instruments: {
    gauge: GAUGE,
    'old-gauge': OLD_GAUGE,
    blind: { ...GAUGE, id: 'blind', accuracy: undefined } as unknown as Instrument,
    psi: gauge('psi', { accuracy: 1 }),
    L: gauge('L', { accuracy: 0.05, resolution: 0.1 }),
    s: gauge('s', { accuracy: 0.2, resolution: 0.1 }),
    degF: gauge('degF', { accuracy: 2 }),
  },
  at: '2026-11-24T08:00:00Z',
  facts: { demand: { value: 36, unit: 'L/h' }, expected: { value: 2, unit: 'bar' }, word: 'A7', oil: 'hot' },
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
const limit = (change: object): Limit => ({ ...base, ...change }) as unknown as Limit;
const one = (value: number, change = {}): Measured => ({ kind: 'one', reading: reading(value, change) });
const pair = (before: number, after: number, change = {}): Measured => ({
  kind: 'pair',
  before: reading(before, change),
  after: reading(after, change),
});
const many = (values: readonly number[], change = {}): Measured => ({
  kind: 'many',
  readings: Object.fromEntries(values.map((v, i) => [String(i), reading(v, change)])),
});
const series = (t: readonly number[], v: readonly number[], change = {}): Measured => ({
  kind: 'series',
  series: { unit: 'rpm', resolution: 1, source: 'live', instrument: 'gauge', t, v, ...change },
});
const words: Measured = { kind: 'words', words: { answer: 'A7' } };

describe('the kernel says which edge, by how much, and what may be behind it', () => {
  const bounds: Bounds = { low: 10, high: 150, cautionLow: 20, cautionHigh: 110 };
  const ask = (value: number, change: object = {}) =>
    judgeBounds({
      limit: 'k',
      class: 'performance',
      rule: 'simple',
      unit: 'rpm',
      value,
      uncertainty: 4,
      resolution: 1,
      bounds,
      because: { low: 'It is dead.', high: 'It is weak.' },
      ...change,
    });
  const edge = (value: number) => ({ value, unit: 'rpm', resolution: 1 });

  test.each<[string, number, object, string, string, string | undefined]>([
    ['below', 9, {}, 'out', 'belowLow', 'It is dead.'],
    ['above', 151, {}, 'out', 'aboveHigh', 'It is weak.'],
    ['on the low edge', 10, {}, 'near', 'cautionLow', undefined],
    ['on the high edge', 150, {}, 'near', 'cautionHigh', undefined],
    ['on a caution edge', 20, {}, 'within', 'inside', undefined],
    ['on the other', 110, {}, 'within', 'inside', undefined],
    ['just beyond it', 110.01, {}, 'near', 'cautionHigh', undefined],
    ['just before it', 19.99, {}, 'near', 'cautionLow', undefined],
    ['guarded, near', 147, { rule: 'guarded' }, 'near', 'insideGuard', undefined],
    [
      'guarded, by just its uncertainty',
      14,
      { rule: 'guarded', bounds: { low: 10 } },
      'within',
      'inside',
      undefined,
    ],
    ['guarded, out', 9, { rule: 'guarded' }, 'out', 'belowLow', 'It is dead.'],
    [
      'guarded, not known how good',
      60,
      { rule: 'guarded', uncertainty: undefined },
      'unknown',
      'uncertaintyMissing',
      undefined,
    ],
    [
      'guarded, nonsense',
      60,
      { rule: 'guarded', uncertainty: -1 },
      'unknown',
      'uncertaintyMissing',
      undefined,
    ],
    [
      'guarded, no figure',
      60,
      { rule: 'guarded', uncertainty: NaN },
      'unknown',
      'uncertaintyMissing',
      undefined,
    ],
    [
      'guarded and without end',
      60,
      { rule: 'guarded', uncertainty: Infinity },
      'unknown',
      'uncertaintyMissing',
      undefined,
    ],
    ['with caution alone', 60, { bounds: { cautionHigh: 110 } }, 'within', 'insideOpen', undefined],
    ['no figure', NaN, {}, 'unknown', 'notFinite', undefined],
    ['without end', -Infinity, {}, 'unknown', 'notFinite', undefined],
  ])('%s', (_, value, change, state, code, why) => {
    const verdict = ask(value, change);
    expect([
      verdict.state,
      verdict.reason.code,
      verdict.reason.params['why'],
      verdict.decisionNeeded,
    ]).toEqual([state, code, why, false]);
  });

  test('close to an edge of safety or airworthiness a person decides; of the others nobody has to', () => {
    const decided = (of: string) => {
      const v = ask(147, { rule: 'guarded', class: of });
      return [v.state, v.reason.code, v.decisionNeeded];
    };
    expect(decided('safety')).toEqual(['near', 'insideGuardDecision', true]);
    expect(decided('airworthiness')).toEqual(['near', 'insideGuardDecision', true]);
    expect(decided('performance')).toEqual(['near', 'insideGuard', false]);
    expect(decided('information')).toEqual(['near', 'insideGuard', false]);
  });

  test('every figure is in the reason, the edges as they were written, the value beside all of them', () => {
    expect(ask(112)).toEqual({
      limit: 'k',
      class: 'performance',
      rule: 'simple',
      unit: 'rpm',
      bounds,
      decisionNeeded: false,
      value: 112,
      uncertainty: 4,
      resolution: 1,
      margin: { value: 38, unit: 'rpm', edge: 'high', share: 38 / 140 },
      state: 'near',
      reason: reason('cautionHigh', {
        value: { value: 112, unit: 'rpm', resolution: 1, beside: [10, 150, 20, 110] },
        low: edge(10),
        high: edge(150),
        uncertainty: { value: 4, unit: 'rpm', resolution: 0.1 },
      }),
    });
    expect(ask(60, { bounds: { low: 10.25 }, uncertainty: undefined, per: 's' })).toMatchObject({
      per: 's',
      uncertainty: undefined,
      reason: reason('inside', {
        value: { value: 60, unit: 'rpm', resolution: 1, per: 's', beside: [10.25] },
        low: { value: 10.25, unit: 'rpm', resolution: 0.01, per: 's' },
      }),
    });
    expect('high' in ask(60, { bounds: { low: 10 } }).reason.params).toBe(false);
    expect('uncertainty' in ask(60, { uncertainty: undefined }).reason.params).toBe(false);
    expect(ask(60, { uncertainty: -1 }).uncertainty).toBeUndefined();
    expect(limitEdges(bounds)).toEqual([10, 150, 20, 110]);
    expect(limitEdges({ high: 5 })).toEqual([5]);
  });

  test('the margin is to the nearer hard edge, as a share where there are two', () => {
    expect(marginTo(112, { low: 10, high: 150 }, 'rpm')).toEqual({
      value: 38,
      unit: 'rpm',
      edge: 'high',
      share: 38 / 140,
    });
    expect(marginTo(12, { low: 10, high: 150 }, 'rpm')).toEqual({
      value: 2,
      unit: 'rpm',
      edge: 'low',
      share: 2 / 140,
    });
    expect(marginTo(80, { low: 10, high: 150 }, 'rpm')?.edge).toBe('high');
    expect(marginTo(12, { low: 10 }, 'rpm')).toEqual({ value: 2, unit: 'rpm', edge: 'low' });
    expect(marginTo(12, { high: 10 }, 'rpm')).toEqual({ value: -2, unit: 'rpm', edge: 'high' });
    expect(marginTo(12, { cautionHigh: 10 }, 'rpm')).toBeUndefined();
  });
});

describe('a measurement of another form says nothing, and says which form is wanted', () => {
  const shapes: readonly [string, object, Measured[]][] = [
    ['one', { kind: 'band', bounds: { high: 1 } }, [pair(1, 2), many([1, 2]), series([0, 1], [1, 2]), words]],
    [
      'one',
      { kind: 'relative', expected: { value: 1 }, tolerance: 1, inPercent: false },
      [pair(1, 2), many([1, 2])],
    ],
    ['one', { kind: 'trend', against: 'airframe', minimum: 3, tolerance: 1, floor: 1 }, [pair(1, 2), words]],
    [
      'one',
      { kind: 'ratio', unit: '%', demand: { fact: 'demand' }, bounds: { low: 1 } },
      [many([1, 2]), words],
    ],
    ['pair', { kind: 'drop', bounds: { high: 1 } }, [one(1), many([1, 2]), words]],
    ['pair', { kind: 'responds', direction: 'up', bounds: { low: 1 } }, [one(1), many([1, 2])]],
    [
      'two',
      { kind: 'difference', circular: false, bounds: { high: 1 } },
      [one(1), many([1, 2, 3]), many([1]), words],
    ],
    ['many', { kind: 'spread', bounds: { high: 1 } }, [one(1), pair(1, 2)]],
    ['many', { kind: 'match', atLeast: 2, bounds: { high: 1 } }, [one(1), pair(1, 2)]],
    ['many', { kind: 'together', unit: 's', bounds: { high: 1 } }, [one(1), words]],
    ['series', { kind: 'rate', window: 1, maximumGap: 2, bounds: { high: 1 } }, [one(1), pair(1, 2)]],
    [
      'series',
      { kind: 'settle', target: { low: 1 }, hold: 1, maximumGap: 2, bounds: { high: 1 } },
      [pair(1, 2), words],
    ],
    [
      'series',
      { kind: 'dwell', beyond: 1, side: 'above', maximumGap: 2, bounds: { high: 1 } },
      [pair(1, 2), many([1])],
    ],
    ['words', { kind: 'sense', expected: { a: 'up' } }, [one(1), many([1, 2])]],
    ['words', { kind: 'equals', expected: { text: 'A' } }, [one(1), series([0, 1], [1, 2])]],
  ];
  test.each(shapes)('%s wanted by %p', (wanted, change, wrong) => {
    for (const measured of wrong) {
      const verdict = judge(limit(change), measured, around);
      expect(verdict).toMatchObject({ state: 'unknown', limit: 'k', rule: 'simple', class: 'performance' });
      expect(verdict.reason).toEqual(reason('wrongShape', { wanted, got: measured.kind }));
      expect(verdict.decisionNeeded).toBe(false);
    }
  });
});

describe('why a reading says nothing', () => {
  const band = limit({ kind: 'band', bounds: { low: 0, high: 3000 } });
  const why = (l: Limit, measured: Measured, change: Partial<Surroundings> = {}): Reason =>
    judge(l, measured, { ...around, ...change }).reason;

  test('its instrument ran out, is unknown, or measures another thing; it is no figure', () => {
    expect(why(band, one(1700, { instrument: 'old-gauge' }))).toEqual(
      reason('instrumentExpired', { instrument: 'Old gauge', until: '2026-01-31' }),
    );
    expect(why(band, one(1700, { instrument: 'lost' }))).toEqual(
      reason('unknownInstrument', { instrument: 'lost' }),
    );
    expect(why(band, one(NaN)).code).toBe('notFinite');
    expect(why(band, one(1, { unit: 'psi' })).code).toBe('wrongKind');
    // Of two, either one is enough.
    const drop = limit({ kind: 'drop', bounds: { high: 100 } });
    for (const bad of [
      { before: reading(1, { instrument: 'lost' }) },
      { after: reading(1, { instrument: 'lost' }) },
    ])
      expect(why(drop, { ...pair(10, 5), ...bad } as Measured).code).toBe('unknownInstrument');
    const spread = limit({ kind: 'spread', bounds: { high: 100 } });
    expect(why(spread, many([1, 2], { instrument: 'lost' })).code).toBe('unknownInstrument');
    expect(why(spread, many([1])).params).toEqual({ wanted: 2, got: 1 });
    expect(why(limit({ kind: 'match', atLeast: 3, bounds: { high: 1 } }), many([1, 2])).params).toEqual({
      wanted: 3,
      got: 2,
    });
    expect(why(limit({ kind: 'match', atLeast: 0, bounds: { high: 1 } }), many([1])).params).toEqual({
      wanted: 2,
      got: 1,
    });
    expect(
      why(
        limit({ kind: 'together', unit: 's', bounds: { high: 1 } }),
        many([1], { unit: 's', instrument: 's' }),
      ).params,
    ).toEqual({
      wanted: 2,
      got: 1,
    });
  });

  test('days of a certificate count from the first to the last, both included', () => {
    const held = { ...GAUGE, calibratedFrom: '2026-03-01', calibratedUntil: '2026-03-14' };
    const at = (day: string) => instrumentExpired(held, `${day}T23:59:59Z`);
    expect(['2026-02-28', '2026-03-01', '2026-03-14', '2026-03-15'].map(at)).toEqual([
      true,
      false,
      false,
      true,
    ]);
    expect(instrumentExpired({ ...held, calibratedUntil: null }, '2030-01-01T00:00:00Z')).toBe(false);
    expect(instrumentExpired(GAUGE, '1990-01-01T00:00:00Z')).toBe(false);
  });

  test('a reading in another unit takes its accuracy, its step and its scatter with it', () => {
    const found = judgeable(
      reading(4.7, { unit: 'bar', instrument: 'psi', resolution: 0.1, scatter: 0.2, count: 4 }),
      'psi',
      around,
    );
    const bar = 100_000 / 6894.757293168;
    expect(found.ok && found.value.value).toBeCloseTo(4.7 * bar, 9);
    expect(found.ok && found.value.resolution).toBeCloseTo(0.1 * bar, 9);
    // Accuracy of ±1 psi, a step of 0.1 bar, which is coarser than that of the gauge, and 0.2 bar over the root of four.
    const variance = 1 / 3 + (0.1 * bar) ** 2 / 12 + (0.2 * bar) ** 2 / 4;
    expect(found.ok && found.value.uncertainty).toBeCloseTo(2 * Math.sqrt(variance), 9);
    const worked = judgeable(
      reading(1, { unit: 'bar', source: 'computed', uncertainty: 0.5, resolution: 0.25 }),
      'psi',
      around,
    );
    expect(worked.ok && [worked.value.uncertainty, worked.value.resolution]).toEqual([
      expect.closeTo(0.5 * bar, 9),
      expect.closeTo(0.25 * bar, 9),
    ]);
    expect(stepRatio('degF', 'degC')).toBeCloseTo(5 / 9, 12);
    expect(stepRatio('psi', 'psi')).toBe(1);
    const blind = judgeable(reading(1, { instrument: 'blind' }), 'rpm', around);
    expect(blind.ok && blind.value.uncertainty).toBeUndefined();
    const typed = judgeable(reading(1, { instrument: undefined }), 'rpm', around);
    expect(typed.ok && typed.value.uncertainty).toBeUndefined();
  });

  test('an expected value, a demand or a past that is not there', () => {
    const relative = (fact: string) =>
      limit({ kind: 'relative', unit: 'psi', expected: { fact }, tolerance: 5, inPercent: false });
    const psi = (value: number) => one(value, { unit: 'psi', instrument: 'psi' });
    expect(why(relative('nothing'), psi(29))).toEqual(reason('factMissing', { fact: 'nothing' }));
    expect(why(relative('word'), psi(29))).toEqual(reason('factMissing', { fact: 'word' }));
    expect(why(relative('demand'), psi(29)).code).toBe('wrongKind');
    expect(judge(relative('expected'), psi(29), around)).toMatchObject({ state: 'within', unit: 'psi' });
    const ratio = (demand: object) => limit({ kind: 'ratio', unit: '%', demand, bounds: { low: 125 } });
    const flow = one(54, { unit: 'L/h', instrument: undefined });
    expect(judge(ratio({ fact: 'demand' }), flow, around)).toMatchObject({ value: 150, state: 'within' });
    expect(judge(ratio({ value: 36, unit: 'L/h' }), flow, around)).toMatchObject({ value: 150 });
    for (const nothing of [0, -1])
      expect(
        why(ratio({ value: nothing, unit: 'V' }), one(12, { unit: 'V', instrument: undefined })).code,
      ).toBe('demandNotPositive');
    const trend = limit({ kind: 'trend', against: 'fleet', minimum: 3, tolerance: 2, floor: 1 });
    expect(why(trend, one(5))).toEqual(reason('pastTooShort', { wanted: 3, got: 0 }));
    expect(why(trend, one(5), { past: { k: [{ value: 1, unit: 'psi' }] } }).code).toBe('wrongKind');
  });

  test('a condition that nobody recorded, that is another word, or is not a figure; the edge that it misses is told', () => {
    const under = (condition: object) =>
      limit({ kind: 'band', bounds: { low: 0, high: 9 }, conditions: [condition] });
    const facts = { temperature: { value: 81.4, unit: 'degC' }, oil: 'hot' };
    const ask = (condition: object) => why(under(condition), one(5), { facts });
    expect(ask({ fact: 'moon', equals: 'full' })).toEqual(reason('factMissing', { fact: 'moon' }));
    expect(ask({ fact: 'oil', low: 5 })).toEqual(reason('factNotAFigure', { fact: 'oil' }));
    expect(ask({ fact: 'oil', equals: 'cold' })).toEqual(
      reason('conditionWord', { fact: 'oil', is: 'hot', wanted: 'cold' }),
    );
    expect(ask({ fact: 'temperature', high: 80, unit: 'degC' })).toEqual(
      reason('conditionFigure', {
        fact: 'temperature',
        value: { value: 81.4, unit: 'degC', resolution: 1, beside: [80] },
        high: { value: 80, unit: 'degC' },
      }),
    );
    expect(ask({ fact: 'temperature', low: 90, high: 110, unit: 'degC' })).toEqual(
      reason('conditionFigure', {
        fact: 'temperature',
        value: { value: 81.4, unit: 'degC', resolution: 1, beside: [90] },
        low: { value: 90, unit: 'degC' },
        high: { value: 110, unit: 'degC' },
      }),
    );
    expect(ask({ fact: 'temperature', low: 10, high: 80, unit: 'degC' }).params?.['value']).toMatchObject({
      beside: [80],
    });
    expect(ask({ fact: 'temperature', low: 90, unit: 'degC' }).params?.['value']).toMatchObject({
      beside: [90],
    });
    expect(ask({ fact: 'temperature', low: 1, unit: 'psi' }).code).toBe('wrongKind');
    // Sums that binary does not make exactly still meet the edge they are equal to, from either side.
    for (const [value, edge] of [
      [0.1 + 0.2, { high: 0.3 }],
      [0.7 - 0.4, { low: 0.3 }],
    ] as const)
      expect(judgeConditions([{ fact: 'x', unit: 'bar', ...edge }], { x: { value, unit: 'bar' } })).toEqual({
        state: 'met',
      });
    // One that is not met settles it, whatever else is not known.
    expect(
      judgeConditions(
        [
          { fact: 'moon', equals: 'full' },
          { fact: 'oil', equals: 'cold' },
        ],
        facts,
      ).state,
    ).toBe('notMet');
    expect(judgeConditions([], {})).toEqual({ state: 'met' });
  });
});

describe('flow as a volume over a time', () => {
  const volume = (value: number) => reading(value, { unit: 'L', instrument: 'L', resolution: 0.1 });
  const time = (value: number) => reading(value, { unit: 's', instrument: 's', resolution: 0.1 });
  test('litres an hour, with the shares of both uncertainties added by their squares', () => {
    const found = flowOf(volume(6), time(480), around);
    expect(found.ok && found.value.value).toBeCloseTo(45, 9);
    const u = (a: number, r: number): number => 2 * Math.sqrt(a ** 2 / 3 + r ** 2 / 12);
    const share = Math.sqrt((u(0.05, 0.1) / 6) ** 2 + (u(0.2, 0.1) / 480) ** 2);
    expect(found.ok && found.value.uncertainty).toBeCloseTo(45 * share, 9);
    expect(found.ok && found.value.resolution).toBeCloseTo((0.1 / 480) * 3600, 9);
  });
  test('nothing delivered, in no time, or by things that are neither', () => {
    const code = (a: Parameters<typeof volume>[0] | object, b: object) => {
      const found = flowOf(a as never, b as never, around);
      return found.ok ? 'ok' : found.error.code;
    };
    expect(code(volume(0), time(10))).toBe('volumeNotPositive');
    expect(code(volume(-1), time(10))).toBe('volumeNotPositive');
    expect(code(volume(1), time(0))).toBe('timeNotPositive');
    expect(code(time(1), time(1))).toBe('wrongKind');
    expect(code(volume(1), volume(1))).toBe('wrongKind');
    const unknown = flowOf({ ...volume(6), instrument: undefined } as never, time(480), around);
    expect(unknown.ok && unknown.value.uncertainty).toBeUndefined();
  });
});

describe('recordings that nothing can be said of', () => {
  test.each<[string, readonly number[], readonly number[], Reason]>([
    ['too few', [0], [1], reason('seriesTooShort')],
    ['uneven', [0, 1], [1], reason('seriesUneven')],
    ['no figure', [0, 1], [1, NaN], reason('notFinite')],
    ['no time', [0, Infinity], [1, 1], reason('notFinite')],
    ['not in order', [0, 1, 1], [1, 1, 1], reason('seriesNotInOrder')],
    ['backwards', [0, 1, 0.5], [1, 1, 1], reason('seriesNotInOrder')],
    [
      'with a gap',
      [0, 1, 3.001],
      [1, 1, 1],
      reason('seriesGap', { gap: { value: 3.001 - 1, unit: 's', resolution: 0.1 } }),
    ],
  ])('%s', (_, t, v, error) => {
    expect(checkSamples({ t, v }, 2)).toEqual({ ok: false, error });
  });
  test('a gap of just as long as may be is none, also where the difference is not exact in binary', () => {
    expect(checkSamples({ t: [0.6, 1.1, 1.6], v: [1, 1, 1] }, 0.5).ok).toBe(true);
    expect(steepest({ t: [0, 0.4, 0.7], v: [0, 4, 7] }, 0.3)).toMatchObject({ ok: true });
    expect(steepest({ t: [0, 1], v: [0, 1] }, 2)).toEqual({ ok: false, error: reason('seriesTooShort') });
  });
  test('a rate goes by the end of its band that is nearer, and says per second', () => {
    const rate = (bounds: Bounds) => limit({ kind: 'rate', window: 1, maximumGap: 2, bounds });
    const falls = series([0, 1, 2, 3], [0, 5, 3, 3]);
    expect(judge(rate({ low: -1, high: 9 }), falls, around)).toMatchObject({
      value: -2,
      state: 'out',
      per: 's',
    });
    expect(judge(rate({ low: -9, high: 4 }), falls, around)).toMatchObject({ value: 5, state: 'out' });
    expect(judge(rate({ high: 6 }), falls, around)).toMatchObject({ value: 5, state: 'within' });
    expect(judge(rate({ low: -6 }), falls, around)).toMatchObject({ value: -2, state: 'within' });
    const found = judge(rate({ high: 6 }), falls, around);
    const sample = 2 * Math.sqrt(25 / 3 + 1 / 12);
    expect(found.uncertainty).toBeCloseTo(Math.SQRT2 * sample, 9);
    expect(judge(rate({ high: 6 }), series([0, 9], [0, 1]), around).reason.code).toBe('seriesGap');
  });
  test('not settled yet is not out, until no later sample could save it; still beyond is not over', () => {
    const settle = limit({
      kind: 'settle',
      target: { low: 50 },
      hold: 2,
      maximumGap: 2,
      bounds: { high: 5 },
    });
    const rising = (n: number) =>
      series(
        Array.from({ length: n }, (_, i) => i),
        Array.from({ length: n }, () => 0),
      );
    expect(judge(settle, rising(8), around).reason).toEqual(
      reason('notSettledYet', { length: { value: 7, unit: 's' } }),
    );
    expect(judge(settle, rising(9), around)).toMatchObject({ state: 'out', value: 6, unit: 's' });
    const dwell = (bounds: Bounds) =>
      limit({ kind: 'dwell', beyond: 50, side: 'above', maximumGap: 2, bounds });
    const over = series([0, 1, 2, 3], [60, 60, 60, 60]);
    expect(judge(dwell({ high: 5 }), over, around).reason).toEqual(
      reason('stillBeyond', { length: { value: 3, unit: 's', resolution: 0.1 } }),
    );
    expect(judge(dwell({ high: 2 }), over, around)).toMatchObject({ state: 'out', value: 3 });
    expect(judge(dwell({ low: 3 }), over, around)).toMatchObject({ state: 'within', value: 3 });
    expect(judge(dwell({ low: 3.5 }), over, around).reason.code).toBe('stillBeyond');
    expect(judge(dwell({ low: 1, high: 5 }), over, around).reason.code).toBe('stillBeyond');
    // A stopwatch may stand for either.
    const timed = one(4, { unit: 's', instrument: 's' });
    expect([judge(settle, timed, around).value, judge(dwell({ high: 5 }), timed, around).unit]).toEqual([
      4,
      's',
    ]);
    expect(judge(settle, one(4), around).reason.code).toBe('wrongKind');
  });
});

describe('among several limits', () => {
  const hot = limit({
    key: 'hot',
    kind: 'band',
    bounds: { high: 50 },
    conditions: [{ fact: 'oil', equals: 'hot' }],
  });
  const cold = limit({
    key: 'cold',
    kind: 'band',
    bounds: { high: 90 },
    conditions: [{ fact: 'oil', equals: 'cold' }],
  });
  const lost = limit({
    key: 'lost',
    kind: 'band',
    bounds: { high: 90 },
    conditions: [{ fact: 'moon', equals: 'full' }],
  });
  const keys = (limits: readonly Limit[], value = 60) =>
    judgeAll(limits, one(value), around).map((v) => `${v.limit} ${v.state}`);
  test('those that do not apply are left out, unless none does; those of which nobody knows stay', () => {
    expect(keys([cold, hot])).toEqual(['hot out']);
    expect(keys([cold])).toEqual(['cold unknown']);
    expect(keys([cold, lost])).toEqual(['lost unknown']);
    expect(keys([hot, lost], 40)).toEqual(['lost unknown', 'hot within']);
    expect(keys([])).toEqual([]);
  });
  test('of two alike the smaller share of what is allowed comes first, and one that needs a decision before', () => {
    const wide = limit({ key: 'wide', kind: 'band', bounds: { low: 0, high: 1000 } });
    const narrow = limit({ key: 'narrow', kind: 'band', bounds: { low: 50, high: 1000 } });
    const open = limit({ key: 'open', kind: 'band', bounds: { high: 61 } });
    expect(keys([open, wide, narrow])).toEqual(['narrow within', 'wide within', 'open within']);
    const near = { state: 'near', decisionNeeded: false, reason: reason('a') } as const;
    const asks = { state: 'near', decisionNeeded: true, reason: reason('b') } as const;
    const out = { state: 'out', decisionNeeded: false, reason: reason('c') } as const;
    const unknown = { state: 'unknown', decisionNeeded: false, reason: reason('d') } as const;
    const within = { state: 'within', decisionNeeded: false, reason: reason('e') } as const;
    expect(worstFirst([within, near, asks, unknown, out])).toEqual([out, unknown, asks, near, within]);
    expect(worstFirst([near, { ...near, reason: reason('z') }]).map((v) => v.reason.code)).toEqual([
      'a',
      'z',
    ]);
  });
});
