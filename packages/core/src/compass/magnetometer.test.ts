import fc from 'fast-check';
import {
  correctedField,
  fitSphere,
  LEAST_COVERED,
  middleOfPatch,
  motorsMove,
  PATCHES,
  patchOf,
  seenSoFar,
  type FieldVector,
  type SphereFit,
} from './magnetometer.ts';
import { solvedBy } from './normal-equations.ts';

const fitted = (samples: readonly FieldVector[]): SphereFit => {
  const fit = fitSphere(samples);
  if (!fit.ok) throw new Error(fit.error.code);
  return fit.value;
};

/** Directions spread evenly over the sphere, along a spiral. */
const spiral = (n: number): readonly FieldVector[] =>
  Array.from({ length: n }, (_, i) => {
    const z = 1 - (2 * (i + 0.5)) / n;
    const round = i * Math.PI * (3 - Math.sqrt(5));
    const flat = Math.sqrt(1 - z * z);
    return [flat * Math.cos(round), flat * Math.sin(round), z];
  });

/** What a sensor shows of a field of a strength, with hard iron and its axes stretched and leaned. */
const shown =
  (strength: number, hard: FieldVector, stretch: FieldVector, lean = 0) =>
  ([x, y, z]: FieldVector): FieldVector => [
    strength * (stretch[0] * x + lean * y) + hard[0],
    strength * (lean * x + stretch[1] * y) + hard[1],
    strength * stretch[2] * z + hard[2],
  ];

