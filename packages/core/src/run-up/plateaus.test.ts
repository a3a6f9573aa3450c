import fc from 'fast-check';
import type { Samples } from '../limits/series.ts';
import { levels } from '../testing/levels.ts';
import { plateauRule, plateausOf, trembleOf } from './index.ts';

const RULE = { seconds: 2, tolerance: 10, maximumGap: 1 };
const found = (samples: Samples, rule = RULE) =>
  plateausOf(samples, rule).map((p) => [Math.round(p.mean), Number((p.to - p.from).toFixed(1))]);

describe('plateaus', () => {
  test('the example of the docstring: three levels, three plateaus, each as long as it lasts', () => {
    expect(found(levels([1700, 10], [1600, 5], [1700, 5]))).toEqual([
      [1700, 9.9],
      [1600, 4.9],
      [1700, 4.9],
    ]);
  });

  test('the shortest that counts is the time of the rule, to the sample', () => {
    expect(found(levels([1700, 2.1]))).toEqual([[1700, 2]]);
    expect(found(levels([1700, 2]))).toEqual([]);
  });

  test('a gap cuts one in two, a gap of exactly the longest does not', () => {
    const { t, v } = levels([1700, 8]);
    const late = (by: number): Samples => ({ t: t.map((at) => (at > 3.95 ? at + by : at)), v });
    expect(found(late(0.9))).toEqual([[1700, 8.8]]);
    expect(found(late(1))).toHaveLength(2);
  });

  test('one wild sample ends nothing, two in a row do', () => {
    const wild = (...at: number[]): Samples => {
      const { t, v } = levels([1700, 8]);
      return { t, v: v.map((value, i) => (at.includes(i) ? 1650 : value)) };
    };
    expect(found(wild(40))).toHaveLength(1);
    expect(found(wild(40, 41)).length).toBeGreaterThan(1);
  });

  test('a level that is nearer than the tolerance is another level all the same', () => {
    expect(found(levels([1700, 6], [1692, 6])).map(([mean]) => mean)).toEqual([1700, 1692]);
    expect(found(levels([1700, 6], [1697, 6]))).toHaveLength(1);
  });

  test('what drifts is none, and heat has to stand for twenty seconds', () => {
    const ramp = (perSecond: number, seconds: number): Samples => {
      const t = Array.from({ length: seconds * 10 }, (_, i) => i / 10);
      return { t, v: t.map((at) => 60 + perSecond * at) };
    };
    const heat = plateauRule('degC', 1, []);
    expect(heat).toMatchObject({ seconds: 20, tolerance: 1 });
    expect(plateauRule('degF', 1, []).tolerance).toBeCloseTo(1.8, 9);
    expect(plateausOf(ramp(0.1, 60), heat)).toEqual([]);
    expect(plateausOf(ramp(0, 60), heat)).toHaveLength(1);
    expect(plateausOf(ramp(0, 20), heat)).toEqual([]);
    expect(plateausOf(ramp(20, 10), RULE)).toEqual([]);
  });

  test('a needle that trembles widens its rule; steps and ramps do not', () => {
    expect(trembleOf([1, 2, 3, 4])).toBeUndefined();
    expect(trembleOf(Array.from({ length: 20 }, (_, i) => 1700 + 2 * (i % 2)))).toBeCloseTo(
      4 / (0.6745 * Math.sqrt(6)),
      9,
    );
    expect(trembleOf(levels([1700, 5], [1500, 5]).v)).toBe(0);
    expect(trembleOf(Array.from({ length: 20 }, (_, i) => 10 * i))).toBe(0);
    expect(plateauRule('rpm', 1, [])).toEqual({ seconds: 2, tolerance: 3, maximumGap: 1 });
    expect(
      plateauRule(
        'rpm',
        1,
        levels([1700, 5]).v.map((x, i) => x + 5 * (i % 2)),
      ).tolerance,
    ).toBeGreaterThan(20);
  });

  test('the first sample of another level does not make a stretch long enough', () => {
    expect(plateausOf(levels([600, 2], [611, 0.1]), RULE)).toEqual([]);
    expect(plateausOf(levels([600, 2.1], [611, 0.1]), RULE)).toMatchObject([{ from: 0, to: 2, count: 21 }]);
  });

  test('whatever comes, plateaus are in order, apart, long enough, and made of samples that were there', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 600, max: 2700 }), fc.integer({ min: 1, max: 60 })), {
          maxLength: 8,
        }),
        (parts) => {
          const samples = levels(...parts.map(([level, tenths]) => [level, tenths / 10] as const));
          const all = plateausOf(samples, RULE);
          let last = -1;
          let counted = 0;
          for (const p of all) {
            expect(p.from).toBeGreaterThan(last);
            expect(p.to - p.from).toBeGreaterThanOrEqual(RULE.seconds - 1e-9);
            const own = samples.v.filter(
              (_, i) => (samples.t[i] ?? 0) >= p.from && (samples.t[i] ?? 0) <= p.to,
            );
            expect(own).toHaveLength(p.count);
            expect(p.mean).toBeCloseTo(own.reduce((a, b) => a + b, 0) / own.length, 6);
            last = p.to;
            counted += p.count;
          }
          expect(counted).toBeLessThanOrEqual(samples.v.length);
        },
      ),
    );
  });
});

