import fc from 'fast-check';
import { convert } from '../quantity/index.ts';
import { movingWay, settlingOf } from './index.ts';

/** A line from a value at a rate per second, sampled every half second for so long. */
const line = (from: number, perSecond: number, seconds: number) => {
  const t = Array.from({ length: Math.round(seconds * 2) + 1 }, (_, i) => i / 2);
  return { t, v: t.map((s) => from + perSecond * s) };
};

test('heat that still rises or falls is not settled; what stands still is, and so is whatever follows at once', () => {
  expect(movingWay(line(40, 0.1, 20.5), 'degC', 1)).toBe('rising');
  expect(movingWay(line(200, -0.2, 20.5), 'degC', 1)).toBe('falling');
  expect(movingWay(line(80, 0, 20.5), 'degC', 1)).toBeUndefined();
  // The tolerance itself is steady: one degree in twenty seconds.
  expect(movingWay(line(80, 0.05, 20), 'degC', 1)).toBeUndefined();
  expect(movingWay(line(80, 0.051, 20), 'degC', 1)).toBe('rising');
  for (const unit of ['rpm', 'psi', 'V', 'degC-diff']) {
    expect(settlingOf(unit)).toBeUndefined();
    expect(movingWay(line(700, 50, 20), unit, 1)).toBeUndefined();
  }
});

test('of too little, or across a gap, nothing is said', () => {
  expect(movingWay(line(40, 0.5, 6), 'degC', 1)).toBeUndefined();
  const { t, v } = line(40, 0.5, 20);
  expect(movingWay({ t: t.map((s) => (s > 12 ? s + 3 : s)), v }, 'degC', 1)).toBeUndefined();
  expect(movingWay({ t: [], v: [] }, 'degC', 1)).toBeUndefined();
});

test('the same heat is as settled in one unit as in another, and falls where it rises backwards (property)', () => {
  const rate = fc
    .double({ min: -0.4, max: 0.4, noNaN: true })
    .filter((r) => Math.abs(Math.abs(r) - 0.05) > 1e-3);
  fc.assert(
    fc.property(fc.double({ min: -20, max: 300, noNaN: true }), rate, (from, perSecond) => {
      const inC = line(from, perSecond, 20);
      const v = inC.v.map((c) => {
        const f = convert(c, 'degC', 'degF');
        return f.ok ? f.value : NaN;
      });
      const way = movingWay(inC, 'degC', 1);
      expect(movingWay({ t: inC.t, v }, 'degF', 1)).toBe(way);
      expect(way).toBe(Math.abs(perSecond) < 0.05 ? undefined : perSecond > 0 ? 'rising' : 'falling');
    }),
  );
});
