import type { Part } from '@kanzel/core';
import type { PartDraft } from '../desk.ts';
import { brakesOff, isRollOver, ROLL_DESK, rollOnDesk, withCall, withoutLast } from './desk.ts';

const spec = {
  kind: 'roll' as const,
  calls: ['power', 'alive', 'rotate'].map((id) => ({ id, title: id, expects: 'seen' })),
  abort: 'A swing.',
};
/** What is on the desk after some presses, each at a second of one clock. */
function after(
  ...presses: readonly (readonly [number, 'off' | 'yes' | 'no' | 'back' | 'stop'])[]
): PartDraft {
  let draft: PartDraft = {};
  for (const [at, what] of presses) {
    const ms = 1000 * at;
    draft = {
      ...draft,
      ...(what === 'off'
        ? brakesOff(ms)
        : what === 'back'
          ? withoutLast(spec, draft)
          : what === 'stop'
            ? { option: 'stopped' }
            : withCall(spec, draft, what === 'yes', ms)),
    };
  }
  return draft;
}
const answer = (draft: PartDraft) => {
  const said = ROLL_DESK.answer({ spec, part: {} as Part } as never, draft);
  return said.ok ? said.value : said.error.code;
};
const came = (id: string, seconds: number, yes = true) => ({ id, came: yes, after: seconds });

test('calls are taken in their order, in tenths of a second since the brakes were let go', () => {
  const draft = after([10, 'off'], [12.14, 'yes'], [15.06, 'yes'], [19, 'yes']);
  expect(answer(draft)).toEqual({
    kind: 'roll',
    calls: [came('power', 2.1), came('alive', 5.1), came('rotate', 9)],
    ended: 'lifted',
  });
});

test('nothing is an answer before the run is over, and nothing is called before it began or after it was over', () => {
  expect(answer({})).toBe('notAnswered');
  expect(answer(after([0, 'yes']))).toBe('notAnswered');
  expect(answer(after([0, 'off'], [2, 'yes']))).toBe('rollNotEnded');
  const over = after([0, 'off'], [2, 'yes'], [4, 'no']);
  expect(isRollOver(spec, rollOnDesk(spec, over))).toBe(true);
  expect(answer(over)).toEqual({
    kind: 'roll',
    calls: [came('power', 2), came('alive', 4, false)],
    ended: 'stopped',
  });
});

test('a press is taken back, one by one; another run begins from nothing; a clock set back makes no call earlier than the one before', () => {
  expect(answer(after([0, 'off'], [2, 'yes'], [4, 'no'], [5, 'back'], [6, 'yes'], [8, 'yes']))).toMatchObject(
    {
      calls: [came('power', 2), came('alive', 6), came('rotate', 8)],
      ended: 'lifted',
    },
  );
  expect(rollOnDesk(spec, after([0, 'off'], [2, 'yes'], [3, 'back'], [4, 'back'])).begun).toBeUndefined();
  expect(rollOnDesk(spec, after([0, 'off'], [2, 'no'], [60, 'off'])).calls).toEqual([]);
  expect(rollOnDesk(spec, after([100, 'off'], [103, 'yes'], [40, 'yes'])).calls).toEqual([
    came('power', 3),
    came('alive', 3),
  ]);
});

test('stopped for something else says why; gone on after the last call did not come is told as that', () => {
  const stopped = after([0, 'off'], [2, 'yes'], [3, 'stop']);
  expect(answer(stopped)).toBe('rollNoReason');
  expect(answer({ ...stopped, texts: { why: ' A dog ' } })).toEqual({
    kind: 'roll',
    calls: [came('power', 2)],
    ended: 'stopped',
    why: 'A dog',
  });
  const late = after([0, 'off'], [2, 'yes'], [4, 'yes'], [9, 'no']);
  expect(answer(late)).toMatchObject({ ended: 'stopped' });
  expect(answer({ ...late, option: 'went-on' })).toMatchObject({
    calls: [came('power', 2), came('alive', 4), came('rotate', 9, false)],
    ended: 'lifted',
  });
  // In the middle nobody goes on: the calls behind it were not made.
  expect(answer({ ...after([0, 'off'], [2, 'no']), option: 'went-on' })).toBe('rollNotEnded');
});
