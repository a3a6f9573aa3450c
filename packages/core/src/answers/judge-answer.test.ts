import { AIRCRAFT, BASIS, BOOK, check, DROP_LIMIT, PACK, reading, Scribe } from '../testing/world.ts';
import { LOADING, SCALES, SHEET, weighing } from '../testing/loading.ts';
import type { Limit } from '../limits/types.ts';
import type { PartAnswer } from './part-answer.ts';
import { computedVerdicts } from '../standing/index.ts';
import { indexBasis, type Basis, type Check } from '../checks/index.ts';
import { judgeAnswer, measuredOf } from './index.ts';
import type { Aircraft } from '../aircraft/index.ts';
import { foldEntries } from '../entries/index.ts';
import { figuresOf } from '../standing/computed.ts';
import { surroundings } from './judge-answer.ts';

const AT = '2026-11-24T08:00:00Z';
const FIGURE = { unit: 'rpm', resolution: 1, plausible: { low: 0, high: 3500 } } as const;
const band = (key: string, bounds: object, change: Partial<Limit> = {}): Limit =>
  ({
    ...DROP_LIMIT,
    key,
    kind: 'band',
    title: key,
    class: 'performance',
    acceptance: 'simple',
    bounds,
    ...change,
  }) as Limit;

/** Judges one answer to one check, made for it. */
function judged(
  answer: PartAnswer,
  made: Partial<Check>,
  limits: readonly Limit[] = [],
  facts = {},
  change: Partial<Aircraft> = {},
  basis: Partial<Basis> = {},
) {
  const index = indexBasis({
    ...BASIS,
    pack: { ...PACK, checks: [check('x', { subject: 'engine', limits: limits.map((l) => l.key), ...made })] },
    limitBook: { ...BOOK, limits },
    aircraft: { ...AIRCRAFT, ...change },
    ...basis,
  });
  if (!index.ok) throw new Error('the basis of a test has to work');
  const part = [...index.value.parts.values()][0];
  if (!part) throw new Error('there is one part');
  return judgeAnswer(index.value, part, answer, facts, AT);
}
const states = (verdicts: readonly { state: string; reason: { code: string } }[]): string[] =>
  verdicts.map((v) => `${v.state} ${v.reason.code}`);

