import fc from 'fast-check';
import type { AnswerSpec, AssemblyPart, AssemblyStep, Basis, LockForm } from '../checks/types.ts';
import { LOCK_FORMS } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import { AIRCRAFT, BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { LOCK_WORDS } from '../words/lock-words.ts';
import { ANSWERS, describeAnswer } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';
import { locksOf } from './locks.ts';
import type { PartAnswer, PutOn, SeenLock, TallyRow } from './part-answer.ts';

const say = (
  answer: PartAnswer,
  spec: AnswerSpec,
): { door: string; verdicts: string[]; text: string; said: string[] } => {
  const basis: Basis = { ...BASIS, pack: { ...PACK, gates: [], checks: [check('asked', { answer: spec })] } };
  const s = new Scribe().open(basis);
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const verdicts = judgeAnswer(index, part, answer, {}, draft.at);
  const sentences = makeSentences({ part: (k) => k, subject: String, thing: String });
  return {
    door: admitted.ok ? 'taken' : admitted.error.code,
    verdicts: verdicts.map((v) => `${v.state} ${v.reason.code}`),
    text: describeAnswer(index, 'asked', answer),
    said: verdicts.map((v) => sentences.say(v.reason)),
  };
};

describe('locks', () => {
  const spec: AnswerSpec = {
    kind: 'locks',
    locks: [
      { id: 'pin', title: 'Left main pin', form: 'cotter-pin' },
      { id: 'nut', title: 'Rod end', form: 'jam-nut' },
    ],
  };
  const pin: SeenLock = { id: 'pin', seen: true, felt: true };
  const nut: SeenLock = { id: 'nut', seen: true, felt: true, marked: true };
  const given = (...locks: readonly SeenLock[]): PartAnswer => ({ kind: 'locks', locks });

  test('all of them seen and felt, with a mark in line where one is carried, are in order', () => {
    expect(say(given(pin, nut), spec)).toEqual({
      door: 'taken',
      verdicts: ['within locksHold'],
      text: '2 locks',
      said: ['All 2 locks were seen and felt.'],
    });
  });

  test('none is left over, none stands twice, and none is of another check', () => {
    const notTaken = [
      given(pin),
      given(pin, nut, nut),
      given(pin, pin),
      given(pin, { ...nut, id: 'bolt' }),
      given(pin, nut, { ...pin, id: 'bolt' }),
      given(),
    ].map((answer) => say(answer, spec).door);
    expect(new Set(notTaken).has('taken')).toBe(false);
  });

  test('a lock that was only looked at, only felt, or whose mark nobody saw is not answered (every combination)', () => {
    for (const form of LOCK_FORMS)
      for (let bits = 0; bits < 16; bits += 1) {
        const [seen, felt, marked, faulty] = [1, 2, 4, 8].map((b) => (bits & b) !== 0);
        const one: AnswerSpec = { kind: 'locks', locks: [{ id: 'a', title: 'A', form }] };
        const lock: SeenLock = {
          id: 'a',
          seen: seen === true,
          felt: felt === true,
          ...(marked ? { marked: true } : {}),
          ...(faulty ? { fault: 'turns by hand' } : {}),
        };
        // By the brief: seen, felt, marked; only a jam nut and a propeller have a mark across.
        const carries = form === 'jam-nut' || form === 'propeller';
        const whole = faulty === true || (seen === true && felt === true && (marked === true || !carries));
        expect([form, bits, say(given(lock), one).door === 'taken']).toEqual([form, bits, whole]);
      }
  });

  test('each that is not in order is named with what is wrong, and an empty word is none', () => {
    const wrong = given({ id: 'pin', seen: true, felt: false, fault: 'legs not bent' }, nut);
    expect(say(wrong, spec)).toMatchObject({
      door: 'taken',
      verdicts: ['out lockAtFault'],
      text: '2 locks, 1 not in order',
      said: ['Left main pin is not in order: legs not bent.'],
    });
    expect(say(given({ id: 'pin', seen: true, felt: true, fault: ' ' }, nut), spec).door).not.toBe('taken');
  });

  test('what there is one of on each engine stands once for each, by the name of that engine', () => {
    const s = new Scribe().open(BASIS);
    const { index } = s.state();
    if (!index) throw new Error('No campaign.');
    const locks = locksOf(
      [
        { id: 'arm', title: 'Arm lock', form: 'latch', each: 'engine' },
        { id: 'hatch', title: 'Hatch', form: 'latch' },
      ],
      index,
    );
    expect(locks.length).toBe(AIRCRAFT.engines.length + 1);
    expect(new Set(locks.map((l) => l.id)).size).toBe(locks.length);
    for (const engine of AIRCRAFT.engines)
      expect(locks.find((l) => l.id === `arm.${engine.id}`)?.title.toLowerCase()).toBe(
        `arm lock, ${engine.title.toLowerCase()}`,
      );
  });

  test('every form has words for the eye and for the hand', () => {
    for (const form of LOCK_FORMS satisfies readonly LockForm[])
      expect(Object.values(LOCK_WORDS[form]).every((w) => w.trim() !== '')).toBe(true);
  });
});

describe('a tally', () => {
  const spec: AnswerSpec = { kind: 'tally', listed: ['Tools', 'Screws'] };
  const given = (...rows: readonly TallyRow[]): PartAnswer => ({ kind: 'tally', rows });
  const tools: TallyRow = { what: 'Tools', out: 7, in: 7 };
  const screws: TallyRow = { what: 'screws ', out: 14, in: 14 };

  test('as many in as out; what is listed is counted, and more can be', () => {
    expect(say(given(tools, screws, { what: 'Rag', out: 1, in: 1 }), spec)).toEqual({
      door: 'taken',
      verdicts: ['within tallyAgrees'],
      text: '22 things out, 22 in',
      said: ['All 22 things that went out came back.'],
    });
    for (const rows of [
      [tools],
      [],
      [tools, screws, { ...tools, what: ' TOOLS' }],
      [tools, { ...screws, in: -1 }],
      [tools, { ...screws, out: 1.5 }],
      [tools, screws, { what: ' ', out: 1, in: 1 }],
    ])
      expect([rows, say(given(...rows), spec).door === 'taken']).toEqual([rows, false]);
  });

  test('where nothing went out nothing is proven', () => {
    const nothing = given({ what: 'Tools', out: 0, in: 0 }, { what: 'Screws', out: 0, in: 0 });
    expect(say(nothing, spec)).toMatchObject({ door: 'taken', verdicts: ['unknown tallyOfNothing'] });
  });

  test('whatever is counted: it is within only if every row agrees by itself, and each that does not is told (property)', () => {
    const row = fc.record({
      what: fc.constantFrom('Lamp', 'Magnet', 'Mirror', 'Rag', 'Pen'),
      out: fc.nat(6),
      in: fc.nat(6),
    });
    fc.assert(
      fc.property(fc.uniqueArray(row, { selector: (r) => r.what, minLength: 1 }), (rows) => {
        const { verdicts } = say(given(tools, screws, ...rows), spec);
        // By hand: missing ones are not made up for by one too many of something else.
        let off = 0;
        for (const r of rows) if (r.out < r.in || r.out > r.in) off += 1;
        expect(verdicts.length).toBe(Math.max(1, off));
        expect(verdicts.every((v) => v.startsWith(off === 0 ? 'within' : 'out'))).toBe(true);
      }),
    );
  });
});

describe('an assembly', () => {
  const parts: readonly AssemblyPart[] = [
    { id: 'body', title: 'Body', steps: ['part', 'latch', 'tug'] },
    // As a pack may write them; they are done part, joint, latch, plug, tug.
    { id: 'wing', title: 'Left wing', on: ['body'], steps: ['tug', 'plug', 'latch', 'joint', 'part'] },
    { id: 'winglet', title: 'Left winglet', on: ['wing'], steps: ['part', 'latch'] },
    { id: 'tail', title: 'Tail', on: ['body'], steps: ['part', 'joint'] },
  ];
  const spec: AnswerSpec = { kind: 'assembly', parts };
  const given = (...put: readonly PutOn[]): PartAnswer => ({ kind: 'assembly', parts: put });
  const body: PutOn = { id: 'body', done: ['part', 'latch', 'tug'] };
  const wing: PutOn = { id: 'wing', done: ['part', 'joint', 'latch', 'plug', 'tug'] };
  const winglet: PutOn = { id: 'winglet', done: ['part', 'latch'] };
  const tail: PutOn = { id: 'tail', done: ['part', 'joint'] };

  test('all of it home, each after what it goes onto', () => {
    expect(say(given(body, wing, winglet, tail), spec)).toEqual({
      door: 'taken',
      verdicts: ['within assembled'],
      text: '4 parts home',
      said: ['All 4 parts are home, each tugged after what comes before it.'],
    });
  });

  test('a latch that does not seat is out by its part; what goes onto it is not put on, and is unknown; the rest goes on', () => {
    const unseated: PutOn = { id: 'wing', done: ['part', 'joint'], fault: 'no click' };
    expect(say(given(body, unseated, tail), spec)).toEqual({
      door: 'taken',
      verdicts: ['out partNotHome', 'unknown partWaits'],
      text: '2 parts home, 1 not',
      said: [
        'Left wing is not home, at its latch: no click.',
        'Left winglet was not put on: it goes onto left wing, which is not home.',
      ],
    });
    // Nothing stands on what does not stand, however far down.
    expect(say(given({ id: 'body', done: ['part'], fault: 'leg bent' }), spec)).toMatchObject({
      door: 'taken',
      verdicts: ['out partNotHome', 'unknown partWaits', 'unknown partWaits', 'unknown partWaits'],
    });
    // Nobody puts the winglet on it all the same, nor leaves the tail out, nor says nothing of what is wrong.
    for (const put of [
      [body, unseated, winglet, tail],
      [body, unseated],
      [body, { ...unseated, fault: ' ' }, tail],
      [body, { id: 'wing', done: ['part', 'joint'] }, tail],
      [body, { ...wing, fault: 'scratched' }, winglet, tail],
      [body, wing, winglet, tail, { id: 'bolt', done: ['part'] }],
      [body, body, wing, winglet, tail],
    ] satisfies PutOn[][])
      expect([put, say(given(...put), spec).door === 'taken']).toEqual([put, false]);
  });

  test('whatever is said of it: taken only if each part reached is whole or has its fault, and none is said of what is not reached (property)', () => {
    const STEPS: readonly AssemblyStep[] = ['part', 'joint', 'latch', 'plug', 'tug'];
    const wanted = new Map(parts.map((p) => [p.id, STEPS.filter((s) => p.steps.includes(s))]));
    const row = (id: string): fc.Arbitrary<readonly PutOn[]> =>
      fc.oneof(
        { weight: 12, arbitrary: fc.constant([{ id, done: wanted.get(id) ?? [] }]) },
        {
          weight: 3,
          arbitrary: fc
            .tuple(fc.nat(5), fc.option(fc.constantFrom('bent', ' ', ''), { nil: undefined }))
            .map(([n, fault]) => [
              { id, done: (wanted.get(id) ?? []).slice(0, n), ...(fault === undefined ? {} : { fault }) },
            ]),
        },
        { weight: 2, arbitrary: fc.constant([]) },
        { weight: 1, arbitrary: fc.constant([1, 2].map(() => ({ id, done: wanted.get(id) ?? [] }))) },
        { weight: 1, arbitrary: fc.shuffledSubarray([...STEPS]).map((done) => [{ id, done }]) },
        {
          weight: 1,
          arbitrary: fc.constant([
            { id, done: [] },
            { id, done: wanted.get(id) ?? [] },
          ]),
        },
      );
    let taken = 0;
    fc.assert(
      fc.property(fc.tuple(...parts.map((p) => row(p.id))), (rows) => {
        const put = rows.flat();
        // The other way: whether one is home is asked of it and of all under it.
        const home = (id: string): boolean => {
          const own = put.filter((p) => p.id === id);
          const under = parts.find((p) => p.id === id)?.on ?? [];
          return (
            under.every(home) &&
            own.length === 1 &&
            String(own[0]?.done) === String(wanted.get(id)) &&
            own[0]?.fault === undefined
          );
        };
        const right = parts.every(({ id, on = [] }) => {
          const own = put.filter((p) => p.id === id);
          if (!on.every(home)) return own.length === 0;
          if (home(id)) return true;
          const [one] = own;
          const steps = wanted.get(id) ?? [];
          return (
            own.length === 1 &&
            one !== undefined &&
            one.done.length < steps.length &&
            String(one.done) === String(steps.slice(0, one.done.length)) &&
            /\S/.test(one.fault ?? '')
          );
        });
        const told = say(given(...put), spec);
        expect([put, told.door === 'taken']).toEqual([put, right]);
        // Even one that no door would let in is not found in order where a part is not home.
        if (!parts.every(({ id }) => home(id)))
          expect(told.verdicts.some((v) => v.startsWith('within'))).toBe(false);
        if (told.door !== 'taken') return;
        taken += 1;
        const faults = put.filter((p) => p.fault !== undefined).length;
        expect(told.verdicts.filter((v) => v.startsWith('out')).length).toBe(faults);
        expect(told.verdicts.every((v) => v.startsWith('within'))).toBe(faults === 0);
        expect(told.verdicts.filter((v) => v.startsWith('unknown')).length).toBe(parts.length - put.length);
      }),
      { numRuns: 600 },
    );
    // Not only what is refused was tried.
    expect(taken).toBeGreaterThan(40);
  });
});

test('two who look without each other agree only where they find the same lock, or the same part, at fault', () => {
  const locks = (...faulty: readonly string[]) => ({
    kind: 'locks' as const,
    locks: ['pin', 'nut'].map((id) => ({
      id,
      seen: true,
      felt: true,
      ...(faulty.includes(id) ? { fault: `${id} as one of them put it` } : {}),
    })),
  });
  const reworded = {
    ...locks('nut'),
    locks: locks('nut').locks.map((l) => ({ ...l, ...(l.fault ? { fault: 'else' } : {}) })),
  };
  const { agrees } = ANSWERS.locks;
  if (agrees === 'never') throw new Error('Locks are for a second pair of eyes.');
  expect([
    agrees(locks(), locks()),
    agrees(locks('nut'), reworded),
    agrees(locks('nut'), locks('pin')),
    agrees(locks('nut'), locks('nut', 'pin')),
    agrees(locks(), locks('pin')),
  ]).toEqual([true, true, false, false, false]);

  const body = { id: 'body', done: ['part'] as const };
  const put = (...parts: readonly PutOn[]) => ({ kind: 'assembly' as const, parts });
  const { agrees: alike } = ANSWERS.assembly;
  if (alike === 'never') throw new Error('An assembly is for a second pair of eyes.');
  const whole = put(body, { id: 'wing', done: ['part'] });
  const bent = put(body, { id: 'wing', done: [], fault: 'bent' });
  const fallen = put({ id: 'body', done: [], fault: 'leg off' });
  expect([
    alike(whole, whole),
    alike(bent, put(body, { id: 'wing', done: [], fault: 'not straight' })),
    alike(whole, bent),
    alike(bent, fallen),
    alike(fallen, whole),
    alike(fallen, bent),
  ]).toEqual([true, true, false, false, false, false]);
});
