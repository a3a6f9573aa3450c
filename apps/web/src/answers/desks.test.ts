import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import {
  ANSWERS,
  EMPTY_CAMPAIGN,
  indexBasis,
  layoutFor,
  type Check,
  type Part,
  type PartAnswer,
  type SampleSeen,
} from '@kanzel/core';
import { readerOf } from '../../../../packages/packs/src/testing/reader-of.ts';
import { AIRCRAFT, BASIS, check, PACK } from '../../../../packages/core/src/testing/world.ts';
import { standingOnDesk, withStep } from './assembly/desk.ts';
import { saidOnDesk, withSaid } from './positions/desk.ts';
import { FLOW_DESK, withStart, withStop } from './flow/desk.ts';
import { roundsOnDesk, SAMPLES_DESK, withoutRound, withSeen } from './samples/desk.ts';
import { withPress } from './side-by-side/desk.ts';
import { candidateOf, draftFromAnswer } from './candidate.ts';
import type { PartDraft } from './desk.ts';
import { ANSWER_KINDS, deskOf, figureNames } from './desks.ts';

/** What a pack may say of a check, by the schema that is made from the classes of the door. */
const { definitions } = JSON.parse(
  readFileSync(join(__dirname, '../../../../packages/packs/schemas/module.schema.json'), 'utf8'),
) as { definitions: { answer: object } };
const bySchema = readerOf({ ...definitions.answer, definitions });

const GAUGE = { unit: 'kPa', resolution: 5, plausible: { low: 20, high: 700 } };
const checks: readonly Check[] = ANSWER_KINDS.map((kind) =>
  check(`by-${kind}`, {
    station: 'inspection',
    subject: kind === 'cylinders' ? 'engine' : 'aircraft',
    answer:
      kind === 'side-by-side'
        ? {
            ...GAUGE,
            kind,
            of: 'motors',
            kinds: ['piston'],
            timed: true,
            unit: 's',
            plausible: { low: 0, high: 60 },
          }
        : deskOf(kind).begin(GAUGE),
    limits: [],
  }),
);
const equipment = [{ id: 'radio', title: 'Radio', partNumber: 'RT-1', serial: '77' }];
const index = (() => {
  const made = indexBasis({
    ...BASIS,
    pack: { ...PACK, checks, gates: [] },
    aircraft: { ...AIRCRAFT, equipment, layout: layoutFor('piston-twin') },
  });
  if (!made.ok) throw new Error('The world of the tests is not one.');
  return made.value;
})();
const partOf = (kind: string): Part => {
  const [part] = index.partsOfCheck.get(`by-${kind}`) ?? [];
  if (!part) throw new Error(`No part of ${kind}`);
  return part;
};
const candidate = (kind: string, draft: PartDraft) => candidateOf(EMPTY_CAMPAIGN, index, partOf(kind), draft);

test('every way of answering of the core is on the desk, and a check that goes over to it is one that the door takes', () => {
  expect([...ANSWER_KINDS].sort()).toEqual(Object.keys(ANSWERS).sort());
  expect(new Set(ANSWER_KINDS.map((k) => deskOf(k).title)).size).toBe(ANSWER_KINDS.length);
  for (const kind of ANSWER_KINDS) {
    const fresh = deskOf(kind).begin(GAUGE);
    expect([kind, fresh.kind, bySchema(JSON.parse(JSON.stringify(fresh)))]).toEqual([kind, kind, true]);
  }
});

test('a gauge goes with a check from one figure to another, and a count takes none', () => {
  for (const kind of ['reading', 'drop', 'cylinders', 'series'] as const)
    expect(deskOf(kind).begin(GAUGE)).toMatchObject(GAUGE);
  expect(deskOf('count').begin(GAUGE)).toMatchObject({ unit: 'count', resolution: 1 });
});

test('nothing is an answer before something was typed, taken or chosen', () => {
  // Loading begins with what is aboard: here nobody described any.
  for (const kind of ANSWER_KINDS) expect([kind, candidate(kind, {}).ok]).toEqual([kind, false]);
  for (const kind of ['text', 'confirm', 'choice', 'plate', 'trail', 'signatures', 'document'])
    expect(candidate(kind, { texts: { value: ' ', plate: ' ', number: ' ' }, note: '  ' })).toMatchObject({
      error: { code: 'notAnswered' },
    });
});

