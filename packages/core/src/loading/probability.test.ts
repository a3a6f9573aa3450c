import { randomFrom } from '../planning/index.ts';
import { points } from '../testing/any-loading.ts';
import { LOADING, SHEET } from '../testing/loading.ts';
import { drawInside, drawProblem } from './index.ts';

test('draws agree with the closed form: on an edge half of them, and the count of a normal distribution beside it', () => {
  const plain = { ...SHEET, fuel: { left: 0, right: 0, tail: 0 }, used: 0 };
  const { arm, sigmaArm } = points(plain)[0]!.centre;
  const wall = (aft: number): typeof LOADING => ({
    ...LOADING,
    envelopes: [
      {
        id: 'wall',
        title: 'Wall',
        corners: [
          { arm: 0, mass: 1 },
          { arm: aft, mass: 1 },
          { arm: aft, mass: 5000 },
          { arm: 0, mass: 5000 },
        ],
      },
    ],
  });
  const share = (aft: number, seed: number): number => {
    const { inside, draws } = drawInside(drawProblem(wall(aft), plain)!, 20_000, randomFrom(seed));
    return inside / draws;
  };
  expect(share(arm, 1)).toBeGreaterThan(0.485);
  expect(share(arm, 1)).toBeLessThan(0.515);
  expect(Math.abs(share(arm + sigmaArm, 2) - 0.8413)).toBeLessThan(0.012);
  expect(Math.abs(share(arm + 2 * sigmaArm, 3) - 0.9772)).toBeLessThan(0.006);
});
