import type { Basis, Check } from '../checks/types.ts';
import { packProblems } from '../checks/pack-problems.ts';
import type { SampleSeen } from '../fuel/samples.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { stirredUp } from './stirred-up.ts';

const samplesCheck = (opened?: string): Check =>
  check('samples', {
    answer: {
      kind: 'samples',
      drains: [{ id: 'bowl', title: 'Bowl' }],
      after: ['standing'],
      ...(opened === undefined ? {} : { opened }),
    },
    limits: [],
  });
const SCREEN = check('screen', {
  answer: {
    kind: 'choice',
    options: [
      { id: 'clean', text: 'Clean', good: true },
      { id: 'dirt', text: 'Dirt', good: false },
    ],
  },
  limits: [],
});

const basisOf = (opened?: string): Basis => ({
  ...BASIS,
  pack: { ...PACK, gates: [], checks: [samplesCheck(opened), SCREEN] },
});

function campaign() {
  const s = new Scribe().open(basisOf('screen'));
  const give = (check: string, answer: object): void =>
    void s.add('answer.given', { check, subject: 'aircraft', answer, facts: {} } as never);
  const sampled = (...seen: readonly SampleSeen[]): void =>
    give('samples', {
      kind: 'samples',
      rounds: seen.map((what) => ({ after: 'standing', seen: { bowl: what } })),
    });
  const carried = () => {
    const state = s.state();
    if (!state.index) throw new Error('There is no basis.');
    return stirredUp(state, state.index);
  };
  return { sampled, screen: (option: string) => give('screen', { kind: 'choice', option }), carried };
}

test('what came before it was clear is carried until the screen was opened behind it, and was clean', () => {
  const { sampled, screen, carried } = campaign();
  expect(carried()).toEqual([]);
  sampled('water', 'clear', 'clear');
  expect(carried()).toEqual([
    { key: 'samples@aircraft', opened: 'screen', drain: 'Bowl', seen: 'water', round: 1 },
  ]);
  // Dirt in the screen settles nothing.
  screen('dirt');
  expect(carried()).toHaveLength(1);
  screen('clean');
  expect(carried()).toEqual([]);
});

test('a screen that was opened before says nothing of what came after it', () => {
  const { sampled, screen, carried } = campaign();
  screen('clean');
  sampled('clear', 'sediment', 'clear', 'clear');
  expect(carried().map((c) => [c.seen, c.round])).toEqual([['sediment', 2]]);
  // Sampled again and clear from the first: nothing is stirred up any more.
  sampled('clear', 'clear');
  expect(carried()).toEqual([]);
});

test('a pack that names no screen carries nothing, and one that names a check it has not is at fault', () => {
  expect(packProblems(basisOf('nowhere').pack).map((p) => p.reason.code)).toEqual(['checkNotInPack']);
  expect(packProblems(basisOf('screen').pack)).toEqual([]);
  const none = new Scribe().open(basisOf());
  none.add('answer.given', {
    check: 'samples',
    subject: 'aircraft',
    answer: { kind: 'samples', rounds: [{ after: 'standing', seen: { bowl: 'water' } }] },
    facts: {},
  } as never);
  const state = none.state();
  expect(state.index && stirredUp(state, state.index)).toEqual([]);
});