test('of what is told by how much and which way, an amount alone is no answer', () => {
  const spec = { kind: 'reading', ...GAUGE, plausible: { low: -700, high: 700 } } as const;
  const directions = { plus: 'Up', minus: 'Down' };
  const [part] = index.partsOfCheck.get('by-reading') ?? [];
  if (!part) throw new Error('No part of reading');
  const said = (value: string, direction?: string): unknown => {
    const room = { state: EMPTY_CAMPAIGN, index, part, spec: { ...spec, directions } };
    const made = deskOf('reading').answer(room, {
      texts: { value },
      picks: direction === undefined ? {} : { direction },
    });
    return made.ok ? made.value : made.error.code;
  };
  expect(said('300', 'minus')).toMatchObject({ kind: 'reading', reading: { value: -300, unit: 'kPa' } });
  expect(said('300', 'plus')).toMatchObject({ reading: { value: 300 } });
  expect(said('0')).toMatchObject({ reading: { value: 0 } });
  expect([said('300'), said('300', '__proto__'), said('-300', 'plus')]).toEqual([
    'directionMissing',
    'directionMissing',
    'amountSigned',
  ]);
});

test('what is typed of figures is read under the names of its fields', () => {
  const texts = { value: '3', before: '400', after: '310' };
  expect(candidate('drop', { texts })).toMatchObject({
    value: { answer: { before: { value: 400, unit: 'kPa' }, after: { value: 310 } } },
  });
  expect(candidate('count', { texts })).toMatchObject({ value: { answer: { kind: 'count', count: 3 } } });
  // A count is whole, and none at the least; a recording timed by hand is a reading in seconds.
  for (const value of ['2.5', '-1'])
    expect(candidate('count', { texts: { value } })).toMatchObject({ error: { code: 'notWhole' } });
  expect(candidate('series', { texts })).toMatchObject({
    value: { answer: { kind: 'reading', reading: { value: 3, unit: 's', source: 'typed' } } },
  });
  const names = figureNames(index, partOf('cylinders'));
  expect(names).toEqual(Array.from({ length: AIRCRAFT.engines[0]?.cylinders ?? 0 }, (_, i) => String(i + 1)));
  const all = Object.fromEntries(names.map((n) => [n, '90']));
  expect(candidate('cylinders', { texts: all }).ok).toBe(true);
  for (const name of names)
    expect(candidate('cylinders', { texts: { ...all, [name]: '' } })).toMatchObject({
      error: { code: 'noFigure' },
    });
});

const word = fc.stringMatching(/^[A-Za-z0-9][A-Za-z0-9 .-]{0,10}[A-Za-z0-9]$/);
const day = fc
  .date({ min: new Date('1960-01-01'), max: new Date('2060-01-01'), noInvalidDate: true })
  .map((d) => d.toISOString().slice(0, 10));
