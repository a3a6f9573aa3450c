import { layoutFor } from '../aircraft/templates.ts';
import type { Call, PartAnswer } from '../answers/part-answer.ts';
import type { Check } from '../checks/types.ts';
import type { WayOfMoving } from '../controls/outputs.ts';
import { deriveStatus } from '../standing/derive.ts';
import { ANN, BASIS, BO, check, PACK, Scribe } from '../testing/world.ts';
import { goodAnswer } from '../trial/good-answers.ts';
import { admit } from './admit.ts';

/** Stick right on a twin: right aileron up, left one down, and nothing said of the rest, which are at the end of cables. */
const ROLL: Check = check('roll', {
  answer: { kind: 'sense', input: 'stick-right', of: 'surfaces' },
  secondPerson: true,
});
const YAW: Check = check('yaw', {
  answer: { kind: 'sense', input: 'rudder-right', of: 'surfaces' },
  secondPerson: true,
  standsOn: ['roll'],
});
const opened = (): Scribe =>
  new Scribe().open({
    ...BASIS,
    pack: { ...PACK, gates: [], checks: [ROLL, YAW] },
    aircraft: { ...BASIS.aircraft, layout: layoutFor('piston-twin') },
  });

const moves = (left: WayOfMoving, right: WayOfMoving): PartAnswer => ({
  kind: 'sense',
  moves: [
    { output: 'aileron-left', way: left },
    { output: 'aileron-right', way: right },
  ],
});
const RIGHT = moves('minus', 'plus');
const BACKWARDS = moves('plus', 'minus');
const part = { check: 'roll', subject: 'aircraft' };

const statusOf = (s: Scribe, key = 'roll@aircraft') =>
  deriveStatus(s.state(), s.draft('walk.begun', { walk: 'w' }).at)?.parts.get(key);

/** What the door says to a second look, by somebody else; `taken` when it lets it in. */
function second(s: Scribe, answerEntry: string, saw: PartAnswer | undefined, by = BO): string {
  const draft = { ...s.draft('answer.witnessed', { ...part, answerEntry, ...(saw ? { saw } : {}) }), by };
  const admitted = admit(draft, s.state(), draft.at);
  return admitted.ok ? 'taken' : admitted.error.code;
}

