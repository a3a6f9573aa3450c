import { BASIS, PACK, Scribe } from '../testing/world.ts';
import { foldEntries } from './index.ts';
import { changesOf, stateFor, stateSubject, stateValue, subjectsOfState } from '../record/states.ts';

/** What is said of a state by people who have not heard one another. */

const STATES = [
  {
    name: 'engine',
    title: 'Engine',
    per: 'engine',
    values: ['stopped', 'running', 'hot'],
    initial: 'stopped',
  },
  { name: 'power', title: 'Power', per: 'aircraft', values: ['off', 'on'], initial: 'off' },
] as const;
const open = (): Scribe => new Scribe().open({ ...BASIS, pack: { ...PACK, states: STATES } });
const say = (s: Scribe, value: string, device: string, seen: number): number =>
  s.add('state.set', { state: 'engine', subject: 'left', value }, { device, seen }).seq;
/** How the left engine stands: a value with the place of who said it, or two that contradict each other. */
function now(s: Scribe): unknown {
  const is = stateFor(foldEntries(s.entries), 'engine', 'left');
  return is?.kind === 'contested' ? is.by.map((b) => [b.value, b.since.seq]) : [is?.value, is?.by?.since.seq];
}
const changes = (s: Scribe): string[] =>
  changesOf(foldEntries(s.entries), 'engine', 'left').map((c) => c.value);

test('unsaid it is as it begins; said, as whoever spoke last and had heard the others', () => {
  const s = open();
  expect(now(s)).toEqual(['stopped', undefined]);
  say(s, 'running', 'a', 1);
  expect(now(s)).toEqual(['running', 2]);
  say(s, 'hot', 'b', 2);
  expect(now(s)).toEqual(['hot', 3]);
  expect(changes(s)).toEqual(['running', 'hot']);
});

test('two who did not hear each other leave it open, and whoever heard both settles it', () => {
  const s = open();
  say(s, 'running', 'a', 1);
  say(s, 'hot', 'b', 1);
  expect(now(s)).toEqual([
    ['running', 2],
    ['hot', 3],
  ]);
  expect(stateValue(foldEntries(s.entries), 'engine', 'left')).toBeUndefined();
  say(s, 'hot', 'c', 3);
  expect(now(s)).toEqual(['hot', 4]);
  // Somebody who had heard the second alone contradicts the third, and not what the third had settled.
  say(s, 'running', 'b', 3);
  expect(now(s)).toEqual([
    ['hot', 4],
    ['running', 5],
  ]);
});

test('who says the same without having heard the other agrees; what somebody had heard and set aside speaks no more', () => {
  const s = open();
  say(s, 'running', 'a', 1);
  say(s, 'running', 'b', 1);
  expect(now(s)).toEqual(['running', 3]);
  const t = open();
  say(t, 'hot', 'a', 1);
  say(t, 'running', 'b', 2);
  say(t, 'running', 'c', 1);
  expect(now(t)).toEqual(['running', 4]);
  const u = open();
  say(u, 'hot', 'a', 1);
  say(u, 'stopped', 'b', 2);
  say(u, 'running', 'c', 1);
  expect(now(u)).toEqual([
    ['stopped', 3],
    ['running', 4],
  ]);
});

test('it changes for whoever says what they had not heard, and not for who repeats what they had', () => {
  const heard = open();
  say(heard, 'running', 'a', 1);
  say(heard, 'running', 'b', 2);
  expect(changes(heard)).toEqual(['running']);
  const unheard = open();
  say(unheard, 'running', 'a', 1);
  say(unheard, 'running', 'b', 1);
  expect(changes(unheard)).toEqual(['running', 'running']);
  const back = open();
  say(back, 'running', 'a', 1);
  say(back, 'stopped', 'b', 1);
  // For b, who had not heard that it runs, it stood as it began: nothing changed.
  expect(changes(back)).toEqual(['running']);
  say(back, 'running', 'c', 3);
  expect(changes(back)).toEqual(['running', 'running']);
});

test('a state that there is not has no value, no changes and the aircraft for its subject', () => {
  const state = foldEntries(open().entries);
  expect(stateFor(state, 'moon', 'left')).toBeUndefined();
  expect(stateValue(state, 'moon', 'left')).toBeUndefined();
  expect(changesOf(state, 'moon', 'left')).toEqual([]);
  const { index } = state;
  if (!index) throw new Error('not opened');
  expect(subjectsOfState(index, 'moon')).toEqual(['aircraft']);
  expect([stateSubject(index, 'moon', 'left'), stateSubject(index, 'engine', 'left')]).toEqual([
    'aircraft',
    'left',
  ]);
  expect(stateFor(foldEntries([]), 'engine', 'left')).toBeUndefined();
  expect(changesOf(foldEntries([]), 'engine', 'left')).toEqual([]);
});