const maybe = <T>(one: fc.Arbitrary<T>) => fc.option(one, { nil: undefined });
const hours = fc.integer({ min: 0, max: 90_000 }).map((n) => n / 10);
const scan = fc.record({
  sha256: fc.stringMatching(/^[0-9a-f]{64}$/),
  name: word,
  type: fc.constant('image/png'),
  size: fc.integer({ min: 1, max: 10_000 }),
});
const scans = fc.uniqueArray(scan, { maxLength: 2, selector: (s) => s.sha256 });
/** Members that are not there are left out, as in the record. */
const said = (value: unknown): PartAnswer => JSON.parse(JSON.stringify(value)) as PartAnswer;
const condition = fc.oneof(
  fc.record({ kind: fc.constantFrom('dayOnly', 'other'), text: word }),
  fc.record({ kind: fc.constant('crew'), value: fc.integer({ min: 1, max: 9 }), text: word }),
  fc.record({
    kind: fc.constant('highest'),
    value: fc.integer({ min: 100, max: 5000 }),
    unit: fc.constant('m'),
    text: word,
  }),
);
const anyPaper = fc.oneof(
  fc
    .record({
      number: word,
      issuedBy: maybe(word),
      issuedOn: maybe(day),
      expiresOn: maybe(day),
      untilHours: maybe(hours),
      untilCycles: maybe(fc.integer({ min: 0, max: 9000 })),
      conditions: fc.array(condition, { maxLength: 3 }),
      scans,
    })
    .map((document) => said({ kind: 'document', document })),
  fc
    .array(
      fc.record({
        book: word,
        from: day,
        to: day,
        hoursFrom: hours,
        hoursTo: hours,
        explained: maybe(word),
        scans,
      }),
      { minLength: 1, maxLength: 4 },
    )
    .map((stretches) => said({ kind: 'trail', stretches })),
  fc
    .array(
      fc.record({
        what: word,
        sheet: maybe(word),
        doneBy: maybe(word),
        doneOn: maybe(day),
        inspectedBy: maybe(word),
        inspectedOn: maybe(day),
        scans,
      }),
      { minLength: 1, maxLength: 4 },
    )
    .map((items) => said({ kind: 'signatures', items: items.map((i, k) => ({ id: String(k + 1), ...i })) })),
  fc
    .array(fc.record({ title: word, partNumber: word, serial: word }), { minLength: 1, maxLength: 4 })
    .map((seen) => said({ kind: 'equipment', seen: seen.map((e, i) => ({ id: `e${i + 1}`, ...e })) })),
  fc
    .record({ text: word, how: fc.constantFrom('typed', 'scanned') })
    .map((plate) => said({ kind: 'plate', ...plate })),
);

test('a paper brought back to be corrected reads as it was kept; only cycles now are asked anew (property)', () => {
  fc.assert(
    fc.property(anyPaper, (kept) => {
      const typed = draftFromAnswer(kept, 'correction');
      const read = typed && candidate(kept.kind, typed);
      expect(read?.ok && read.value.answer).toEqual(kept);
    }),
    { numRuns: 300 },
  );
});

test('positions are answered in their order; one that is taken back takes back what came behind it (round trip)', () => {
  const { answer: spec } = partOf('positions').check;
  if (spec.kind !== 'positions') throw new Error('Not by positions.');
  let draft: PartDraft = {};
  const press = (at: number, id: string): void => {
    draft = { ...draft, ...withSaid(spec, draft, at, id) };
  };
  press(0, 'works');
  press(1, 'stands-still');
  expect(candidate('positions', draft)).toMatchObject({
    error: { code: 'positionUnanswered', params: { position: 'Off again' } },
  });
  press(2, 'works');
  const whole = candidate('positions', draft);
  if (!whole.ok) throw new Error('Not whole.');
  expect(whole.value.answer).toEqual({ kind: 'positions', seen: ['works', 'stands-still', 'works'] });
  const again = candidate('positions', draftFromAnswer(whole.value.answer, 'correction') ?? {});
  expect(again.ok && again.value.answer).toEqual(whole.value.answer);
  press(0, 'stands-still');
  expect(saidOnDesk(spec, draft)).toEqual(['stands-still', 'stands-still', 'works']);
  press(1, 'stands-still');
  expect(saidOnDesk(spec, draft)).toEqual(['stands-still']);
  // What the check does not ask for is no word of it.
  expect(saidOnDesk(spec, { picks: { '0': 'works', '1': 'smokes', '2': 'works' } })).toEqual(['works']);
});

test('presses count from the first of them; two are enough, one is none, and what is typed off a film stands by itself', () => {
  const [a = '', b = ''] = figureNames(index, partOf('side-by-side'));
  let draft: PartDraft = {};
  const press = (id: string, at: number): void => {
    draft = { ...draft, ...withPress(draft, id, at), picks: { timedBy: 'press' } };
  };
  expect(candidate('side-by-side', draft)).toMatchObject({ error: { code: 'notAnswered' } });
  press(b, 100.004);
  expect(candidate('side-by-side', draft)).toMatchObject({ error: { code: 'besideOneAlone' } });
  press(a, 100.436);
  expect(candidate('side-by-side', draft)).toMatchObject({
    value: { answer: { timedBy: 'press', readings: { [a]: { value: 0.43, unit: 's' }, [b]: { value: 0 } } } },
  });
  const typed = { ...draft, texts: { [a]: '0', [b]: '0,2' } };
  expect(candidate('side-by-side', typed)).toMatchObject({
    value: { answer: { timedBy: 'film', readings: { [a]: { value: 0 }, [b]: { value: 0.2 } } } },
  });
  // A press behind what the vehicle said begins anew: the two have no common first.
  const heard = { ...draft, picks: { timedBy: 'speeds' } };
  expect(withPress(heard, a, 200).taken).toEqual({ [a]: expect.objectContaining({ value: 0 }) as object });
});

