import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** One steady leg over the ground at the same airspeed as the others. */
export interface TrackLeg {
  /** Degrees true, over the ground. */
  readonly track: number;
  /** m/s, over the ground. */
  readonly speed: number;
  /** How well the speed over the ground of this leg is known, as a standard deviation (m/s). */
  readonly uncertainty: number;
}

/** True airspeed and wind, with their standard errors. */
export interface LegsSay {
  /** m/s. */
  readonly airspeed: number;
  readonly airspeedError: number;
  /** Where it comes from, degrees true; undefined where there is less wind than anybody can tell. */
  readonly windFrom: number | undefined;
  /** m/s. */
  readonly wind: number;
  readonly windError: number;
  /** How far each leg lies off the circle (m/s): plus where it was faster through the air than the others. */
  readonly off: readonly number[];
  /** By how much the legs scatter more than they were said to be known; 1 where as said, or where three leave nothing over. */
  readonly scatter: number;
}

const FEWEST = 3;
/** Legs that leave more of the circle open than this tell wind from airspeed badly (degrees). */
const WIDEST_GAP = 180;
const ROUNDS = 60;

const rad = (degrees: number): number => (degrees * Math.PI) / 180;

type Three = readonly [number, number, number];

/** Inverse of a symmetric matrix of three; undefined where it has none, by a relative measure. */
function inverted(m: readonly [Three, Three, Three]): readonly [Three, Three, Three] | undefined {
  const [[a, b, c], [, d, e], [, , f]] = m;
  const [A, B, C] = [d * f - e * e, c * e - b * f, b * e - c * d];
  const determinant = a * A + b * B + c * C;
  if (!(Math.abs(determinant) > 1e-9 * Math.max(a * d * f, 1e-300))) return undefined;
  const [D, E, F] = [a * f - c * c, b * c - a * e, a * d - b * b];
  const by = (x: number): number => x / determinant;
  return [
    [by(A), by(B), by(C)],
    [by(B), by(D), by(E)],
    [by(C), by(E), by(F)],
  ];
}

interface Point {
  readonly east: number;
  readonly north: number;
  readonly weight: number;
}

/** The circle through the ends of the legs as far as it goes without steps: the sum of squares in which the radius is not squared out. */
function firstCircle(points: readonly Point[]): Three | undefined {
  // Centred, so that nothing is lost in squares.
  const total = points.reduce((s, p) => s + p.weight, 0);
  const mean = (of: (p: Point) => number): number => points.reduce((s, p) => s + p.weight * of(p), 0) / total;
  const [e0, n0] = [mean((p) => p.east), mean((p) => p.north)];
  const own = points.map((p) => ({ ...p, east: p.east - e0, north: p.north - n0 }));
  const sum = (of: (p: Point) => number): number => own.reduce((s, p) => s + p.weight * of(p), 0);
  const square = (p: Point): number => p.east * p.east + p.north * p.north;
  const [ee, en, nn] = [sum((p) => p.east ** 2), sum((p) => p.east * p.north), sum((p) => p.north ** 2)];
  const [qe, qn] = [sum((p) => square(p) * p.east) / 2, sum((p) => square(p) * p.north) / 2];
  const determinant = ee * nn - en * en;
  if (!(determinant > 1e-9 * ee * nn)) return undefined;
  const [ce, cn] = [(qe * nn - qn * en) / determinant, (qn * ee - qe * en) / determinant];
  const radius = Math.sqrt(ce * ce + cn * cn + sum(square) / total);
  return [e0 + ce, n0 + cn, radius];
}

/** The widest part of the circle in which no leg lies, seen from the centre (degrees). */
function widestGap(points: readonly Point[], [east, north]: Three): number {
  const bearings = points
    .map((p) => (Math.atan2(p.east - east, p.north - north) * 180) / Math.PI)
    .sort((a, b) => a - b);
  return Math.max(...bearings.map((b, i) => (bearings[i + 1] ?? (bearings[0] ?? 0) + 360) - b));
}

function normalOf(points: readonly Point[], [east, north, radius]: Three) {
  const m = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ] as [[number, number, number], [number, number, number], [number, number, number]];
  const right: [number, number, number] = [0, 0, 0];
  for (const p of points) {
    const [de, dn] = [p.east - east, p.north - north];
    const distance = Math.hypot(de, dn) || 1e-12;
    const row: Three = [-de / distance, -dn / distance, -1];
    const off = distance - radius;
    for (const i of [0, 1, 2] as const) {
      right[i] -= p.weight * row[i] * off;
      for (const k of [0, 1, 2] as const) m[i][k] += p.weight * row[i] * row[k];
    }
  }
  return { m, right };
}

const pointOf = ({ track, speed, uncertainty }: TrackLeg): Point => ({
  east: speed * Math.sin(rad(track)),
  north: speed * Math.cos(rad(track)),
  weight: 1 / uncertainty ** 2,
});

