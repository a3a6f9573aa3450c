import { layoutFor } from '../aircraft/templates.ts';
import { judgeAnswer } from './judge-answer.ts';
import type { AnswerSpec, Basis, Check } from '../checks/types.ts';
import type { Limit } from '../limits/types.ts';
import type { PhotoMark, Scan } from '../papers/types.ts';
import { admit } from '../entries/admit.ts';
import type { PartAnswer } from './part-answer.ts';
import { BASIS, check, IDLE_LIMIT, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { reason } from '../reasons/reason.ts';
import { goodAnswer } from '../trial/good-answers.ts';
import { type ANSWERS, describeAnswer, kindOf, scansOf } from './answers.ts';

const NOW = '2026-06-01T12:00:00.000Z';
const HASH = 'a'.repeat(64);
const scan = (change: Partial<Scan> = {}): Scan => ({
  sha256: HASH,
  name: 'seen.jpg',
  type: 'image/jpeg',
  size: 10,
  ...change,
});

/** Satellites: at least 12, guarded as airworthiness is. */
const SATELLITES: Limit = {
  ...(IDLE_LIMIT as Extract<Limit, { kind: 'band' }>),
  key: 'satellites',
  title: 'Satellites',
  unit: 'count',
  acceptance: 'guarded',
  bounds: { low: 12 },
};
const COUNTED: AnswerSpec = { kind: 'count', unit: 'count', resolution: 1, plausible: { low: 0, high: 60 } };
const PHOTOGRAPHED: AnswerSpec = { kind: 'photo', views: ['left pin', 'right pin'] };

const basis = (checks: readonly Check[]): Basis => ({
  ...BASIS,
  pack: { ...PACK, gates: [], checks },
  aircraft: { ...BASIS.aircraft, layout: layoutFor('piston-twin') },
  limitBook: { ...BASIS.limitBook, limits: [...BASIS.limitBook.limits, SATELLITES] },
});
const opened = (...checks: readonly Check[]): Scribe => new Scribe().open(basis(checks));

/** What the door says to an answer; `taken` when it lets it in. */
function atTheDoor(spec: AnswerSpec, answer: PartAnswer, limits: readonly string[] = []): string {
  const s = opened(check('asked', { answer: spec, limits }));
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  return admitted.ok ? 'taken' : admitted.error.code;
}
/** The verdict on an answer by its first reason, and what it is called. */
function judged(spec: AnswerSpec, answer: PartAnswer, limits: readonly string[] = []) {
  const state = opened(check('asked', { answer: spec, limits })).state();
  const index = state.index;
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const [first] = judgeAnswer(index, part, answer, {}, NOW);
  return [first?.state, first?.reason.code, first?.margin?.value, describeAnswer(index, 'asked', answer)];
}

describe('a count', () => {
  const count = (n: number): PartAnswer => ({ kind: 'count', count: n });

  test('it is exact: a guarded limit takes the edge itself, and one less is out', () => {
    expect(judged(COUNTED, count(14), ['satellites'])).toEqual(['within', expect.any(String), 2, '14']);
    expect(judged(COUNTED, count(12), ['satellites'])).toEqual(['within', expect.any(String), 0, '12']);
    expect(judged(COUNTED, count(11), ['satellites'])).toEqual(['out', expect.any(String), -1, '11']);
  });

  test('without a limit it is looked at, and no more is said', () => {
    expect(judged(COUNTED, count(3))).toEqual(['within', 'recorded', undefined, '3']);
  });

  test('the door takes whole ones that the check allows, and nothing else for them', () => {
    expect(atTheDoor(COUNTED, count(0))).toBe('taken');
    expect(atTheDoor(COUNTED, count(60))).toBe('taken');
    expect(atTheDoor(COUNTED, count(61))).toBe('offTheGauge');
    expect(atTheDoor(COUNTED, count(2.5))).toBe('wrongForm');
    expect(atTheDoor(COUNTED, count(-1))).toBe('wrongForm');
    expect(atTheDoor(COUNTED, { kind: 'confirm', asExpected: true })).toBe('wrongForm');
  });
});

describe('photographs', () => {
  const photos = (...of: readonly (readonly [view: string, scan?: Scan])[]): PartAnswer => ({
    kind: 'photo',
    photos: of.map(([view, own = scan()]) => ({ view, scan: own })),
  });

  test('the door asks for every view, for no other, and for photographs', () => {
    const other = scan({ sha256: 'b'.repeat(64) });
    const third = scan({ sha256: 'c'.repeat(64) });
    expect(atTheDoor(PHOTOGRAPHED, photos(['left pin'], ['right pin', other]))).toBe('taken');
    expect(atTheDoor(PHOTOGRAPHED, photos(['left pin'], ['left pin', third], ['right pin', other]))).toBe(
      'taken',
    );
    // One photograph does not show two views.
    expect(atTheDoor(PHOTOGRAPHED, photos(['left pin'], ['right pin']))).toBe('wrongForm');
    expect(atTheDoor(PHOTOGRAPHED, photos(['left pin']))).toBe('wrongForm');
    expect(atTheDoor(PHOTOGRAPHED, photos())).toBe('wrongForm');
    expect(atTheDoor(PHOTOGRAPHED, photos(['left pin'], ['right pin', other], ['tail', third]))).toBe(
      'wrongForm',
    );
    const paper = scan({ type: 'application/pdf' });
    expect(atTheDoor(PHOTOGRAPHED, photos(['left pin', paper], ['right pin', other]))).toBe('wrongForm');
  });

  test('what is pointed at lies on the picture, has a length, and is not too much', () => {
    const arrow = { kind: 'arrow', from: [0, 0], to: [1, 1] } as const;
    const marked = (...marks: readonly PhotoMark[]): string =>
      atTheDoor(PHOTOGRAPHED, {
        kind: 'photo',
        photos: [
          { view: 'left pin', scan: scan(), marks },
          { view: 'right pin', scan: scan({ sha256: 'b'.repeat(64) }) },
        ],
      });
    expect([marked(arrow), marked(arrow, { ...arrow, kind: 'circle' }), marked()]).toEqual([
      'taken',
      'taken',
      'taken',
    ]);
    const off: readonly PhotoMark[] = [
      { ...arrow, to: [1.01, 1] },
      { ...arrow, from: [0, -0.01] },
      { ...arrow, to: [NaN, 0.5] },
      { ...arrow, to: [0, 0] },
    ];
    for (const mark of off) expect([mark, marked(arrow, mark) === 'taken']).toEqual([mark, false]);
    const many = (n: number): PhotoMark[] => Array.from({ length: n }, () => arrow);
    expect([marked(...many(20)) === 'taken', marked(...many(21)) === 'taken']).toEqual([true, false]);
  });

  test('every one of them belongs to the record', () => {
    const two = photos(['left pin', scan()], ['right pin', scan({ sha256: 'b'.repeat(64) })]);
    expect(scansOf(two).map((s) => s.sha256)).toEqual([HASH, 'b'.repeat(64)]);
    expect(judged(PHOTOGRAPHED, two)).toEqual(['within', 'recorded', undefined, '2 photographs']);
  });
});

test('what is missing is said in the words of the check, whatever its views are called', () => {
  const { say } = makeSentences({ part: (k) => k, subject: (k) => k, thing: (k) => k });
  expect(say(reason('viewMissing', { view: 'from above' }))).toBe('There is no photograph “from above” yet.');
  expect(say(reason('photoTwice', { view: 'from above' }))).toContain('“from above”');
  expect(say(reason('wrongForm', { wanted: 'photo', got: 'photo' }))).toBe(
    'This check is answered by a photograph of every view: by all of it, and by nothing else.',
  );
  expect(say(reason('wrongForm', { wanted: 'count', got: 'confirm' }))).toContain('a whole number, not by');
  expect(say(reason('notWhole', { value: { value: 12.5, unit: 'count' } }))).toBe(
    'Counted are whole ones: 12.5 is none.',
  );
});

describe('every way of answering', () => {
  const figure = { unit: 'rpm', resolution: 1, plausible: { low: 0, high: 3000 } };
  const SPECS: { readonly [K in keyof typeof ANSWERS]: AnswerSpec } = {
    reading: { kind: 'reading', ...figure },
    drop: { kind: 'drop', ...figure },
    count: COUNTED,
    cylinders: { kind: 'cylinders', ...figure },
    series: { kind: 'series', seconds: 5, ...figure },
    choice: { kind: 'choice', options: [{ id: 'up', text: 'Up', good: true }] },
    confirm: { kind: 'confirm' },
    timer: { kind: 'timer', seconds: 10 },
    text: { kind: 'text' },
    photo: PHOTOGRAPHED,
    weighing: { kind: 'weighing', method: 'scales' },
    loading: { kind: 'loading' },
    document: { kind: 'document', runsOut: 'date', copy: true },
    trail: { kind: 'trail', quietDays: 400 },
    signatures: { kind: 'signatures', inspected: true },
    equipment: { kind: 'equipment' },
    plate: { kind: 'plate' },
    locks: { kind: 'locks', locks: [{ id: 'pin', title: 'Main pin', form: 'cotter-pin' }] },
    tally: { kind: 'tally', listed: ['Tools'] },
    assembly: { kind: 'assembly', parts: [{ id: 'wing', title: 'Wing', steps: ['part', 'joint', 'tug'] }] },
    sense: { kind: 'sense', input: 'stick-right', of: 'surfaces' },
    'side-by-side': { ...figure, kind: 'side-by-side', of: 'motors', kinds: ['piston'] },
    heading: { ...figure, kind: 'heading', unit: 'deg' },
    flow: { kind: 'flow', runs: 2 },
    swing: { kind: 'swing', points: 8 },
    sphere: { kind: 'sphere', figures: [] },
    worksheet: { kind: 'worksheet', sheet: 'gauge-steps', figures: [] },
    samples: {
      kind: 'samples',
      drains: [{ id: 'left', title: 'Left wing' }],
      after: ['standing', 'wings-rocked'],
    },
    roll: {
      kind: 'roll',
      calls: [
        { id: 'power', title: 'Power reached', expects: 'full' },
        { id: 'alive', title: 'Speed alive', expects: 'moving' },
      ],
      abort: 'A call that does not come.',
    },
    mission: { kind: 'mission' },
    parameters: { kind: 'parameters' },
    travel: { kind: 'travel', axis: 'roll', takes: ['plus', 'minus'], in: 'mm', figures: [] },
    positions: {
      kind: 'positions',
      of: 'The cut',
      seen: [
        { id: 'turns', text: 'Turns' },
        { id: 'stops', text: 'Stops' },
      ],
      steps: [
        { position: 'Off', expected: 'turns' },
        { position: 'On', expected: 'stops' },
        { position: 'Off again', expected: 'turns' },
      ],
    },
  };

  test.each(Object.entries(SPECS))('%s: a good answer is whole, judged, and said in words', (kind, spec) => {
    const engine = kind === 'cylinders';
    const s = opened(check('asked', { answer: spec, ...(engine ? { subject: 'engine' } : {}) }));
    const state = s.state();
    const { index } = state;
    const part = [...(index?.parts.values() ?? [])][0];
    if (!index || !part) throw new Error('The part is missing.');
    const answer = goodAnswer(part, state, NOW);
    // A series may be timed instead; every other kind is answered by itself.
    expect(answer.kind).toBe(kind === 'series' ? 'reading' : kind);
    expect(kindOf(answer).isWhole(answer, part, index)).toBe(true);
    expect(judgeAnswer(index, part, answer, {}, NOW).length).toBeGreaterThan(0);
    expect(describeAnswer(index, 'asked', answer).trim()).not.toBe('');
    const copies = kind === 'photo' ? 2 : kind === 'document' ? 1 : 0;
    expect(scansOf(answer)).toHaveLength(copies);
  });

  test('a good answer says a mark of those locks alone that carry one: a pin has none to be in line', () => {
    const s = opened(
      check('asked', {
        answer: {
          kind: 'locks',
          locks: [
            { id: 'pin', title: 'Main pin', form: 'cotter-pin' },
            { id: 'nut', title: 'Rod end', form: 'jam-nut' },
          ],
        },
      }),
    );
    const state = s.state();
    const part = [...(state.index?.parts.values() ?? [])][0];
    if (!part) throw new Error('The part is missing.');
    expect(goodAnswer(part, state, NOW)).toEqual({
      kind: 'locks',
      locks: [
        { id: 'pin', seen: true, felt: true },
        { id: 'nut', seen: true, felt: true, marked: true },
      ],
    });
  });
});
