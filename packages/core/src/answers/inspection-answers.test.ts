import fc from 'fast-check';
import type { AnswerSpec, Basis, LockForm } from '../checks/types.ts';
import { LOCK_FORMS } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import { AIRCRAFT, BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { LOCK_WORDS } from '../words/lock-words.ts';
import { describeAnswer } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';
import { locksOf } from './locks.ts';
import type { PartAnswer, SeenLock, TallyRow } from './part-answer.ts';

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