/**
 * True airspeed and wind from legs flown at one airspeed and height: over the ground their ends lie on a circle, whose radius is the airspeed
 * and whose middle is the wind. The best circle by geometric distance, with the standard errors that follow from how well each leg is known, or
 * from how they scatter about it, whichever is more.
 *
 * Units: m/s, degrees true. Boundary: legs that leave exactly half of the circle open are refused, as are fewer than three.
 * Errors: `legsTooFew`, `legNoSpeed`, `legNoUncertainty`, `legsBadlySpread` with the widest gap in degrees.
 * Source: nonlinear least squares by Gauss and Newton from the algebraic circle of Kåsa (1976); covariance by its normal equations.
 * Example: 60 m/s to the north, 50 to the east, 40 to the south: 50.0 m/s true, and a wind of 10.0 m/s from 186°.
 */
export function airspeedByLegs(legs: readonly TrackLeg[]): Result<LegsSay, Reason> {
  if (legs.length < FEWEST) return err(reason('legsTooFew', { fewest: FEWEST }));
  if (legs.some((l) => !(Number.isFinite(l.speed) && l.speed >= 0 && Number.isFinite(l.track))))
    return err(reason('legNoSpeed'));
  if (legs.some((l) => !(Number.isFinite(l.uncertainty) && l.uncertainty > 0)))
    return err(reason('legNoUncertainty'));
  const points = legs.map(pointOf);
  let circle = firstCircle(points);
  if (!circle) return err(reason('legsBadlySpread', { gap: 360 }));
  for (let round = 0; round < ROUNDS; round += 1) {
    const { m, right } = normalOf(points, circle);
    const inverse = inverted(m);
    if (!inverse) return err(reason('legsBadlySpread', { gap: Math.round(widestGap(points, circle)) }));
    const by = inverse.map((row) => row[0] * right[0] + row[1] * right[1] + row[2] * right[2]);
    const step = by as unknown as Three;
    circle = [circle[0] + step[0], circle[1] + step[1], circle[2] + step[2]];
    if (Math.hypot(...step) < 1e-12 * (1 + circle[2])) break;
  }
  const gap = widestGap(points, circle);
  const inverse = inverted(normalOf(points, circle).m);
  if (!inverse || gap >= WIDEST_GAP || !(circle[2] > 0))
    return err(reason('legsBadlySpread', { gap: Math.round(gap) }));
  const [east, north, airspeed] = circle;
  const off = points.map((p) => Math.hypot(p.east - east, p.north - north) - airspeed);
  const over = legs.length - 3;
  const chi = points.reduce((s, p, i) => s + p.weight * (off[i] ?? 0) ** 2, 0);
  const scatter = over > 0 ? Math.max(1, Math.sqrt(chi / over)) : 1;
  const wind = Math.hypot(east, north);
  // Across the wind as well as along it: the larger of what is known of either.
  const windError = scatter * Math.sqrt(Math.max(inverse[0][0], inverse[1][1]));
  return ok({
    airspeed,
    airspeedError: scatter * Math.sqrt(inverse[2][2]),
    wind,
    windError,
    windFrom: wind > 2 * windError ? ((Math.atan2(-east, -north) * 180) / Math.PI + 360) % 360 : undefined,
    off,
    scatter,
  });
}

/** Headings that are tried for the next leg (degrees). */
const TRIED_EVERY = 10;

/**
 * Which way to fly the next leg, over the ground, so that the airspeed is known best afterwards, and how well it would be (m/s); the leg is
 * taken to be as good as the best one so far. Errors as `airspeedByLegs`. Example: after north, east and south: to the west.
 */
export function nextLeg(
  legs: readonly TrackLeg[],
): Result<{ readonly track: number; readonly airspeedError: number }, Reason> {
  const now = airspeedByLegs(legs);
  if (!now.ok) return now;
  const { airspeed, wind, windFrom } = now.value;
  const to = windFrom === undefined ? 0 : windFrom + 180;
  const [east, north] = [wind * Math.sin(rad(to)), wind * Math.cos(rad(to))];
  const good = Math.min(...legs.map((l) => l.uncertainty));
  const points = legs.map(pointOf);
  let best: { track: number; airspeedError: number } | undefined;
  for (let heading = 0; heading < 360; heading += TRIED_EVERY) {
    const [e, n] = [east + airspeed * Math.sin(rad(heading)), north + airspeed * Math.cos(rad(heading))];
    const inverse = inverted(
      normalOf([...points, { east: e, north: n, weight: 1 / good ** 2 }], [east, north, airspeed]).m,
    );
    if (!inverse) continue;
    const airspeedError = now.value.scatter * Math.sqrt(inverse[2][2]);
    const track = ((Math.atan2(e, n) * 180) / Math.PI + 360) % 360;
    if (!best || airspeedError < best.airspeedError - 1e-12) best = { track, airspeedError };
  }
  return best ? ok(best) : err(reason('legsBadlySpread', { gap: 360 }));
}
