import type { Samples } from '../limits/series.ts';
import { levels } from '../testing/levels.ts';
import { diedAndCaught, speedChecksOf } from './index.ts';

describe('what was switched', () => {
  const drops = (samples: Samples, beside = {}) =>
    speedChecksOf(samples, 1, beside).map((c) => [Math.round(c.drop), c.looksLike]);

  test('a drop that comes back is one, of whatever size; straight from one to the other is two', () => {
    expect(drops(levels([1700, 10], [1620, 5], [1700, 5]))).toEqual([[80, 'unknown']]);
    expect(drops(levels([1700, 10], [1620, 5], [1590, 5], [1700, 5]))).toEqual([
      [80, 'unknown'],
      [110, 'unknown'],
    ]);
    expect(drops(levels([1700, 10], [1690, 5], [1700, 5]))).toEqual([[10, 'unknown']]);
  });

  test('a speed that stays down, rises, or falls to idle is no check', () => {
    expect(drops(levels([1700, 10], [1620, 15]))).toEqual([]);
    expect(drops(levels([1700, 10], [1620, 5], [1640, 15]))).toEqual([]);
    expect(drops(levels([1700, 10], [1780, 5], [1700, 5]))).toEqual([]);
    expect(drops(levels([1700, 10], [700, 5], [1700, 5]))).toEqual([]);
    expect(drops(levels([1700, 10], [1620, 70], [1700, 5]))).toEqual([]);
    expect(drops(levels())).toEqual([]);
    expect(drops(levels([0, 10], [0, 5]))).toEqual([]);
  });

  test('a line that was gone in between tells of nothing that was done meanwhile', () => {
    const { t, v } = levels([1700, 10], [1620, 5], [1700, 5]);
    expect(drops({ t: t.map((at) => (at > 12 ? at + 9 : at)), v })).toEqual([]);
  });

  test('other channels say what it was', () => {
    const speed = levels([1700, 10], [1620, 5], [1700, 5]);
    const like = (rise: number, manifold: number, cylinders = 4) => ({
      manifold: levels([15, 10], [15 + manifold, 5], [15, 5]),
      exhausts: Array.from({ length: cylinders }, () => levels([700, 10], [700 + rise, 5], [700, 5])),
    });
    expect(drops(speed, like(40, 0))).toEqual([[80, 'ignition']]);
    expect(drops(speed, like(14, 0))).toEqual([[80, 'ignition']]);
    expect(drops(speed, like(13, 0))).toEqual([[80, 'other']]);
    expect(drops(speed, like(40, -0.6))).toEqual([[80, 'throttle']]);
    expect(drops(speed, like(40, -0.4))).toEqual([[80, 'ignition']]);
    const cycled = levels([1700, 10], [1400, 5], [1700, 5]);
    expect(drops(cycled, like(0, 0.3))).toEqual([[300, 'propeller']]);
    // One dead cylinder of two: the other one says that it was an ignition.
    const oneDead = {
      exhausts: [levels([700, 10], [745, 5], [700, 5]), levels([700, 10], [250, 5], [700, 5])],
    };
    expect(drops(levels([1700, 10], [1300, 5], [1700, 5]), oneDead)).toEqual([[400, 'ignition']]);
  });

  test('an engine that dies and catches, one that is stopped, one that only idles', () => {
    const died = (low: number, after: number) => diedAndCaught(levels([700, 6], [low, 1], [after, 6]), 1);
    expect(died(420, 700)).toMatchObject([{ before: 700, lowest: 420 }]);
    expect(died(510, 700)).toEqual([]);
    expect(died(420, 0)).toEqual([]);
    expect(died(420, 600)).toEqual([]);
    expect(died(420, 1500)).toEqual([]);
    expect(diedAndCaught(levels([700, 20]), 1)).toEqual([]);
  });
});