test('a heading asks for what each figure is, and for the declination only where two norths are mixed (round trip)', () => {
  const whole = {
    texts: { own: '139', first: '143', second: '139' },
    picks: {
      'own north': 'magnetic',
      'first north': 'true',
      'second north': 'magnetic',
      'first source': 'sighted-line',
      'second source': 'hand-compass',
    },
  };
  const without = (name: string): PartDraft => ({ ...whole, picks: { ...whole.picks, [name]: '' } });
  for (const [name, what] of [
    ['own north', 'The north of the heading shown'],
    ['first source', 'What the first reference is'],
    ['second north', 'The north of the second reference'],
  ] as const)
    expect(candidate('heading', without(name))).toMatchObject({
      error: { code: 'headingLacks', params: { what } },
    });
  expect(candidate('heading', whole)).toMatchObject({
    error: { code: 'headingLacks', params: { what: 'The declination of this place' } },
  });
  const said = candidate('heading', { ...whole, texts: { ...whole.texts, declination: '4,0' } });
  if (!said.ok) throw new Error('Not whole.');
  expect(said.value.answer).toMatchObject({ declination: { value: 4, unit: 'deg-angle' } });
  const again = candidate('heading', draftFromAnswer(said.value.answer, 'correction') ?? {});
  expect(again.ok && again.value.answer).toEqual(said.value.answer);
  const same = {
    ...whole,
    picks: { ...whole.picks, 'first source': 'hand-compass', 'first north': 'magnetic' },
  };
  expect(candidate('heading', same)).toMatchObject({ error: { code: 'headingOneSource' } });
});

test('a clock that runs is not started twice; what a hand types since was read off a watch (round trip)', () => {
  const spec = { kind: 'flow', runs: 2 } as const;
  const cautions = { cautions: ['Bonded.'], limits: [] };
  const room = {
    state: EMPTY_CAMPAIGN,
    index,
    spec,
    part: { ...partOf('confirm'), check: check('timed', { answer: spec, ...cautions }) },
  };
  let draft: PartDraft = { picks: { prepared: 'yes' }, texts: { 'reads-to': '0,02' } };
  const put = (change: Partial<PartDraft>): void => void (draft = { ...draft, ...change });
  const said = () => FLOW_DESK.answer(room, draft);
  expect(said()).toMatchObject({ error: { code: 'notAnswered' } });
  put(withStart(draft, 1, 1000));
  put(withStart(draft, 1, 5000));
  expect(said()).toMatchObject({ error: { code: 'flowStillRuns' } });
  put(withStop(draft, 101_004));
  expect(withStop(draft, 200_000)).toEqual({});
  expect(said()).toMatchObject({ error: { code: 'headingLacks', params: { what: 'The volume of run 1' } } });
  put({ texts: { ...draft.texts, 'volume 1': '2,00', 'time 2': '99,8', 'volume 2': '2,00' } });
  expect(said()).toMatchObject({
    value: { runs: [{ time: { value: 100 }, timedBy: 'press' }, { timedBy: 'watch' }] },
  });
  expect(FLOW_DESK.answer(room, { ...draft, picks: { ...draft.picks, prepared: '' } })).toMatchObject({
    error: { code: 'flowNotPrepared' },
  });
  const whole = said();
  const { typeAgain } = FLOW_DESK;
  if (!whole.ok || whole.value.kind !== 'flow' || typeAgain === 'never') throw new Error('Not whole.');
  expect(FLOW_DESK.answer(room, typeAgain.draft(whole.value))).toEqual(whole);
  // Typed over, it was read off a watch.
  put({ texts: { ...draft.texts, 'time 1': '99,9' } });
  expect(said()).toMatchObject({ value: { runs: [{ timedBy: 'watch' }, { timedBy: 'watch' }] } });
});

