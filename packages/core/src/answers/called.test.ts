import { layoutFor } from '../aircraft/templates.ts';
import type { Family } from '../aircraft/types.ts';
import type { AnswerSpec } from '../checks/types.ts';
import { expectedOf } from '../controls/inputs.ts';
import { WAYS_OF_MOVING } from '../controls/outputs.ts';
import { admit } from '../entries/admit.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { describeAnswer, kindOf } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';
import type { PartAnswer, SeenMove } from './part-answer.ts';
import { controlsOf, senseOutputs, waysSeen } from './sense.ts';

type Spec = Extract<AnswerSpec, { readonly kind: 'sense' }>;
type Said = 'correct' | 'wrong' | 'plus' | 'minus' | 'still';

const move = (output: string, said: Said): SeenMove =>
  said === 'correct' || said === 'wrong' ? { output, called: said } : { output, way: said };

/** What is thought of what was said of each output, in the order of the layout. */
function called(family: Family, spec: Spec, said: readonly Said[], calledBy?: string) {
  const s = new Scribe().open({
    ...BASIS,
    aircraft: { ...BASIS.aircraft, family, layout: layoutFor(family) },
    pack: { ...PACK, gates: [], checks: [check('asked', { answer: spec })] },
  });
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const outputs = senseOutputs(index, spec);
  const answer: PartAnswer = {
    kind: 'sense',
    moves: outputs.map((o, i) => move(o.id, said[i] ?? said[0] ?? 'still')),
    calledBy: calledBy ?? 'Odd Lomme',
  };
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const verdicts = judgeAnswer(index, part, answer, {}, draft.at);
  const sentences = makeSentences({ part: String, subject: String, thing: String });
  return {
    index,
    outputs,
    answer,
    door: admitted.ok ? 'taken' : admitted.error.code,
    states: verdicts.map((v) => v.state),
    said: verdicts.map((v) => sentences.say(v.reason)),
    text: describeAnswer(index, 'asked', answer),
  };
}

const ROLL: Spec = { kind: 'sense', input: 'stick-right', of: 'surfaces' };

test('what is called correct goes the way of the layout, what is called wrong the other one, and still is still', () => {
  expect(called('piston-twin', ROLL, ['correct', 'correct'])).toMatchObject({
    door: 'taken',
    states: ['within'],
  });
  const one = called('piston-twin', ROLL, ['wrong', 'correct']);
  expect(one.states).toEqual(['out']);
  expect(one.said[0]).toMatch(/^Left aileron goes up and has to go down: backwards/);
  expect(one.text).toBe('Left aileron wrong, right aileron correct, called by Odd Lomme');
  expect(called('piston-twin', ROLL, ['still', 'correct']).said).toEqual([
    'Left aileron stands still and has to go down.',
  ]);
});

test('a call and a look say the same of every output of a multirotor and of a model (second route: the direction itself)', () => {
  for (const [family, spec] of [
    ['electric-model', { ...ROLL, input: 'nose-down' }],
    ['multirotor', { kind: 'sense', input: 'stick-back', of: 'motors' }],
  ] as const) {
    const { index, outputs } = called(family, spec, ['correct']);
    const expected = expectedOf(controlsOf(index).outputs, { group: spec.of, input: spec.input });
    if (!expected.ok) throw new Error('Nobody described it.');
    outputs.forEach((output, at) => {
      const right = expected.value.get(output.id);
      for (const way of WAYS_OF_MOVING) {
        const call: Said = way === 'still' ? 'still' : way === right ? 'correct' : 'wrong';
        const others = (own: Said): Said[] =>
          outputs.map((o, i) => (i === at ? own : (expected.value.get(o.id) ?? 'still')));
        const [byCall, byLook] = [called(family, spec, others(call)), called(family, spec, others(way))];
        expect([family, output.id, way, byCall.states[0]]).toEqual([
          family,
          output.id,
          way,
          byLook.states[0],
        ]);
      }
    });
  }
});

test('what has to stand still and is called wrong is out, and no way is made up for it', () => {
  const spec: Spec = { kind: 'sense', input: 'stick-back', of: 'motors' };
  const { index, outputs } = called('multirotor', spec, ['correct']);
  const middle = outputs.findIndex((o) => o.mix.pitch === undefined);
  const said = outputs.map((_, i): Said => (i === middle ? 'wrong' : 'correct'));
  const found = called('multirotor', spec, said);
  expect(found.states).toEqual(['out']);
  expect(found.said[0]).toMatch(/was called wrong: it moves, and has to stand still/);
  const moves = found.answer.kind === 'sense' ? found.answer.moves : [];
  expect(waysSeen(index, spec, moves).get(outputs[middle]?.id ?? '')).toBeUndefined();
});

test('where nobody described what is right, "correct" proves nothing', () => {
  // The motors of this layout turn in ways that nobody described.
  expect(
    called('multirotor', { kind: 'sense', input: 'nose-right', of: 'motors' }, ['correct']).states,
  ).toEqual(['unknown']);
});

test('a call without a name is none, and one move says one thing', () => {
  const nameless = { ...called('piston-twin', ROLL, ['correct', 'correct']).answer, calledBy: undefined };
  const { index } = called('piston-twin', ROLL, ['correct']);
  const part = index.parts.get('asked@aircraft');
  if (!part) throw new Error('The part is missing.');
  const isWhole = (answer: PartAnswer): boolean => kindOf(answer).isWhole(answer, part, index);
  expect(isWhole(nameless)).toBe(false);
  const both = { output: 'aileron-left', way: 'plus', called: 'correct' } as const;
  const other = { output: 'aileron-right', way: 'plus' } as const;
  const neither = { output: 'aileron-left' } as unknown as SeenMove;
  const by = { kind: 'sense', calledBy: 'Odd Lomme' } as const;
  expect(isWhole({ ...by, moves: [both, other] })).toBe(false);
  expect(isWhole({ ...by, moves: [neither, other] })).toBe(false);
  expect(isWhole({ ...by, moves: [other, other] })).toBe(false);
  expect(isWhole({ ...by, moves: [{ output: 'aileron-left', called: 'wrong' }, other] })).toBe(true);
});

test('two who said the same by call and by look are of one mind, two who called otherwise are not', () => {
  const { answer } = called('piston-twin', ROLL, ['correct', 'correct']);
  const { agrees } = kindOf(answer);
  if (agrees === 'never') throw new Error('It takes a second person.');
  expect(agrees(answer, called('piston-twin', ROLL, ['minus', 'plus']).answer)).toBe(true);
  expect(agrees(answer, called('piston-twin', ROLL, ['wrong', 'correct']).answer)).toBe(false);
});