describe('the sphere of a magnetometer', () => {
  it('is found where it lies, as large as it is, with nothing left', () => {
    const fit = fitted(spiral(200).map(shown(480, [60, -20, 110], [1, 1, 1])));
    expect(fit.centre.map((c) => Number(c.toFixed(6)))).toEqual([60, -20, 110]);
    expect(fit.strength).toBeCloseTo(480, 6);
    expect(fit.stretch).toBeCloseTo(1, 9);
    expect(fit.worst).toBeLessThan(1e-9);
    expect(fit.seen.size).toBe(PATCHES);
  });

  it('takes soft iron away: every reading comes back to length 1, and turns as the field does', () => {
    fc.assert(
      fc.property(
        fc.tuple(
          fc.integer({ min: -700, max: 700 }),
          fc.integer({ min: -700, max: 700 }),
          fc.integer({ min: -700, max: 700 }),
        ),
        fc.tuple(
          fc.integer({ min: 80, max: 125 }),
          fc.integer({ min: 80, max: 125 }),
          fc.integer({ min: 80, max: 125 }),
        ),
        fc.integer({ min: -15, max: 15 }),
        (hard, percent, lean) => {
          const stretch = percent.map((p) => p / 100) as unknown as FieldVector;
          const all = spiral(160);
          const fit = fitted(all.map(shown(500, hard, stretch, lean / 100)));
          fit.centre.forEach((c, i) => expect(c).toBeCloseTo(hard[i] ?? 0, 5));
          for (const direction of all) {
            const field = correctedField(fit, shown(500, hard, stretch, lean / 100)(direction));
            expect(Math.hypot(...field)).toBeCloseTo(1, 6);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('leaves of unrest what there is of it: the root of the mean square, and the most', () => {
    const unrest = spiral(300).map(([x, y, z], i): FieldVector => {
      const off = i % 2 === 0 ? 1.02 : 0.98;
      return [500 * off * x, 500 * off * y, 500 * off * z];
    });
    const fit = fitted(unrest);
    expect(fit.residual).toBeCloseTo(0.02, 2);
    expect(fit.worst).toBeGreaterThan(0.019);
    expect(fit.worst).toBeLessThan(0.03);
  });

  it('is refused by name: too few readings, a stripe, a disc, one reading over and over, a cap of the sphere', () => {
    const iron = shown(500, [10, 20, 30], [1, 1, 1]);
    const code = (samples: readonly FieldVector[]): string | undefined => {
      const fit = fitSphere(samples);
      return fit.ok ? undefined : fit.error.code;
    };
    expect(code(spiral(59).map(iron))).toBe('sphereTooFew');
    expect(code(spiral(60).map(iron))).toBeUndefined();
    const round = (z: number, n = 200): readonly FieldVector[] =>
      Array.from({ length: n }, (_, i) => {
        const angle = (2 * Math.PI * i) / n;
        const flat = Math.sqrt(1 - z * z);
        return iron([flat * Math.cos(angle), flat * Math.sin(angle), z]);
      });
    expect(code(round(0))).toBe('sphereNoEllipsoid');
    expect(code([...round(0.05), ...round(-0.05)])).toBe('sphereNoEllipsoid');
    expect(code([...round(0.1), ...round(0), ...round(-0.15)])).toBe('sphereTooSmall');
    expect(code(Array.from({ length: 80 }, () => iron([1, 0, 0])))).toBe('sphereNoEllipsoid');
    const cap = spiral(900).filter(([, , z]) => z > 0.3);
    expect(code(cap.map(iron))).toBe('sphereTooSmall');
    // Iron so strong that it stretches the field to three times is no iron to be reckoned away.
    expect(code(spiral(200).map(shown(500, [0, 0, 0], [3, 1, 1])))).toBe('sphereNoEllipsoid');
    expect(LEAST_COVERED * PATCHES).toBeLessThan(29);
  });

  it('has patches of one area, each with its middle in it', () => {
    const counted = new Map<number, number>();
    for (const direction of spiral(48_000)) {
      const patch = patchOf(direction);
      counted.set(patch, (counted.get(patch) ?? 0) + 1);
    }
    expect(counted.size).toBe(PATCHES);
    for (const count of counted.values()) expect(Math.abs(count - 1000)).toBeLessThan(60);
    for (let patch = 0; patch < PATCHES; patch += 1) expect(patchOf(middleOfPatch(patch))).toBe(patch);
    expect([patchOf([0, 0, -5]) < 8, patchOf([0, 0, 5]) >= PATCHES - 8]).toEqual([true, true]);
  });

  it('counts what was seen already before an ellipsoid can be told', () => {
    expect(seenSoFar([]).size).toBe(0);
    expect(seenSoFar(spiral(600).map(shown(500, [200, 100, 50], [1, 1, 1]))).size).toBe(PATCHES);
    const level = Array.from({ length: 100 }, (_, i): FieldVector => {
      const angle = (2 * Math.PI * i) / 100;
      return [500 * Math.cos(angle), 500 * Math.sin(angle), 30];
    });
    expect(seenSoFar(level).size).toBe(8);
  });

  it('tells how far motors move the field, as a share of it', () => {
    const fit = fitted(spiral(200).map(shown(480, [60, -20, 110], [1, 1, 1])));
    const rest: FieldVector = [60 + 480, -20, 110];
    expect(motorsMove(fit, rest, [60 + 504, -20, 110])).toBeCloseTo(0.05, 6);
    expect(motorsMove(fit, rest, rest)).toBe(0);
  });
});

test('equations are solved whatever the order of their pivots, and not where they do not tell all', () => {
  expect(
    solvedBy(
      [
        [2, 1],
        [1, 2],
      ],
      [3, 3],
    )?.map((v) => Number(v.toFixed(9))),
  ).toEqual([1, 1]);
  expect(
    solvedBy(
      [
        [0, 1],
        [1, 0],
      ],
      [5, 7],
    ),
  ).toEqual([7, 5]);
  expect(
    solvedBy(
      [
        [1, 1],
        [1, 1],
      ],
      [1, 2],
    ),
  ).toBeUndefined();
  expect(
    solvedBy(
      [
        [0, 0],
        [0, 0],
      ],
      [0, 0],
    ),
  ).toBeUndefined();
});