describe('a second person who says what he sees without being shown the first answer', () => {
  test('agreeing is not enough: it is said of each, whole, and by somebody else', () => {
    const s = opened();
    const { id } = s.add('answer.given', { ...part, answer: RIGHT, facts: {} });
    expect([
      second(s, id, undefined),
      second(s, id, { kind: 'confirm', asExpected: true }),
      second(s, id, { kind: 'sense', moves: [{ output: 'aileron-left', way: 'minus' }] }),
      second(s, id, RIGHT, ANN),
      second(s, id, RIGHT),
      second(s, id, BACKWARDS),
    ]).toEqual(['sayWhatYouSaw', 'sayWhatYouSaw', 'sayWhatYouSaw', expect.any(String), 'taken', 'taken']);
    expect(second(s, id, RIGHT, ANN)).not.toBe('taken');
    expect(statusOf(s)).toMatchObject({ mark: 'inHand', proven: false });
  });

  test('the same proves it; both backwards is out all the same', () => {
    const s = opened();
    const { id } = s.add('answer.given', { ...part, answer: RIGHT, facts: {} });
    s.add('answer.witnessed', { ...part, answerEntry: id, saw: RIGHT }, { by: BO });
    expect(statusOf(s)).toMatchObject({ mark: 'within', proven: true });
    const t = opened();
    const wrong = t.add('answer.given', { ...part, answer: BACKWARDS, facts: {} });
    t.add('answer.witnessed', { ...part, answerEntry: wrong.id, saw: BACKWARDS }, { by: BO });
    expect(statusOf(t)).toMatchObject({ mark: 'out', proven: false });
  });

  test('otherwise proves nothing, whoever was right, until both have looked again', () => {
    for (const [first, other] of [
      [RIGHT, BACKWARDS],
      [BACKWARDS, RIGHT],
    ] as const) {
      const s = opened();
      const { id } = s.add('answer.given', { ...part, answer: first, facts: {} });
      s.add('answer.witnessed', { ...part, answerEntry: id, saw: other }, { by: BO });
      expect(statusOf(s)).toMatchObject({
        mark: 'unknown',
        proven: false,
        reasons: [{ code: 'watchersDiffer' }],
      });
      // It is not mended by saying it the other way: the answer is given anew.
      expect(second(s, id, first)).toBe('watchersDiffer');
      const again = s.add('answer.given', { ...part, answer: RIGHT, facts: {} });
      expect(statusOf(s)).toMatchObject({ mark: 'inHand', proven: false });
      s.add('answer.witnessed', { ...part, answerEntry: again.id, saw: RIGHT }, { by: BO });
      expect(statusOf(s)).toMatchObject({ mark: 'within', proven: true });
    }
  });

  test('every surface that the axis moves is said, once, and no other', () => {
    const s = opened();
    const say = (answer: PartAnswer): string => {
      const draft = s.draft('answer.given', { ...part, answer, facts: {} });
      const admitted = admit(draft, s.state(), draft.at);
      return admitted.ok ? 'taken' : admitted.error.code;
    };
    const twice = {
      kind: 'sense',
      moves: [
        { output: 'aileron-left', way: 'minus' },
        { output: 'aileron-left', way: 'minus' },
      ],
    } as const;
    const strange = {
      kind: 'sense',
      moves: [...(RIGHT as typeof twice).moves, { output: 'rudder', way: 'still' }],
    } as const;
    expect([say(RIGHT), say(twice), say(strange), say({ kind: 'sense', moves: [] })]).toEqual([
      'taken',
      'wrongForm',
      'wrongForm',
      'wrongForm',
    ]);
  });

  test('a sense may be looked at although the one under it is wrong, and proves nothing before that is right', () => {
    const s = opened();
    const yaw = { check: 'yaw', subject: 'aircraft' };
    const answer: PartAnswer = { kind: 'sense', moves: [{ output: 'rudder', way: 'plus' }] };
    expect(statusOf(s, 'yaw@aircraft')?.blocked?.code).toBe('groundNotProven');
    const wrong = s.add('answer.given', { ...part, answer: BACKWARDS, facts: {} });
    s.add('answer.witnessed', { ...part, answerEntry: wrong.id, saw: BACKWARDS }, { by: BO });
    expect(statusOf(s, 'yaw@aircraft')?.blocked).toBeUndefined();
    const seen = s.add('answer.given', { ...yaw, answer, facts: {} });
    s.add('answer.witnessed', { ...yaw, answerEntry: seen.id, saw: answer }, { by: BO });
    expect(statusOf(s, 'yaw@aircraft')?.proven).toBe(false);
    // Put right: what was seen before that is looked at anew.
    const right = s.add('answer.given', { ...part, answer: RIGHT, facts: {} });
    s.add('answer.witnessed', { ...part, answerEntry: right.id, saw: RIGHT }, { by: BO });
    expect(statusOf(s)).toMatchObject({ proven: true });
    expect(statusOf(s, 'yaw@aircraft')).toMatchObject({ mark: 'again', proven: false });
  });

  test('what he saw of an armed aircraft, or of one that was held otherwise than asked, is not taken', () => {
    const tilt = check('tilt', {
      answer: { kind: 'sense', input: 'right-side-down', of: 'surfaces' },
      secondPerson: true,
      needs: { armed: 'no' },
    });
    const states = [
      { name: 'armed', title: 'Armed', per: 'aircraft', values: ['no', 'yes'], initial: 'no' },
    ] as const;
    const s = new Scribe().open({
      ...BASIS,
      pack: { ...PACK, gates: [], checks: [tilt], states },
      aircraft: { ...BASIS.aircraft, layout: layoutFor('electric-model') },
    });
    const about = { check: 'tilt', subject: 'aircraft' };
    const { index } = s.state();
    const first = index?.parts.get('tilt@aircraft');
    if (!first) throw new Error('The part is missing.');
    const answer = goodAnswer(first, s.state(), '2026-03-01T08:00:00.000Z');
    const { id } = s.add('answer.given', { ...about, answer, facts: {} });
    const says = (facts: Readonly<Record<string, string>>): string => {
      const body = { ...about, answerEntry: id, saw: answer, facts };
      const draft = { ...s.draft('answer.witnessed', body), by: BO };
      const admitted = admit(draft, s.state(), draft.at);
      return admitted.ok ? 'taken' : admitted.error.code;
    };
    expect([
      says({ 'armed-by-vehicle': 'yes' }),
      says({ tilted: 'not-tilted' }),
      says({ tilted: 'left-side-down' }),
      says({ tilted: 'right-side-down', 'armed-by-vehicle': 'no' }),
      says({}),
    ]).toEqual(['vehicleArmedOther', 'tiltNone', 'tiltOtherwise', 'taken', 'taken']);
  });

  test('one may have called what the other saw: the same by the layout, and else two who differ', () => {
    const called = (left: Call, right: Call): PartAnswer => ({
      kind: 'sense',
      calledBy: 'Odd Lomme',
      moves: [
        { output: 'aileron-left', called: left },
        { output: 'aileron-right', called: right },
      ],
    });
    const after = (first: PartAnswer, saw: PartAnswer) => {
      const s = opened();
      const { id } = s.add('answer.given', { ...part, answer: first, facts: {} });
      s.add('answer.witnessed', { ...part, answerEntry: id, saw }, { by: BO });
      return statusOf(s)?.reasons[0]?.code ?? statusOf(s)?.mark;
    };
    expect(after(RIGHT, called('correct', 'correct'))).toBe('senseAsExpected');
    expect(after(called('correct', 'correct'), RIGHT)).toBe('senseAsExpected');
    expect(after(BACKWARDS, called('correct', 'correct'))).toBe('watchersDiffer');
    expect(after(RIGHT, called('wrong', 'correct'))).toBe('watchersDiffer');
    expect(after(called('correct', 'correct'), called('correct', 'wrong'))).toBe('watchersDiffer');
  });
});