describe('answers that are no figures', () => {
  const options = [
    { id: 'clean', text: 'Clean', good: true },
    { id: 'dirty', text: 'Water in it', good: false },
  ];
  test.each<[string, PartAnswer, Partial<Check>, unknown]>([
    [
      'as expected, with what was expected',
      { kind: 'confirm', asExpected: true },
      { response: 'Tight' },
      [['within', 'asExpected', { answer: 'Tight' }]],
    ],
    [
      'not as expected, with what was seen instead',
      { kind: 'confirm', asExpected: false, note: 'Loose' },
      { response: 'Tight' },
      [['out', 'notAsExpected', { answer: 'Loose' }]],
    ],
    [
      'not as expected, without a word',
      { kind: 'confirm', asExpected: false },
      {},
      [['out', 'notAsExpected', { answer: '' }]],
    ],
    [
      'a good choice',
      { kind: 'choice', option: 'clean' },
      { answer: { kind: 'choice', options } },
      [['within', 'asExpected', { answer: 'Clean' }]],
    ],
    [
      'a bad choice',
      { kind: 'choice', option: 'dirty' },
      { answer: { kind: 'choice', options } },
      [['out', 'notAsExpected', { answer: 'Water in it' }]],
    ],
    [
      'a choice that there is not',
      { kind: 'choice', option: 'pink' },
      { answer: { kind: 'choice', options } },
      [['unknown', 'optionUnknown', { option: 'pink' }]],
    ],
    [
      'a choice where none was asked for',
      { kind: 'choice', option: 'clean' },
      {},
      [['unknown', 'optionUnknown', { option: 'clean' }]],
    ],
    ['words', { kind: 'text', text: 'by hand' }, { answer: { kind: 'text' } }, [['within', 'recorded', {}]]],
    [
      'no words',
      { kind: 'text', text: ' \n' },
      { answer: { kind: 'text' } },
      [['unknown', 'notAnswered', {}]],
    ],
  ])('%s', (_, answer, made, expected) => {
    expect(judged(answer, made).map((v) => [v.state, v.reason.code, v.reason.params])).toEqual(expected);
    expect(judged(answer, made).every((v) => !v.decisionNeeded)).toBe(true);
  });

  test.each<[number, string]>([
    [29_999, 'unknown timerShort'],
    [30_000, 'within timerDone'],
    [90_000, 'within timerDone'],
    [-30_000, 'unknown timerShort'],
  ])('a timer of 30 s that ran %d ms', (ran, expected) => {
    const startedAt = Date.parse(AT);
    const verdicts = judged(
      {
        kind: 'timer',
        startedAt: new Date(startedAt).toISOString(),
        endedAt: new Date(startedAt + ran).toISOString(),
      },
      { answer: { kind: 'timer', seconds: 30 } },
    );
    expect(states(verdicts)).toEqual([expected]);
    expect(verdicts[0]?.reason.params).toEqual({
      elapsed: { value: ran / 1000, unit: 's' },
      wanted: { value: 30, unit: 's' },
    });
  });

  test('a timer that nobody can read proves nothing', () => {
    const answer = { kind: 'timer', startedAt: 'then', endedAt: AT } as const;
    expect(states(judged(answer, { answer: { kind: 'timer', seconds: 30 } }))).toEqual([
      'unknown timerShort',
    ]);
  });

  test('words are held against a read-back only where the book has one', () => {
    const readBack: Limit = {
      ...band('mission', {}),
      kind: 'equals',
      expected: { text: 'A7 B2' },
    } as unknown as Limit;
    const made = { answer: { kind: 'text' } } as const;
    expect(states(judged({ kind: 'text', text: ' A7  B2 ' }, made, [readBack]))).toEqual([
      'within readBackAgrees',
    ]);
    expect(states(judged({ kind: 'text', text: 'A7 B3' }, made, [readBack]))).toEqual([
      'out readBackDiffers',
    ]);
    expect(
      states(
        judged({ kind: 'choice', option: 'A7 B2' }, { answer: { kind: 'choice', options } }, [readBack]),
      ),
    ).toEqual(['within readBackAgrees']);
  });
});

