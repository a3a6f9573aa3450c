import { SEA_LEVEL, standardAir } from '../air/atmosphere.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** One glide at one speed. */
export interface GlideStretch {
  /** Calibrated (m/s). */
  readonly speed: number;
  /** Pressure altitudes at its ends (m), and what lay between them. */
  readonly from: number;
  readonly to: number;
  readonly seconds: number;
  /** Air in the middle of it (°C). */
  readonly temperature: number;
  /** kg. */
  readonly mass: number;
}

/** Sinking by speed at one mass and the density of the sea: drag by shape, and drag by lift. */
export interface GlidePolar {
  /** s²/m², of the third power of speed. */
  readonly shape: number;
  /** m²/s², over the speed. */
  readonly lift: number;
  /** Where it reaches furthest in still air (m/s), how far for every metre of height, and how it sinks there (m/s). */
  readonly best: { readonly speed: number; readonly ratio: number; readonly sink: number };
  /** Where it sinks least (m/s). */
  readonly slowest: { readonly speed: number; readonly sink: number };
}

export interface GlidePoint {
  readonly speed: number;
  readonly sink: number;
}

export interface Glide {
  readonly polar: GlidePolar;
  /** At the mass of reference and the density of the sea, in the order they were flown. */
  readonly points: readonly GlidePoint[];
  /** Standard deviation of a point about the curve (m/s); undefined where three points leave next to nothing over. */
  readonly scatter: number | undefined;
  /** Whether the speed that reaches furthest lies between speeds that were flown. */
  readonly enclosed: boolean;
}

/** The fastest is so much faster than the slowest at least. */
const SPREAD = 1.25;
const FEWEST = 3;
const SHORTEST = 20;

/** Sinking at a speed (m/s). Example: shape 2e-5, lift 30, at 30 m/s: 0.54 + 1.0 = 1.54. */
export const sinkAt = ({ shape, lift }: Pick<GlidePolar, 'shape' | 'lift'>, speed: number): number =>
  shape * speed ** 3 + lift / speed;

/**
 * The polar of two kinds of drag. Error: `glideNoPolar` where one of them is not above nothing: no wing glides so.
 * Source: parabolic drag; the best ratio where both are alike, the least sinking where drag by lift is three times the other.
 * Example: shape 2e-5 and lift 30: furthest at 35.0 m/s, 20.4 to one; slowest at 26.6 m/s with 1.51 m/s.
 */
export function polarOf(shape: number, lift: number): Result<GlidePolar, Reason> {
  if (!(shape > 0 && lift > 0)) return err(reason('glideNoPolar'));
  const [best, slowest] = [(lift / shape) ** 0.25, (lift / (3 * shape)) ** 0.25];
  const sink = (speed: number): number => sinkAt({ shape, lift }, speed);
  return ok({
    shape,
    lift,
    best: { speed: best, ratio: best / sink(best), sink: sink(best) },
    slowest: { speed: slowest, sink: sink(slowest) },
  });
}

/**
 * A polar from glides at three speeds or more, each turned to the mass of reference and the density of the sea: the same wing at the
 * same angle is faster and sinks faster by the root of the mass, and by the root of thinner air.
 *
 * Units: m/s, m, s, °C, kg. Boundary: fastest over slowest of exactly `SPREAD` counts.
 * Errors: `glideTooFew`, `glideShort`, `stallMass`, `glideNotDown` where it did not sink, `glideSpeedsAlike`, `glideNoPolar`,
 * `heightBeyondAtmosphere`. Source: parabolic drag, least squares in shape and lift.
 * Example: at 25, 30 and 40 m/s it sinks 1.5125, 1.54 and 2.03 m/s at the sea: shape 2e-5, lift 30.
 */
export function glideOf(stretches: readonly GlideStretch[], reference: number): Result<Glide, Reason> {
  if (stretches.length < FEWEST) return err(reason('glideTooFew', { fewest: FEWEST }));
  if (!(reference > 0) || stretches.some((s) => !(s.mass > 0))) return err(reason('stallMass'));
  const points: GlidePoint[] = [];
  for (const [i, one] of stretches.entries()) {
    if (!(one.seconds >= SHORTEST)) return err(reason('climbShort', { row: i + 1 }));
    if (!(one.from > one.to)) return err(reason('glideNotDown', { row: i + 1 }));
    if (!(one.speed > 0)) return err(reason('stallSpeed', { run: i + 1 }));
    const standard = standardAir((one.from + one.to) / 2);
    if (!standard.ok) return standard;
    const kelvin = one.temperature + 273.15;
    const density = (standard.value.density * standard.value.temperature) / kelvin;
    const sink = (((one.from - one.to) / one.seconds) * kelvin) / standard.value.temperature;
    const heavier = Math.sqrt(reference / one.mass);
    points.push({
      speed: one.speed * heavier,
      sink: sink * heavier * Math.sqrt(density / SEA_LEVEL.density),
    });
  }
  const speeds = points.map((p) => p.speed);
  const [slow, fast] = [Math.min(...speeds), Math.max(...speeds)];
  if (fast / slow < SPREAD - 1e-9) return err(reason('glideSpeedsAlike'));
  // Two unknowns, straight: sink = shape·v³ + lift/v, speeds in units of the slowest so that sums stay of one size.
  let [aa, ab, bb, ay, by] = [0, 0, 0, 0, 0];
  for (const { speed, sink } of points) {
    const [a, b] = [(speed / slow) ** 3, slow / speed];
    [aa, ab, bb, ay, by] = [aa + a * a, ab + a * b, bb + b * b, ay + a * sink, by + b * sink];
  }
  const over = aa * bb - ab * ab;
  const polar = polarOf((ay * bb - by * ab) / over / slow ** 3, ((by * aa - ay * ab) / over) * slow);
  if (!polar.ok) return polar;
  const rest = points.reduce((sum, p) => sum + (p.sink - sinkAt(polar.value, p.speed)) ** 2, 0);
  return ok({
    polar: polar.value,
    points,
    scatter: points.length > FEWEST ? Math.sqrt(rest / (points.length - 2)) : undefined,
    enclosed: slow <= polar.value.best.speed && polar.value.best.speed <= fast,
  });
}

/** No glide is flown so much faster than its best. */
const FASTEST = 2.5;

/**
 * How to glide furthest over the ground against a wind (m/s, negative from behind): the speed, and metres for every metre of height;
 * nothing where even the fastest glide gets nowhere. Source: the tangent at the polar from the wind, by halving.
 * Example: shape 2e-5, lift 30, against 10 m/s: 38.6 m/s, 14.9 to one.
 */
export function bestAgainst(
  polar: GlidePolar,
  headwind: number,
): { readonly speed: number; readonly ratio: number } | undefined {
  const slope = (v: number): number =>
    (3 * polar.shape * v * v - polar.lift / v ** 2) * (v - headwind) - sinkAt(polar, v);
  let [low, high] = [
    Math.max(polar.slowest.speed, headwind),
    Math.max(FASTEST * polar.best.speed, polar.slowest.speed),
  ];
  if (headwind >= high) return undefined;
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (slope(middle) < 0) low = middle;
    else high = middle;
  }
  const speed = (low + high) / 2;
  return { speed, ratio: (speed - headwind) / sinkAt(polar, speed) };
}