describe('plateaus by another route', () => {
  const noisy = (): Samples => {
    // A fixed unrest of ±4 with no pattern that a window could follow.
    const unrest = [0, 3, -2, 4, -4, 1, -1, 2, -3, 0, 2, -2, 4, -1, -3, 3, 1, -4];
    const v = Array.from(
      { length: 90 },
      (_, i) => (i < 50 ? 1700 : 1620) + (unrest[(i * 7) % unrest.length] ?? 0),
    );
    return { t: v.map((_, i) => i / 10), v };
  };
  test('scatter, mean and count are those of the samples, worked out plainly', () => {
    const samples = noisy();
    const all = plateausOf(samples, { ...RULE, tolerance: 12 });
    expect(all).toHaveLength(2);
    for (const p of all) {
      const own = samples.v.filter((_, i) => (samples.t[i] ?? 0) >= p.from && (samples.t[i] ?? 0) <= p.to);
      const mean = own.reduce((a, b) => a + b, 0) / own.length;
      const squares = own.reduce((a, b) => a + (b - mean) ** 2, 0);
      expect([p.count, p.mean, p.scatter]).toEqual([
        own.length,
        expect.closeTo(mean, 9) as number,
        expect.closeTo(Math.sqrt(squares / (own.length - 1)), 9) as number,
      ]);
    }
  });

  test('where the clock and the scale begin is no matter', () => {
    const { t, v } = noisy();
    const plain = plateausOf({ t, v }, { ...RULE, tolerance: 12 });
    const moved = plateausOf(
      { t: t.map((x) => x + 86_400), v: v.map((x) => x - 1650) },
      { ...RULE, tolerance: 12 },
    );
    expect(moved).toHaveLength(plain.length);
    moved.forEach((p, i) => {
      const own = plain[i];
      expect([p.from - 86_400, p.to - 86_400, p.mean + 1650, p.scatter]).toEqual(
        [own?.from, own?.to, own?.mean, own?.scatter].map((x) => expect.closeTo(x ?? NaN, 6) as number),
      );
    });
  });

  test('a plateau ends in the sample before the next level, and begins in its first', () => {
    const [one, two] = plateausOf(levels([1700, 5], [1600, 5]), RULE);
    expect([one?.to, two?.from, two?.to]).toEqual([4.9, 5, 9.9]);
    expect([one?.scatter, two?.scatter]).toEqual([0, 0]);
  });

  test('a slow drift ends where it has drifted by the tolerance, and what comes after is another', () => {
    const t = Array.from({ length: 600 }, (_, i) => i / 10);
    const all = plateausOf({ t, v: t.map((at) => 1700 + at) }, RULE);
    expect(all.length).toBeGreaterThan(1);
    for (const p of all) expect(p.to - p.from).toBeLessThanOrEqual(10.01);
    expect(plateausOf({ t, v: t.map((at) => 1700 + 2.4 * at) }, RULE).length).toBeGreaterThan(0);
    expect(plateausOf({ t, v: t.map((at) => 1700 + 2.6 * at) }, RULE)).toEqual([]);
  });

  test('five samples tell how much a needle trembles, four do not; the rule is three steps of its gauge at least', () => {
    expect(trembleOf([1, 2, 1, 2, 1])).toBeGreaterThan(0);
    expect(trembleOf([1, 2, 1, 2])).toBeUndefined();
    expect(plateauRule('inHg', 0.1, [])).toMatchObject({
      seconds: 2,
      tolerance: expect.closeTo(0.3, 9) as number,
    });
    expect(plateauRule('psi', 2, [], 4)).toMatchObject({ seconds: 4, tolerance: 6 });
    // Bends of 0, 0, 8, 0 and 8: the middle one counts, and of an even number the middle of two.
    expect(trembleOf([0, 0, 0, 0, 8, 16, 24])).toBe(0);
    expect(trembleOf([0, 2, 0, 6, 0, 2])).toBeCloseTo(8 / (0.6745 * Math.sqrt(6)), 9);
  });
});
