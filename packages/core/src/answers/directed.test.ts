import fc from 'fast-check';
import type { Reading } from '../limits/types.ts';
import { directedReading, directedText } from './directed.ts';

const WORDS = { plus: 'Tightened', minus: 'Slackened' };
const turns = (value: number): Reading => ({
  value,
  text: String(value),
  unit: 'turns',
  resolution: 0.01,
  source: 'typed',
});
const given = (amount: number, way?: 'plus' | 'minus'): unknown => {
  const made = directedReading(turns(amount), way, WORDS);
  return made.ok ? made.value.value : made.error.code;
};

test('how much and which way is one figure, and is said as it was told', () => {
  expect([given(0.5, 'plus'), given(0.5, 'minus'), given(0, 'minus'), given(0)]).toEqual([0.5, -0.5, 0, 0]);
  // A forgotten direction is never taken for the one that has no sign.
  expect([given(0.5), given(-0.5, 'plus'), given(-0.5)]).toEqual([
    'directionMissing',
    'amountSigned',
    'amountSigned',
  ]);
  expect([0.5, -0.5, 0].map((v) => directedText(turns(v), WORDS, []))).toEqual([
    '0.50\u00a0turns, tightened',
    '0.50\u00a0turns, slackened',
    '0.00\u00a0turns',
  ]);
});

test('the two directions of one amount lie as far from nothing, on either side of it, and read alike (property)', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 48 }), (quarters) => {
      const amount = quarters / 4;
      expect(given(amount, 'minus')).toBe(-amount);
      const [one, other] = [amount, -amount].map((v) => directedText(turns(v), WORDS, [v]));
      expect(one?.split(',')[0]).toBe(other?.split(',')[0]);
      expect([one?.endsWith('tightened'), other?.endsWith('slackened')]).toEqual([true, true]);
    }),
  );
});

test('what is shown of a figure just beyond a limit does not cross it, whichever way it went', () => {
  const beyond = (value: number): string => directedText({ ...turns(value), resolution: 1 }, WORDS, [-1, 1]);
  expect([beyond(1.2), beyond(-1.2)].map((t) => /^1\D/.test(t) && !t.startsWith('1.'))).toEqual([
    false,
    false,
  ]);
});