test('samples ask for the next round by themselves, and stop at water only where somebody says so (round trip)', () => {
  const spec = {
    kind: 'samples',
    drains: [
      { id: 'left', title: 'Left' },
      { id: 'right', title: 'Right' },
    ],
    after: ['standing', 'wings-rocked'],
  } as const;
  const room = { state: EMPTY_CAMPAIGN, index, spec, part: partOf('confirm') };
  let draft: PartDraft = {};
  const see = (round: number, left: SampleSeen, right: SampleSeen = left): void => {
    draft = { ...draft, ...withSeen(draft, round, 'left', left) };
    draft = { ...draft, ...withSeen(draft, round, 'right', right) };
  };
  const rounds = () => roundsOnDesk(spec, draft).map((r) => [r.after, r.whole]);
  expect(rounds()).toEqual([['standing', false]]);
  see(1, 'clear', 'water');
  expect(rounds()).toEqual([
    ['standing', true],
    ['wings-rocked', false],
  ]);
  expect(SAMPLES_DESK.answer(room, draft)).toMatchObject({ error: { code: 'samplesGoOn' } });
  expect(SAMPLES_DESK.answer(room, { ...draft, picks: { ...draft.picks, stop: 'yes' } })).toMatchObject({
    ok: true,
  });
  see(2, 'clear');
  see(3, 'clear');
  expect(rounds()).toHaveLength(3);
  const whole = SAMPLES_DESK.answer(room, draft);
  const { typeAgain } = SAMPLES_DESK;
  if (!whole.ok || whole.value.kind !== 'samples' || typeAgain === 'never') throw new Error('Not whole.');
  expect(SAMPLES_DESK.answer(room, typeAgain.draft(whole.value))).toEqual(whole);
  // A round taken back takes what came behind it along.
  expect(roundsOnDesk(spec, { ...draft, ...withoutRound(draft, 2) }).map((r) => r.whole)).toEqual([
    true,
    false,
  ]);
});

test('an assembly goes on part by part; what is taken back takes off all that was put on it (round trip)', () => {
  const parts = [
    { id: 'body', title: 'Body', steps: ['part', 'tug'] },
    { id: 'wing', title: 'Wing', on: ['body'], steps: ['part', 'latch', 'tug'] },
    { id: 'tip', title: 'Tip', on: ['wing'], steps: ['part'] },
  ] as const;
  const made = indexBasis({
    ...BASIS,
    pack: { ...PACK, gates: [], checks: [check('put', { answer: { kind: 'assembly', parts } })] },
  });
  if (!made.ok) throw new Error('The world of the tests is not one.');
  const [part] = made.value.partsOfCheck.get('put') ?? [];
  if (!part) throw new Error('No part.');
  const read = (draft: PartDraft) => candidateOf(EMPTY_CAMPAIGN, made.value, part, draft);
  let draft: PartDraft = {};
  const press = (id: string, step: 'part' | 'latch' | 'tug' | 'fault', done = true): void => {
    draft = { ...draft, ...withStep(parts, draft, { id, step, done }) };
  };
  const next = (): string =>
    standingOnDesk(parts, draft)
      .map((s) => `${s.part.id} ${s.state} ${s.step ?? ''}`.trim())
      .join(', ');
  press('body', 'part');
  expect(read(draft)).toMatchObject({ error: { code: 'partNext', params: { what: 'Body', step: 'tug' } } });
  press('body', 'tug');
  expect(next()).toBe('body home, wing open part, tip waits');
  for (const step of ['part', 'latch', 'tug'] as const) press('wing', step);
  press('tip', 'part');
  const whole = read(draft);
  expect(whole).toMatchObject({ value: { answer: { kind: 'assembly', parts: { length: 3 } } } });
  if (!whole.ok) throw new Error('Not whole.');
  const again = read(draftFromAnswer(whole.value.answer, 'correction') ?? {});
  expect(again.ok && again.value.answer).toEqual(whole.value.answer);
  // The latch was not home after all: its tug and the tip are to be done again when it is.
  press('wing', 'latch', false);
  expect(next()).toBe('body home, wing open latch, tip waits');
  press('wing', 'latch');
  expect(next()).toBe('body home, wing open tug, tip waits');
  press('wing', 'fault');
  expect(read(draft)).toMatchObject({ error: { code: 'partFaultUnsaid', params: { what: 'Wing' } } });
  draft = { ...draft, texts: { wing: 'pin bent' } };
  expect(read(draft)).toMatchObject({
    value: {
      answer: {
        parts: [
          { id: 'body', done: ['part', 'tug'] },
          { id: 'wing', done: ['part', 'latch'], fault: 'pin bent' },
        ],
      },
    },
  });
  press('body', 'part', false);
  expect(next()).toBe('body open part, wing waits, tip waits');
  press('body', 'part');
  press('body', 'tug');
  expect(next()).toBe('body home, wing open part, tip waits');
});

