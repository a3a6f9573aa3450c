import { randomFrom } from '../planning/index.ts';
import { drawInside, drawProblem } from './index.ts';
import { points } from '../testing/any-loading.ts';
import { LOADING, SHEET } from '../testing/loading.ts';

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

test('the flight counts up to landing, the reserve apart; a gauge is off by as much however little is left', () => {
  // Inside all the way to landing, and far outside on what is left after it.
  const used = 30;
  const sheet = { ...SHEET, fuel: { left: 30, right: 30, tail: 0 }, used };
  const track = points(sheet);
  const landing = track.findIndex((p) => p.burned >= used - 1e-9);
  const masses = track.map((p) => p.centre.mass);
  const floor = ((masses[landing] ?? 0) + (masses.at(-1) ?? 0)) / 2;
  const box = (low: number): typeof LOADING => ({
    ...LOADING,
    lateral: undefined,
    envelopes: [
      {
        id: 'floor',
        title: 'Floor',
        corners: [
          { arm: -9000, mass: low },
          { arm: 9000, mass: low },
          { arm: 9000, mass: 9000 },
          { arm: -9000, mass: 9000 },
        ],
      },
    ],
  });
  const sharp = (data: typeof LOADING): typeof LOADING => ({
    ...data,
    tanks: data.tanks.map((t) => ({ ...t, gauge: 0, densityBand: 0 })),
  });
  const told = drawInside(drawProblem(sharp(box(floor)), sheet)!, 5000, randomFrom(4));
  expect(told.inside).toBeGreaterThan(4900);
  expect(told.reserve).toBeLessThan(100);

  // Only the gauges of two tanks are uncertain: by the closed form, at the last point as at the first.
  const gauges: typeof LOADING = {
    ...box(1),
    tanks: LOADING.tanks.map((t) => ({ ...t, gauge: 4, densityBand: 0 })),
  };
  const problem = drawProblem(gauges, sheet)!;
  const sigma = (at: (typeof problem.points)[number]): number =>
    Math.hypot(...LOADING.tanks.map((_, t) => at.fuel[t * 5 + 3] ?? 0));
  const density = LOADING.tanks[0]?.density ?? 0;
  for (const at of problem.points) {
    const filled = LOADING.tanks.filter((_, t) => (at.fuel[t * 5] ?? 0) > 0).length;
    expect(sigma(at)).toBeCloseTo(2 * density * Math.sqrt(filled), 6);
  }
});
