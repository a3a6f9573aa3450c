import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import { solvedBy } from './normal-equations.ts';

/** A field along the axes of a vehicle: nose, right, down. Any unit, the same throughout. */
export type FieldVector = readonly [x: number, y: number, z: number];
type Matrix = readonly [FieldVector, FieldVector, FieldVector];

/** What a magnetometer that was turned about comes to. */
export interface SphereFit {
  /** Hard iron: the field that turns along with the vehicle. */
  readonly centre: FieldVector;
  /** Soft iron: brings a reading less the centre back onto a sphere of radius 1. */
  readonly correction: Matrix;
  /** Of the field about, as the sensor shows it: the mean half-axis. */
  readonly strength: number;
  /** Longest over shortest half-axis. */
  readonly stretch: number;
  /** What is left beside the sphere, as a share of its radius: root of the mean square, and the most. */
  readonly residual: number;
  readonly worst: number;
  /** Patches of the sphere that were seen, of `PATCHES`. */
  readonly seen: ReadonlySet<number>;
}

/** The sphere in patches of one area: bands of one height, each in sectors. */
const [BANDS, SECTORS] = [6, 8] as const;
export const PATCHES = BANDS * SECTORS;
/** So many samples at least, and such a share of the patches, tell an ellipsoid. */
export const FEWEST_SAMPLES = 60;
export const LEAST_COVERED = 0.6;
/** Iron that stretches the field by more than this is not to be reckoned away: it has to go. */
const MOST_STRETCH = 2.5;

const minus = (a: FieldVector, b: FieldVector): FieldVector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: FieldVector, b: FieldVector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const times = (m: Matrix, v: FieldVector): FieldVector => [dot(m[0], v), dot(m[1], v), dot(m[2], v)];
const cross = (a: FieldVector, b: FieldVector): FieldVector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/**
 * The patch of the sphere that a direction lies in, from 0. Example: straight along plus z lies in the last band.
 */
export function patchOf(direction: FieldVector): number {
  const size = Math.hypot(...direction);
  const band = Math.min(BANDS - 1, Math.floor((BANDS * (direction[2] / size + 1)) / 2));
  const round = Math.atan2(direction[1], direction[0]) / (2 * Math.PI) + 0.5;
  return band * SECTORS + Math.min(SECTORS - 1, Math.floor(SECTORS * round));
}

/**
 * The direction in the middle of a patch, of length 1: where to turn the vehicle that it is seen. Example: `patchOf(middleOfPatch(7))` is 7.
 */
export function middleOfPatch(patch: number): FieldVector {
  const z = (2 * (Math.floor(patch / SECTORS) + 0.5)) / BANDS - 1;
  const round = 2 * Math.PI * (((patch % SECTORS) + 0.5) / SECTORS - 0.5);
  const flat = Math.sqrt(1 - z * z);
  return [flat * Math.cos(round), flat * Math.sin(round), z];
}

/** Eigenvalues and eigenvectors of a symmetric matrix, by the rotations of Jacobi. */
function eigen(matrix: Matrix): { readonly values: FieldVector; readonly vectors: Matrix } {
  const a = matrix.map((row) => [...row]);
  const v = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ];
  const at = (m: number[][], i: number, k: number): number => m[i]?.[k] ?? 0;
  const turn = (m: number[][], rows: boolean, p: number, q: number, c: number, s: number): void => {
    for (let k = 0; k < 3; k += 1) {
      const [x, y] = rows ? [at(m, p, k), at(m, q, k)] : [at(m, k, p), at(m, k, q)];
      const [own, other] = [c * x - s * y, s * x + c * y];
      const [rowP, rowQ] = rows ? [m[p], m[q]] : [m[k], m[k]];
      if (rowP) rowP[rows ? k : p] = own;
      if (rowQ) rowQ[rows ? k : q] = other;
    }
  };
  for (let sweep = 0; sweep < 12; sweep += 1)
    for (const [p, q] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ] as const) {
      const off = at(a, p, q);
      if (off === 0) continue;
      const angle = 0.5 * Math.atan2(2 * off, at(a, q, q) - at(a, p, p));
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      turn(a, true, p, q, c, s);
      turn(a, false, p, q, c, s);
      turn(v, false, p, q, c, s);
    }
  const column = (k: number): FieldVector => [at(v, 0, k), at(v, 1, k), at(v, 2, k)];
  return {
    values: [at(a, 0, 0), at(a, 1, 1), at(a, 2, 2)],
    vectors: [column(0), column(1), column(2)],
  };
}

/** The symmetric matrix with the square roots of the eigenvalues. */
function rootOf({ values, vectors }: ReturnType<typeof eigen>): Matrix {
  const entry = (i: number, k: number): number =>
    vectors.reduce(
      (sum, vector, n) => sum + Math.sqrt(values[n] ?? 0) * (vector[i] ?? 0) * (vector[k] ?? 0),
      0,
    );
  const row = (i: number): FieldVector => [entry(i, 0), entry(i, 1), entry(i, 2)];
  return [row(0), row(1), row(2)];
}

/** Solves three equations by determinants; the matrix of an ellipsoid is no other than regular. */
function solved3([a, b, c]: Matrix, right: FieldVector): FieldVector {
  const [u, v, w] = [cross(b, c), cross(c, a), cross(a, b)];
  const size = dot(a, u);
  const at = (i: 0 | 1 | 2): number => (u[i] * right[0] + v[i] * right[1] + w[i] * right[2]) / size;
  return [at(0), at(1), at(2)];
}

