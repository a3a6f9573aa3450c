import { awayInWords, interruptionOf, PAUSE, type WasHere } from './interruption.ts';

const was: WasHere = {
  address: '/campaign/c/inspection',
  check: 'hinge',
  person: 'ann',
  at: 1_000_000,
  count: 7,
};
const told = (away: number, person = 'ann') => interruptionOf(was, was.at + away, person);

test('a pause is told to whoever comes back, another person at once, and nobody else', () => {
  expect(interruptionOf(undefined, 5, 'ann')).toBeUndefined();
  expect([told(0), told(PAUSE - 1), told(-3_600_000)]).toEqual([undefined, undefined, undefined]);
  expect(told(PAUSE)).toEqual({ was, away: PAUSE, takenOver: false });
  expect(told(0, 'bo')).toEqual({ was, away: 0, takenOver: true });
  expect(told(-5, 'bo')?.away).toBe(0);
});

test('how long somebody was away is said in whole minutes, hours, days', () => {
  const minute = 60_000;
  expect([0, minute - 1, minute, 59.9 * minute, 65 * minute, 25.5 * 60 * minute].map(awayInWords)).toEqual([
    'less than a minute',
    'less than a minute',
    '1 min',
    '59 min',
    '1 h 5 min',
    '1 d 1 h',
  ]);
});