test('locks and counts are read from what was pressed and typed; what is not whole says which (round trip)', () => {
  const locks = { picks: { 'seen lock-1': 'yes' } };
  expect(candidate('locks', locks)).toMatchObject({
    error: { code: 'lockUnanswered', params: { lock: 'Lock', marked: 'no' } },
  });
  const faulty = { ...locks, picks: { ...locks.picks, 'fault lock-1': 'yes' } };
  expect(candidate('locks', faulty)).toMatchObject({ error: { code: 'lockFaultUnsaid' } });
  const tally = (out: string, back: string, what = 'Rag') =>
    candidate('tally', {
      lists: {
        tally: [
          { id: 't1', what: 'Tools', out: '3', in: '3' },
          { id: 't2', what, out, in: back },
        ],
      },
    });
  for (const [out, back] of [
    ['', ''],
    ['2', ''],
    ['-1', '2'],
    ['1.5', '2'],
  ] as const)
    expect(tally(out, back)).toMatchObject({ error: { code: 'tallyUncounted', params: { what: 'Rag' } } });
  expect(tally('1', '1', 'tools')).toMatchObject({ error: { code: 'tallyTwice' } });
  // A row that was added and left empty is none.
  expect(tally('', '', '')).toMatchObject({
    value: { answer: { rows: [{ what: 'Tools', out: 3, in: 3 }] } },
  });
  const found = [
    candidate('locks', { picks: { 'seen lock-1': 'yes', 'felt lock-1': 'yes' } }),
    candidate('locks', { ...faulty, texts: { 'lock-1': 'half closed' } }),
    tally('2', '1'),
  ];
  for (const made of found) {
    if (!made.ok) throw new Error(JSON.stringify(made.error));
    const { answer } = made.value;
    const again = candidate(answer.kind, draftFromAnswer(answer, 'correction') ?? {});
    expect(again.ok && again.value.answer).toEqual(answer);
  }
});

test('marks go with the photograph they are on, and with no other', () => {
  const picture = (n: string) => ({
    sha256: n.repeat(64),
    name: `${n}.png`,
    type: 'image/png' as const,
    size: 9,
  });
  const marks = [{ kind: 'circle', from: [0.1, 0.1], to: [0.2, 0.3] }] as const;
  const made = candidate('photo', {
    scans: { 'whole of it': [picture('a'), picture('b')] },
    // Of a photograph that was taken off again, a mark is left on the desk.
    marks: { [picture('b').sha256]: marks, [picture('c').sha256]: marks },
  });
  expect(made.ok && made.value.answer).toEqual({
    kind: 'photo',
    photos: [
      { view: 'whole of it', scan: picture('a') },
      { view: 'whole of it', scan: picture('b'), marks },
    ],
  });
});

test('only papers come back to be looked at anew; what is read, taken or looked at is answered from nothing', () => {
  const again = ANSWER_KINDS.filter((kind) => {
    const { typeAgain } = deskOf(kind);
    return typeAgain !== 'never' && typeAgain.on.includes('again');
  });
  expect(again).toEqual(['document', 'trail', 'signatures']);
  const corrected = ANSWER_KINDS.filter((kind) => deskOf(kind).typeAgain !== 'never');
  expect(corrected).toEqual([
    'weighing',
    'document',
    'trail',
    'signatures',
    'equipment',
    'plate',
    'locks',
    'tally',
    'assembly',
    'sense',
    'positions',
    'travel',
    'heading',
    'flow',
    'samples',
    'swing',
    'worksheet',
  ]);
});
