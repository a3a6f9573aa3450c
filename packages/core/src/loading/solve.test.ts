import fc from 'fast-check';
import { anySheet, points } from '../testing/any-loading.ts';
import { LOADING, SHEET } from '../testing/loading.ts';
import {
  sheetProblems,
  sheetStanding,
  solveBallast,
  solveFuel,
  solvePack,
  solvePayload,
  solvePlace,
} from './index.ts';

test('every answer of a solver, applied, meets what was asked, and is loaded as it may be', () => {
  let [ballast, slides, fuels] = [0, 0, 0];
  fc.assert(
    fc.property(anySheet, fc.integer({ min: 0, max: 25 }), (sheet, wanted) => {
      for (const solution of solveBallast(LOADING, sheet, { kind: 'margin', arm: wanted })) {
        ballast += 1;
        const standing = sheetStanding(LOADING, solution.sheet)!;
        expect(standing.inside).toBe(true);
        expect(standing.margin.arm).toBeGreaterThanOrEqual(wanted - 1e-6);
        expect(sheetProblems(LOADING, solution.sheet)).toEqual([]);
      }
      for (const solution of solvePlace(LOADING, sheet, { kind: 'margin', arm: wanted })) {
        slides += 1;
        expect(sheetStanding(LOADING, solution.sheet)!.margin.arm).toBeGreaterThanOrEqual(wanted - 1e-6);
      }
      const total = 0.6 * (sheet.fuel['left']! + sheet.fuel['right']! + sheet.fuel['tail']!);
      for (const solution of solveFuel(LOADING, { ...sheet, used: 0 }, total)) {
        fuels += 1;
        const filled = Object.values(solution.sheet.fuel).reduce((s, v) => s + v, 0);
        expect(Math.abs(filled - total)).toBeLessThan(0.2);
        expect(sheetProblems(LOADING, solution.sheet)).toEqual([]);
      }
    }),
    // Pinned: the counts below say that solutions were looked at, and that must not depend on luck.
    { numRuns: 15, seed: 20_261_125 },
  );
  expect(Math.min(ballast, slides, fuels)).toBeGreaterThan(5);
});

test('ballast for a centre by the lever; a pack slid for a margin; a payload and a mission ranked', () => {
  const first = points(SHEET)[0]!.centre;
  const target = first.arm - 12;
  const [solution] = solveBallast(LOADING, SHEET, { kind: 'centre', arm: target });
  expect(solution!.sheet.lines.find((l) => l.station === 'nose-bay')!.mass).toBeCloseTo(
    (first.mass * 12) / (target - 300),
    0,
  );
  expect(Math.abs(points(solution!.sheet)[0]!.centre.arm - target)).toBeLessThanOrEqual(0.5);
  const model = {
    ...LOADING,
    tanks: [],
    burn: [],
    envelopes: [
      {
        id: 'm',
        title: 'Model',
        corners: [
          { arm: 2000, mass: 1 },
          { arm: 2020, mass: 1 },
          { arm: 2020, mass: 999 },
          { arm: 2000, mass: 999 },
        ],
      },
    ],
  };
  const heavy = { ...SHEET, fuel: {}, used: 0, lines: [], packs: [{ bay: 'bay', pack: 'large' }] };
  // 635 kg; the centre lies at (610·2040 + 25·1500)/635 = 2018.7; 5 mm from the edge needs 3.7·635/25 = 94.6 mm.
  const [slide] = solvePlace(model, heavy, { kind: 'margin', arm: 5 });
  expect(slide!.does).toMatchObject({ code: 'slideForward', params: { by: { value: 95 } } });
  expect(solvePayload(LOADING, SHEET, 15).map((s) => s.inside)).toContain(true);
  const [best] = solvePack(LOADING, SHEET, 1500);
  expect(best).toMatchObject({ pack: 'large', spare: 700, inside: true });
});