/**
 * A reading as it would be without the iron of the vehicle: its direction is that of the field, its length 1 where nothing disturbs.
 * Example: of a sphere about (10, 0, 0) with radius 500, (510, 0, 0) is (1, 0, 0).
 */
export const correctedField = ({ centre, correction }: SphereFit, reading: FieldVector): FieldVector =>
  times(correction, minus(reading, centre));

/**
 * The ellipsoid through the readings of a magnetometer that was turned about, by least squares on the general quadric; where it lies
 * (hard iron), how it is stretched (soft iron), what is left, and which parts of the sphere were seen.
 * Errors: `sphereTooFew` with fewer than 60 samples; `sphereNoEllipsoid` where they lie on none (a stripe, a disc, something that moved
 * beside it), or on one stretched by more than 2.5; `sphereTooSmall` where less than 60 % of the sphere were seen.
 * Source: xᵀAx + 2vᵀx = 1 about the mean of the samples; |W(x − c)| = 1 with W = √(A/(1 + cᵀAc)).
 * Example: 200 readings all round a sphere of 480 mG about (60, −20, 110): that centre, and next to nothing left.
 */
export function fitSphere(samples: readonly FieldVector[]): Result<SphereFit, Reason> {
  const n = samples.length;
  if (n < FEWEST_SAMPLES) return err(reason('sphereTooFew', { samples: n, least: FEWEST_SAMPLES }));
  const sum = samples.reduce<FieldVector>((s, v) => [s[0] + v[0], s[1] + v[1], s[2] + v[2]], [0, 0, 0]);
  const middle: FieldVector = [sum[0] / n, sum[1] / n, sum[2] / n];
  const size = Math.sqrt(samples.reduce((s, v) => s + dot(minus(v, middle), minus(v, middle)), 0) / n);
  if (!(size > 0)) return err(reason('sphereNoEllipsoid'));
  const normal = Array.from({ length: 9 }, () => new Array<number>(9).fill(0));
  const right = new Array<number>(9).fill(0);
  for (const sample of samples) {
    const [x, y, z] = minus(sample, middle).map((c) => c / size) as unknown as FieldVector;
    const row = [x * x, y * y, z * z, 2 * y * z, 2 * x * z, 2 * x * y, 2 * x, 2 * y, 2 * z];
    for (const [i, own] of row.entries()) {
      right[i] = (right[i] ?? 0) + own;
      const line = normal[i];
      if (line) for (const [k, other] of row.entries()) line[k] = (line[k] ?? 0) + own * other;
    }
  }
  const found = solvedBy(normal, right);
  if (!found) return err(reason('sphereNoEllipsoid'));
  const [a = 0, b = 0, c = 0, f = 0, g = 0, h = 0, p = 0, q = 0, r = 0] = found;
  const quadric: Matrix = [
    [a, h, g],
    [h, b, f],
    [g, f, c],
  ];
  const centre = solved3(quadric, [-p, -q, -r]);
  const level = 1 + dot(centre, times(quadric, centre));
  const scaled = quadric.map((row) => row.map((v) => v / level)) as unknown as Matrix;
  const axes = eigen(scaled);
  if (!axes.values.every((v) => v > 0)) return err(reason('sphereNoEllipsoid'));
  const half = axes.values.map((v) => 1 / Math.sqrt(v));
  const stretch = Math.max(...half) / Math.min(...half);
  if (!(stretch <= MOST_STRETCH)) return err(reason('sphereNoEllipsoid'));
  const root = rootOf(axes);
  const correction = root.map((row) => row.map((v) => v / size)) as unknown as Matrix;
  const own: FieldVector = [
    middle[0] + centre[0] * size,
    middle[1] + centre[1] * size,
    middle[2] + centre[2] * size,
  ];
  const seen = new Set<number>();
  let squares = 0;
  let worst = 0;
  for (const sample of samples) {
    const field = times(correction, minus(sample, own));
    const left = Math.hypot(...field) - 1;
    squares += left * left;
    worst = Math.max(worst, Math.abs(left));
    seen.add(patchOf(field));
  }
  if (seen.size < LEAST_COVERED * PATCHES)
    return err(
      reason('sphereTooSmall', {
        seen: Math.round((100 * seen.size) / PATCHES),
        least: Math.round(100 * LEAST_COVERED),
      }),
    );
  return ok({
    centre: own,
    correction,
    strength: size * Math.cbrt((half[0] ?? 0) * (half[1] ?? 0) * (half[2] ?? 0)),
    stretch,
    residual: Math.sqrt(squares / n),
    worst,
    seen,
  });
}

/**
 * How much of the sphere was seen by directions from the mean of what was read, before an ellipsoid can be told: patches, of `PATCHES`.
 * Example: a vehicle that was turned once about the vertical sees one band of it.
 */
export function seenSoFar(samples: readonly FieldVector[]): ReadonlySet<number> {
  const ends = [0, 1, 2].map((i) => {
    const all = samples.map((s) => s[i] ?? 0);
    return (Math.min(...all) + Math.max(...all)) / 2;
  });
  const middle: FieldVector = [ends[0] ?? 0, ends[1] ?? 0, ends[2] ?? 0];
  return new Set(
    samples
      .map((s) => minus(s, middle))
      .filter((v) => Math.hypot(...v) > 0)
      .map(patchOf),
  );
}

/**
 * How far motors move the field, as a share of it: the reading at a throttle against that at rest, both corrected, the vehicle held still.
 * Example: 24 mG more along the nose of 480: 0.05.
 */
export function motorsMove(fit: SphereFit, rest: FieldVector, running: FieldVector): number {
  return Math.hypot(...minus(correctedField(fit, running), correctedField(fit, rest)));
}
