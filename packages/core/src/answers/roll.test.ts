import fc from 'fast-check';
import type { AnswerSpec, Basis } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { describeAnswer } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';
import type { CalledOnRoll, PartAnswer } from './part-answer.ts';

const IDS = ['power', 'alive', 'pressures', 'rotate'] as const;
const spec: AnswerSpec = {
  kind: 'roll',
  calls: IDS.map((id) => ({ id, title: `The ${id}`, expects: 'seen' })),
  abort: 'A swing.',
};
const basis: Basis = { ...BASIS, pack: { ...PACK, gates: [], checks: [check('run', { answer: spec })] } };
const begun = new Scribe().open(basis);
const state = begun.state();

const say = (answer: PartAnswer): { door: string; verdicts: string[]; said: string[]; text: string } => {
  const draft = begun.draft('answer.given', { check: 'run', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, state, draft.at);
  const part = state.index?.parts.get('run@aircraft');
  if (!state.index || !part) throw new Error('The part is missing.');
  const verdicts = judgeAnswer(state.index, part, answer, {}, draft.at);
  const sentences = makeSentences({ part: (k) => k, subject: String, thing: String });
  return {
    door: admitted.ok ? 'taken' : admitted.error.code,
    verdicts: verdicts.map((v) => `${v.state} ${v.reason.code}`),
    said: verdicts.map((v) => sentences.say(v.reason)),
    text: describeAnswer(state.index, 'run', answer),
  };
};
const came = (id: string, after: number): CalledOnRoll => ({ id, came: true, after });

test('every call in its order and off the ground: within', () => {
  const calls = IDS.map((id, i) => came(id, 2 * i + 1));
  expect(say({ kind: 'roll', calls, ended: 'lifted' })).toEqual({
    door: 'taken',
    verdicts: ['within rollCalled'],
    said: ['All 4 calls came.'],
    text: 'the power 1.0 s, the alive 3.0 s, the pressures 5.0 s, the rotate 7.0 s, lifted off',
  });
});

test('a dead speed gauge: stopped on the call that does not come, and told by its name and its seconds', () => {
  const calls = [came('power', 2.1), { id: 'alive', came: false, after: 5 }];
  expect(say({ kind: 'roll', calls, ended: 'stopped' })).toEqual({
    door: 'taken',
    verdicts: ['out rollNoCall'],
    said: ['“The alive” did not come within 5.0 s: stopped.'],
    text: 'the power 2.1 s, no the alive 5.0 s, stopped',
  });
  const on = [...IDS.slice(0, 3).map((id) => came(id, 3)), { id: 'rotate', came: false, after: 9 }];
  expect(say({ kind: 'roll', calls: on, ended: 'lifted' }).verdicts).toEqual(['out rollWentOn']);
});

test('stopped for something else is told with its why, and not without one', () => {
  const calls = [came('power', 2)];
  expect(say({ kind: 'roll', calls, ended: 'stopped', why: 'A door came open' })).toMatchObject({
    door: 'taken',
    verdicts: ['out rollStopped'],
    said: ['Stopped on the run: A door came open'],
  });
  expect(say({ kind: 'roll', calls, ended: 'stopped', why: ' ' }).door).not.toBe('taken');
  expect(say({ kind: 'roll', calls: [], ended: 'stopped', why: 'A dog' }).door).toBe('taken');
});

test('whatever is told of a run: it is taken only where nothing is left over, and within only where every call came', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          id: fc.constantFrom(...IDS, 'door'),
          came: fc.boolean(),
          after: fc.constantFrom(-1, 0, 1, 2.5, 4, 9, NaN),
        }),
        { maxLength: 5 },
      ),
      fc.constantFrom('lifted' as const, 'stopped' as const),
      fc.constantFrom(undefined, '', 'A swing'),
      fc.boolean(),
      (calls, ended, why, tidy) => {
        // Half of them in the order of the check, so that the good ones are met often.
        const told = tidy
          ? calls.map((c, i) => ({ ...c, id: IDS[i] ?? c.id, after: Math.abs(c.after) + 10 * i }))
          : calls;
        const answer: PartAnswer = {
          kind: 'roll',
          calls: told,
          ended,
          ...(why === undefined ? {} : { why }),
        };
        // Told a second time, from the sentence of the brief: three or four targets in the order they come.
        let clock = 0;
        let whole = true;
        told.forEach((c, i) => {
          if (c.id !== IDS[i] || !(c.after >= clock)) whole = false;
          clock = c.after;
        });
        if (ended === 'lifted' && told.length !== IDS.length) whole = false;
        if (ended === 'stopped' && told[told.length - 1]?.came !== false && !why?.trim()) whole = false;
        const { door, verdicts } = say(answer);
        expect(door === 'taken').toBe(whole);
        if (whole)
          expect(verdicts[0]?.split(' ')[0]).toBe(
            ended === 'lifted' && told.every((c) => c.came) ? 'within' : 'out',
          );
      },
    ),
    { numRuns: 400 },
  );
});
