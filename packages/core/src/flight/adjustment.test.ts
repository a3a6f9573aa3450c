import fc from 'fast-check';
import { proposeAdjustment, type AdjustmentWanted } from './adjustment.ts';

const WANTED: AdjustmentWanted = { off: 3, first: 0.5, most: 5 };
const had = (...args: Parameters<typeof proposeAdjustment>) => {
  const found = proposeAdjustment(...args);
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};
const code = (...args: Parameters<typeof proposeAdjustment>): string => {
  const found = proposeAdjustment(...args);
  return found.ok ? 'ok' : found.error.code;
};

test('what it did before says how far: least squares through nothing', () => {
  const found = had(WANTED, [
    { moved: 1, changed: -1.1 },
    { moved: 2, changed: -1.9 },
  ]);
  // (1.1 + 3.8) / 5 for every millimetre.
  expect(found.influence?.each).toBeCloseTo(-0.98, 9);
  expect(found.step).toBeCloseTo(3 / 0.98, 9);
  expect(found.left).toBeCloseTo(0, 9);
  expect(found.cut).toBe(false);
  // 12.71 times 0.06 is more than two thirds of 0.98: of two, no more is promised than of one.
  expect(found.leftUncertainty).toBeCloseTo((2 / 3) * 0.98 * (3 / 0.98), 9);
});

test('what is promised grows with how often it was done, and never beyond what a hand does', () => {
  const promised = (changes: readonly number[]): number =>
    had(
      { off: 1, first: 1, most: 9 },
      changes.map((changed) => ({ moved: 1, changed })),
    ).leftUncertainty ?? NaN;
  // Scatter 0.1 each way: the error is 0.1 / √4, t of three degrees 3.18 (JCGM 100:2008, table G.2).
  expect(promised([-0.9, -1.1, -0.9, -1.1])).toBeCloseTo((3.18 * Math.sqrt(0.04 / 3)) / 2, 9);
  expect(promised([-1])).toBeCloseTo(2 / 3, 9);
  // Two that agree to the last figure are luck, or were read coarsely.
  expect(promised([-1, -1])).toBeCloseTo(0.1, 9);
});

test('nobody has done it: the first safe step and no promise; too far at once: as far as may be, and what is left is said', () => {
  expect(had(WANTED, [])).toEqual({
    step: 0.5,
    left: undefined,
    leftUncertainty: undefined,
    influence: undefined,
    cut: false,
  });
  expect(had({ ...WANTED, off: 0 }, []).step).toBe(0);
  const cut = had({ ...WANTED, most: 2 }, [
    { moved: 1, changed: -1 },
    { moved: 1, changed: -1 },
  ]);
  expect([cut.step, cut.left, cut.cut]).toEqual([2, 1, true]);
  expect(had({ ...WANTED, most: 3 }, [{ moved: 1, changed: -1 }]).cut).toBe(false);
  expect(had({ off: 3, first: -9, most: 2 }, [])).toMatchObject({ step: -2, cut: true });
});

test('what contradicts itself is no measure, and what is none is refused', () => {
  expect([
    code(WANTED, [
      { moved: 1, changed: -1 },
      { moved: 1, changed: 1.2 },
    ]),
    code(WANTED, [{ moved: 1, changed: 0 }]),
    code(WANTED, [{ moved: 0, changed: -1 }]),
    code({ ...WANTED, off: Number.NaN }, []),
    code({ ...WANTED, first: 0 }, []),
    code({ ...WANTED, most: 0 }, []),
  ]).toEqual([
    'adjustContradicts',
    'adjustContradicts',
    'adjustNothingMoved',
    'adjustFigures',
    'adjustFigures',
    'adjustFigures',
  ]);
});

test('an adjustment that does what it always did leaves as little as is promised, in 19 of 20 (property, coverage)', () => {
  let [kept, count] = [0, 0];
  fc.assert(
    fc.property(
      fc.double({ min: -3, max: 3, noNaN: true }).filter((k) => Math.abs(k) > 1.2),
      fc.double({ min: -4, max: 4, noNaN: true }),
      fc.integer(),
      (each, off, seed) => {
        let state = Math.abs(seed) + 1;
        const normal = (): number => {
          let sum = -6;
          for (let i = 0; i < 12; i += 1) {
            state = (state * 16_807) % 2_147_483_647;
            sum += state / 2_147_483_647;
          }
          return sum;
        };
        const earlier = Array.from({ length: 6 }, (_, i) => {
          const moved = 1 + (i % 3);
          return { moved, changed: each * moved + 0.8 * normal() };
        });
        const found = had({ off, first: 1, most: 100 }, earlier);
        count += 1;
        // Measured again with a steady hand: only the influence was not known.
        const left = off + each * found.step;
        if (Math.abs(left - (found.left ?? NaN)) <= (found.leftUncertainty ?? NaN)) kept += 1;
      },
    ),
    { numRuns: 1000 },
  );
  // Nineteen of twenty; a thousand draws scatter by 0.7 % about it, and bounds of ours only widen.
  expect(kept / count).toBeGreaterThan(0.93);
  expect(kept / count).toBeLessThan(0.99);
});