describe('figures', () => {
  const one = (value: number, change = {}): PartAnswer => ({
    kind: 'reading',
    reading: reading(value, change),
  });
  const READ = { answer: { kind: 'reading', ...FIGURE } } as const;

  test('without a limit a figure is recorded; with one it is judged; worst first among several', () => {
    expect(states(judged(one(700), READ))).toEqual(['within recorded']);
    const book = [band('wide', { low: 0, high: 3000 }), band('narrow', { low: 650, high: 690 })];
    expect(judged(one(700), READ, book).map((v) => [v.limit, v.state])).toEqual([
      ['narrow', 'out'],
      ['wide', 'within'],
    ]);
  });

  test('the power setting of a check is a condition of each of its limits, edges included', () => {
    const setting = { channel: 'rpm', value: 1700, tolerance: 50, unit: 'rpm' };
    const at = (rpm?: number) =>
      states(
        judged(one(700), { ...READ, setting }, [band('b', { low: 600, high: 800 })], {
          ...(rpm === undefined ? {} : { rpm: { value: rpm, unit: 'rpm' } }),
        }),
      );
    for (const rpm of [1650, 1700, 1750]) expect(at(rpm)).toEqual(['within inside']);
    for (const rpm of [1649, 1751]) expect(at(rpm)).toEqual(['unknown conditionFigure']);
    expect(at()).toEqual(['unknown factMissing']);
  });

  test('configuration, station and engine are those of the basis, whatever is sent along', () => {
    const only = (fact: string, equals: string): Limit =>
      band('b', { low: 0, high: 100 }, { conditions: [{ fact, equals }] });
    const lies = { configuration: 'Z9', station: 'taxi', engine: 'right' };
    for (const [fact, truth, lie] of [
      ['configuration', 'A1', 'Z9'],
      ['station', 'run-up', 'taxi'],
      ['engine', 'left', 'right'],
    ] as const) {
      expect(states(judged(one(500), READ, [only(fact, truth)], lies))).toEqual(['out aboveHigh']);
      expect(states(judged(one(500), READ, [only(fact, lie)], lies))).toEqual(['unknown conditionWord']);
    }
  });

  test('the past is that of the same limit on the same engine', () => {
    const trend = {
      ...band('heads', {}),
      kind: 'trend',
      against: 'airframe',
      minimum: 3,
      tolerance: 3,
      floor: 10,
    } as unknown as Limit;
    const past = (values: readonly number[]) => values.map((value) => ({ value, unit: 'rpm' }));
    const with_ = (key: string, values: readonly number[]) =>
      states(judged(one(700), READ, [trend], {}, {}, { past: { [key]: past(values) } }).slice(0, 1));
    expect(with_('heads@left', [700, 702, 698])).toEqual(['within inside']);
    expect(with_('heads@left', [600, 602, 598])).toEqual(['out aboveHigh']);
    expect(with_('heads@right', [700, 702, 698])).toEqual(['unknown pastTooShort']);
    expect(with_('others@left', [700, 702, 698])).toEqual(['unknown pastTooShort']);
  });

  test('of a set of cylinders each is held against a limit of one, the set against the others, and the worst is named', () => {
    const answer: PartAnswer = {
      kind: 'cylinders',
      readings: { 1: reading(100), 2: reading(140), 3: reading(260), 4: reading(110) },
    };
    const made = { answer: { kind: 'cylinders', ...FIGURE } } as const;
    const spread = { ...band('spread', { high: 150 }), kind: 'spread' } as Limit;
    const verdicts = judged(answer, made, [band('each', { high: 250, cautionHigh: 120 }), spread]);
    expect(verdicts.map((v) => v.state)).toEqual(['out', 'out', 'near', 'within', 'within']);
    const of = (state: string) =>
      verdicts.filter((v) => v.state === state).map((v) => [v.limit, v.reason.params['cylinder']]);
    expect(of('out')).toEqual(
      expect.arrayContaining([
        ['each', '3'],
        ['spread', undefined],
      ]),
    );
    expect(of('near')).toEqual([['each', '2']]);
    expect(of('within')).toEqual([
      ['each', '1'],
      ['each', '4'],
    ]);
    expect(verdicts.filter((v) => v.limit === 'each')).toHaveLength(4);
    expect(verdicts.find((v) => v.limit === 'spread')?.value).toBe(160);
  });

  test('a single cylinder, or a single cell, has nothing to differ from; the limits of one hold for it all the same', () => {
    const made = { answer: { kind: 'cylinders', ...FIGURE } } as const;
    const spread = { ...band('spread', { high: 150 }), kind: 'spread' } as Limit;
    const match = { ...band('match', { high: 5 }), kind: 'match', atLeast: 3 } as Limit;
    const book = [band('each', { high: 250 }), spread, match];
    const one = (value: number) =>
      judged({ kind: 'cylinders', readings: { 1: reading(value) } }, made, book).map((v) => [
        v.limit,
        v.state,
        v.reason.code,
      ]);
    expect(one(240)).toEqual([
      ['each', 'within', 'inside'],
      ['spread', 'within', 'onlyOne'],
      ['match', 'within', 'onlyOne'],
    ]);
    expect(one(260)[0]).toEqual(['each', 'out', 'aboveHigh']);
    // Two are two: they have to agree.
    const two = judged({ kind: 'cylinders', readings: { 1: reading(10), 2: reading(200) } }, made, book);
    expect(two.find((v) => v.limit === 'spread')?.state).toBe('out');
    expect(two.find((v) => v.limit === 'match')?.state).toBe('unknown');
  });

  test('what each kind of answer is measured by', () => {
    const [a, b] = [reading(1), reading(2)];
    const series = { unit: 'rpm', resolution: 1, source: 'live', t: [0, 1], v: [1, 2] } as const;
    expect(measuredOf({ kind: 'reading', reading: a })).toEqual({ kind: 'one', reading: a });
    expect(measuredOf({ kind: 'drop', before: a, after: b })).toEqual({ kind: 'pair', before: a, after: b });
    expect(measuredOf({ kind: 'cylinders', readings: { 1: a } })).toEqual({
      kind: 'many',
      readings: { 1: a },
    });
    expect(measuredOf({ kind: 'series', series })).toEqual({ kind: 'series', series });
    expect(measuredOf({ kind: 'choice', option: 'x' })).toEqual({ kind: 'words', words: { answer: 'x' } });
    expect(measuredOf({ kind: 'text', text: 'y' })).toEqual({ kind: 'words', words: { answer: 'y' } });
    expect(measuredOf({ kind: 'confirm', asExpected: true })).toBeUndefined();
    expect(measuredOf({ kind: 'plate', text: '', how: 'typed' })).toBeUndefined();
  });
});

