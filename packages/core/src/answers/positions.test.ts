import fc from 'fast-check';
import type { AnswerSpec, Basis } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { describeAnswer, kindOf } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';

const CUT: AnswerSpec = {
  kind: 'positions',
  of: 'The throttle cut',
  seen: [
    { id: 'turns', text: 'Motor turns' },
    { id: 'still', text: 'Motor stands still' },
  ],
  steps: [
    { position: 'Off', expected: 'turns' },
    { position: 'On', expected: 'still' },
    { position: 'Off again', expected: 'turns' },
  ],
};

const seenAt = (spec: AnswerSpec, ...seen: readonly string[]) => {
  const basis: Basis = { ...BASIS, pack: { ...PACK, gates: [], checks: [check('asked', { answer: spec })] } };
  const s = new Scribe().open(basis);
  const answer = { kind: 'positions', seen } as const;
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const verdicts = judgeAnswer(index, part, answer, {}, draft.at);
  const sentences = makeSentences({ part: String, subject: String, thing: String });
  return {
    door: admitted.ok ? 'taken' : admitted.error.code,
    states: [...new Set(verdicts.map((v) => v.state))],
    said: verdicts.map((v) => sentences.say(v.reason)),
    text: describeAnswer(index, 'asked', answer),
  };
};

test('a cut is proven by turning, still and turning again, and by nothing else', () => {
  const words = ['turns', 'still'];
  const all = words.flatMap((a) => words.flatMap((b) => words.map((c) => [a, b, c])));
  expect(all.filter((seen) => seenAt(CUT, ...seen).states.join() === 'within')).toEqual([
    ['turns', 'still', 'turns'],
  ]);
  expect(all.every((seen) => ['within', 'out'].includes(seenAt(CUT, ...seen).states.join()))).toBe(true);
  expect(seenAt(CUT, 'turns', 'still', 'turns').text).toBe(
    'Off: motor turns · On: motor stands still · Off again: motor turns',
  );
});

test('one that stays on looks right as long as it is tried on alone, and is told by the position after it', () => {
  expect(seenAt(CUT, 'turns', 'still', 'still').said).toEqual([
    'The throttle cut off again: motor stands still; it has to be: motor turns.',
  ]);
});

test('what never changes is said to have proven nothing, before what is wrong with each position', () => {
  expect(seenAt(CUT, 'still', 'still', 'still').said[0]).toBe(
    'The same at every position (motor stands still): the throttle cut was not moved, or does nothing. Nothing is proven.',
  );
  // Brakes have to hold at every position: the same everywhere is what is wanted there.
  const brakes: AnswerSpec = {
    kind: 'positions',
    of: 'The pedals',
    seen: [
      { id: 'firm', text: 'Firm' },
      { id: 'gone', text: 'No brake' },
    ],
    steps: [
      { position: 'Neutral', expected: 'firm' },
      { position: 'Full left', expected: 'firm' },
    ],
  };
  expect(seenAt(brakes, 'firm', 'firm')).toMatchObject({
    states: ['within'],
    said: ['As expected at all 2 positions.'],
  });
  expect(seenAt(brakes, 'firm', 'gone').said).toEqual([
    'The pedals full left: no brake; it has to be: firm.',
  ]);
  expect(seenAt(brakes, 'gone', 'gone')).toMatchObject({ states: ['out'], said: { length: 2 } });
});

test('an answer has a word of the check for each position, no more and no other', () => {
  for (const seen of [
    [],
    ['turns'],
    ['turns', 'still'],
    ['turns', 'still', 'turns', 'turns'],
    ['turns', 'silent', 'turns'],
    ['turns', '', 'turns'],
  ])
    expect([seen, seenAt(CUT, ...seen).door]).not.toEqual([seen, 'taken']);
  expect(seenAt(CUT, 'turns', 'still', 'turns').door).toBe('taken');
});

test('two people agree who saw the same at every position, in whatever it ended (property)', () => {
  const seen = fc.array(fc.constantFrom('turns', 'still'), { minLength: 3, maxLength: 3 });
  fc.assert(
    fc.property(seen, seen, (a, b) => {
      const first = { kind: 'positions', seen: a } as const;
      const { agrees } = kindOf(first);
      const same = agrees !== 'never' && agrees(first, { kind: 'positions', seen: b });
      expect(same).toBe(a.join() === b.join());
    }),
  );
});