describe('checks at their edges', () => {
  const back = (to: number) => speedChecksOf(levels([1700, 6], [1600, 4], [to, 6]), 1).length;
  test('back is back within a quarter of the drop, but no more than two in a hundred of the speed', () => {
    expect([back(1700), back(1680), back(1720), back(1660), back(1745)]).toEqual([1, 1, 1, 0, 0]);
  });
  test('a check lasts a minute at most, and a level is on its way for eight seconds at most', () => {
    const lasting = (seconds: number) =>
      speedChecksOf(levels([1700, 6], [1600, seconds], [1700, 6]), 1).length;
    expect([lasting(60), lasting(60.2)]).toEqual([1, 0]);
    const slow = (seconds: number) => {
      const ramp = Array.from({ length: seconds * 2 }, (_, i): readonly [number, number] => [
        1690 - i * (80 / (seconds * 2)),
        0.5,
      ]);
      return speedChecksOf(levels([1700, 6], ...ramp, [1600, 4], [1700, 6]), 1).length;
    };
    expect([slow(6), slow(11)]).toEqual([1, 0]);
  });
  test('the second of two in a row is held against the speed before both', () => {
    const [one, two] = speedChecksOf(levels([1700, 6], [1640, 4], [1610, 4], [1702, 6]), 1);
    expect([one?.drop, two?.drop].map((d) => Math.round(d ?? 0))).toEqual([60, 90]);
    expect(Math.round(two?.before.mean ?? 0)).toBe(1700);
    expect(Math.round(two?.returned.mean ?? 0)).toBe(1702);
  });
  test('exhausts are read at the end of each stretch, where they have arrived', () => {
    const speed = levels([1700, 8], [1620, 8], [1700, 8]);
    const late = levels([700, 8], [705, 3], [722, 3], [745, 2], [700, 8]);
    expect(speedChecksOf(speed, 1, { exhausts: [late] })[0]).toMatchObject({
      looksLike: 'ignition',
      exhaustsRise: expect.closeTo(44, -0.5) as number,
    });
    const gone = { t: [0], v: [700] };
    expect(speedChecksOf(speed, 1, { exhausts: [gone] })[0]).toMatchObject({ looksLike: 'unknown' });
    expect(speedChecksOf(speed, 1, { exhausts: [gone] })[0]).not.toHaveProperty('exhaustsRise');
  });
});

describe('other channels, read as they are', () => {
  const speed = levels([1700, 8], [1620, 6], [1700, 8]);
  const exhaust = (rise: number) => levels([700, 8], [700 + rise, 6], [700, 8]);
  const said = (beside: Parameters<typeof speedChecksOf>[2]) => speedChecksOf(speed, 1, beside)[0];

  test('of several exhausts the middle one says it, of two the middle of both; those that stopped firing say nothing', () => {
    const rises = (...list: number[]) => said({ exhausts: list.map(exhaust) })?.exhaustsRise;
    expect(rises(60, 10, 20)).toBeCloseTo(20, 6);
    expect(rises(10, 60)).toBeCloseTo(35, 6);
    expect(rises(-450, 40, -400, 44)).toBeCloseTo(42, 6);
    expect(rises(-450, -400)).toBeCloseTo(-425, 6);
    expect(rises(-29, 41)).toBeCloseTo(6, 6);
  });

  test('a manifold that was silent says nothing; one that moved tells a throttle', () => {
    const from = (t: number) => ({
      t: speed.t.filter((at) => at >= t),
      v: speed.t.filter((at) => at >= t).map(() => 15),
    });
    expect(said({ manifold: from(10) })?.looksLike).toBe('unknown');
    expect(said({ manifold: levels([15, 8], [14.5, 6], [15, 8]) })?.looksLike).toBe('throttle');
    expect(said({ manifold: levels([15, 8], [15.5, 6], [15, 8]) })?.looksLike).toBe('unknown');
  });

  test('a drop of an eighth without a rise is blades, and one with a rise an ignition all the same', () => {
    const deep = (low: number, rise: number) =>
      speedChecksOf(levels([1700, 8], [low, 6], [1700, 8]), 1, { exhausts: [exhaust(rise)] })[0]?.looksLike;
    expect([deep(1490, 0), deep(1500, 0), deep(1490, 40)]).toEqual(['propeller', 'other', 'ignition']);
  });

  test('an engine that stands checks nothing, and a gap hides a death', () => {
    expect(speedChecksOf(levels([0, 8], [0, 6], [0, 8]), 1)).toEqual([]);
    const { t, v } = levels([700, 6], [420, 1], [700, 6]);
    expect(diedAndCaught({ t: t.map((at) => (at > 6.5 ? at + 2 : at)), v }, 1)).toEqual([]);
    expect(diedAndCaught(levels([700, 6], [420, 7], [700, 6]), 1)).toEqual([]);
    expect(diedAndCaught(levels([700, 6], [504, 1], [700, 6]), 1)).toEqual([]);
    expect(diedAndCaught(levels([700, 6], [503, 1], [620, 6]), 1)).toHaveLength(1);
    expect(diedAndCaught(levels([700, 6], [503, 1], [1121, 6]), 1)).toEqual([]);
    expect(diedAndCaught(levels([0, 6], [0, 1], [700, 6]), 1)).toEqual([]);
  });
});