describe('loading and papers go to their own judges, and the book has its say about their figures', () => {
  test('a weighing: out by a band of the book on mass, though the scales agree', () => {
    const change = { loading: LOADING, instruments: Object.values(SCALES), equipment: [] };
    const made = { subject: 'aircraft', answer: { kind: 'weighing', method: 'scales' } } as const;
    const scales = { kind: 'weighing', weighing: weighing([200, 300, 300]) } as PartAnswer;
    const without = judged(scales, made, [], {}, change);
    const light = judged(scales, made, [band('mass', { high: 1 }, { unit: 'kg' })], {}, change);
    expect(without.some((v) => v.limit === 'mass')).toBe(false);
    expect(light[0]).toMatchObject({ limit: 'mass', state: 'out' });
    expect(light.length).toBeGreaterThan(without.length);
    // A limit in a unit of another kind is no limit of these figures.
    expect(judged(scales, made, [band('volts', { high: 1 }, { unit: 'V' })], {}, change)).toEqual(without);
  });

  test('a sheet: its own verdicts, worst first, with those of the book', () => {
    const made = { subject: 'aircraft', answer: { kind: 'loading' } } as const;
    const sheet = { kind: 'loading', sheet: SHEET } as PartAnswer;
    const own = judged(sheet, made, [], {}, { loading: LOADING });
    const both = judged(sheet, made, [band('mass', { high: 1 }, { unit: 'kg' })], {}, { loading: LOADING });
    expect(own.length).toBeGreaterThan(0);
    expect(both[0]).toMatchObject({ limit: 'mass', state: 'out' });
    // Where nobody described the loading, nothing can be reckoned.
    expect(judged(sheet, made, [], {})[0]?.state).toBe('unknown');
  });

  test('papers by the day of the answer and the hours of the aircraft', () => {
    const document = (expiresOn: string) =>
      ({ kind: 'document', document: { number: 'P-1', expiresOn } }) as PartAnswer;
    const made = { answer: { kind: 'document', runsOut: 'date', copy: false } } as const;
    expect(judged(document('2026-11-24'), made)[0]?.state).toBe('within');
    expect(judged(document('2026-11-23'), made)[0]?.state).toBe('out');
    const hours = (untilHours: number) =>
      judged({ kind: 'document', document: { number: 'P-1', untilHours } } as PartAnswer, {
        answer: { kind: 'document', runsOut: 'hours', copy: false },
      })[0]?.state;
    expect([hours(AIRCRAFT.hours), hours(AIRCRAFT.hours - 0.1)]).toEqual(['within', 'out']);
    expect(judged({ kind: 'plate', text: '', how: 'typed' }, { answer: { kind: 'plate' } })[0]?.state).toBe(
      'unknown',
    );
  });
});

describe('a figure worked out from others', () => {
  const drops = (of: Record<string, readonly [number, number]>): Scribe => {
    const scribe = new Scribe().upToRunning();
    for (const [key, [before, after]] of Object.entries(of)) {
      const [id = '', subject = ''] = key.split('@');
      scribe.drop(id, subject, before, after);
    }
    return scribe;
  };
  const worked = (scribe: Scribe, key = 'drops-apart@left') => {
    const state = foldEntries(scribe.entries);
    const part = state.index?.parts.get(key);
    if (!state.index || !part) throw new Error('the part is there');
    return { found: computedVerdicts(state, state.index, part), state, part };
  };

  test('is not there until each of its grounds is, and then is their difference', () => {
    expect(worked(drops({})).found).toBeUndefined();
    expect(worked(drops({ 'drop-a@left': [1700, 1620] })).found).toBeUndefined();
    expect(
      worked(drops({ 'drop-a@left': [1700, 1620], 'drop-b@right': [1700, 1600] })).found,
    ).toBeUndefined();
    const { found, state, part } = worked(
      drops({ 'drop-a@left': [1700, 1620], 'drop-b@left': [1700, 1588] }),
    );
    expect(found?.verdicts[0]).toMatchObject({ limit: 'difference', value: 32, state: 'within' });
    expect(figuresOf(state, part).map((a) => a.entry)).toEqual(found?.figure.split('+'));
    // It is as old as the newest of them, and is named by all.
    expect(found?.from.entry).toBe(figuresOf(state, part)[1]?.entry);
  });

  test('follows what it is worked out from: corrected, it is another figure', () => {
    const scribe = drops({ 'drop-a@left': [1700, 1620], 'drop-b@left': [1700, 1588] });
    const before = worked(scribe).found;
    scribe.drop('drop-a', 'left', 1700, 1690);
    const after = worked(scribe).found;
    expect(after?.verdicts[0]).toMatchObject({ value: 102, state: 'out' });
    expect(after?.figure).not.toBe(before?.figure);
    expect(after?.from.entry).toBe(scribe.entries[scribe.entries.length - 1]?.id);
  });

  test('with one ground on both engines they are compared as a pair; without a limit that applies it is not known', () => {
    const checks = PACK.checks.map((c) =>
      c.id === 'drops-apart'
        ? ({
            ...c,
            subject: 'aircraft',
            answer: { kind: 'computed', from: ['idle'], value: 'reading' },
            limits: ['difference'],
          } as Check)
        : c,
    );
    const idle = (basis: Basis, left: number, right: number): Scribe => {
      const scribe = new Scribe().upToRunning(basis);
      for (const [engine, value] of [
        ['left', left],
        ['right', right],
      ] as const) {
        scribe.drop('drop-a', engine, 1700, 1640);
        scribe.add('answer.given', {
          check: 'idle',
          subject: engine,
          answer: { kind: 'reading', reading: reading(value) },
          facts: {},
        });
      }
      return scribe;
    };
    const basis = { ...BASIS, pack: { ...PACK, checks } };
    expect(worked(idle(basis, 700, 640), 'drops-apart@aircraft').found?.verdicts[0]).toMatchObject({
      value: 60,
      state: 'out',
    });
    const bare = {
      ...basis,
      pack: { ...PACK, checks: checks.map((c) => (c.id === 'drops-apart' ? { ...c, limits: [] } : c)) },
    };
    expect(worked(idle(bare, 700, 640), 'drops-apart@aircraft').found?.verdicts).toEqual([
      { state: 'unknown', decisionNeeded: false, reason: { code: 'notAnswered', params: {} } },
    ]);
    // Any other check is worked out from nothing.
    expect(worked(idle(basis, 700, 640), 'idle@left').found).toBeUndefined();
  });

  test('is judged in its own surroundings, with the facts of its grounds', () => {
    const { state, part } = worked(drops({}));
    if (!state.index) throw new Error('opened');
    expect(surroundings(state.index, part, { rpm: { value: 5, unit: 'rpm' } }, AT)).toMatchObject({
      at: AT,
      facts: {
        rpm: { value: 5, unit: 'rpm' },
        configuration: 'A1',
        station: 'run-up',
        engine: 'left',
      },
      past: { difference: [] },
    });
  });
});
