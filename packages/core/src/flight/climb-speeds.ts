import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import { climbOf, type ClimbStretch } from './climb.ts';

/** One climb at one speed held. */
export interface SpeedClimb extends ClimbStretch {
  /** Calibrated (m/s). */
  readonly speed: number;
}

/** A climb as it would be at the mass of reference. */
export interface ClimbPoint {
  /** Calibrated (m/s). */
  readonly speed: number;
  /** m/s, true. */
  readonly rate: number;
}

/** Rate of climb over speed, with its top. */
export interface ClimbSpeeds {
  /** In the order they were flown. */
  readonly points: readonly ClimbPoint[];
  /** Rate at a speed (m/s); nothing is said beyond what was flown. */
  readonly at: (speed: number) => number;
  /** Where it climbs best, how well, and how far each may be off as a standard deviation (m/s). */
  readonly best: {
    readonly speed: number;
    readonly rate: number;
    readonly speedOff: number;
    readonly rateOff: number;
  };
  /** Where it gains most height over the way, in still air (m/s); undefined where that was not flown. */
  readonly steepest: number | undefined;
  /** Whether the top lies between speeds that were flown. */
  readonly enclosed: boolean;
  /** What the mass took from or gave to the rates, at the most (m/s), as of `climbOf`. */
  readonly byMass: number;
  /** Density altitude that all of it is of (m). */
  readonly height: number;
}

const FEWEST = 3;
/** The fastest is so much faster than the slowest at least. */
const SPREAD = 1.2;
/** One of them lies so far off both ends, of what lies between them. */
const MIDDLE = 0.25;
/** What air that looks smooth does to a rate at the least, as a standard deviation (m/s): few climbs may agree by chance. Our own figure. */
const UNSEEN = 0.1;

/**
 * The speed of best climb out of climbs at three speeds or more, over one band of height: a parabola through the rates, each turned to
 * the mass of reference as `climbOf` does, the speeds by the root of the mass, since the wing is at one angle then.
 * What is off is told by how the climbs scatter about the curve, and by `UNSEEN` at the least: three leave nothing over to tell it by.
 *
 * Units: m/s, m, s, °C, kg. Boundary: fastest over slowest of exactly `SPREAD` counts, a middle one exactly `MIDDLE` off an end too.
 * Errors: those of `climbOf`; `climbSpeedsFew`; `stallSpeed`; `climbNotUp` where a row came down; `climbSpeedsAlike`; `climbNoMiddle`; `climbHeightsApart` where they are not
 * of one height; `climbNoTop` where the curve is hollow.
 * Source: power required is near a parabola about its least; least squares in polynomials that are square to each other; errors to first order.
 * Example: 3.8 m/s at 25, 4.0 at 30 and 3.7 at 35 m/s: best at 29.5 m/s with 4.00.
 */
export function climbSpeeds(climbs: readonly SpeedClimb[], reference: number): Result<ClimbSpeeds, Reason> {
  if (climbs.length < FEWEST) return err(reason('climbSpeedsFew', { fewest: FEWEST }));
  const reduced = climbOf(climbs, reference);
  if (!reduced.ok) return reduced;
  if (reduced.value.slope !== undefined) return err(reason('climbHeightsApart'));
  const still = climbs.findIndex((c) => !(c.speed > 0));
  if (still >= 0) return err(reason('stallSpeed', { run: still + 1 }));
  const down = climbs.findIndex((c) => !(c.to > c.from));
  if (down >= 0) return err(reason('climbNotUp', { row: down + 1 }));
  const points = climbs.map(({ speed, mass }, i) => ({
    speed: speed * Math.sqrt(reference / mass),
    rate: reduced.value.stretches[i]?.rate ?? NaN,
  }));
  const speeds = points.map((p) => p.speed);
  const [slow, fast] = [Math.min(...speeds), Math.max(...speeds)];
  if (fast / slow < SPREAD - 1e-9) return err(reason('climbSpeedsAlike'));
  const off = MIDDLE * (fast - slow) - 1e-9;
  if (!speeds.some((s) => s - slow >= off && fast - s >= off)) return err(reason('climbNoMiddle'));

  const n = points.length;
  const mean = (of: (p: ClimbPoint, i: number) => number): number =>
    points.reduce((sum, p, i) => sum + of(p, i), 0) / n;
  // About the middle, in parts of the spread, so that sums stay of one size.
  const middle = mean((p) => p.speed);
  const scale = fast - slow;
  const xs = speeds.map((s) => (s - middle) / scale);
  const [second, third] = [mean((_, i) => (xs[i] ?? 0) ** 2), mean((_, i) => (xs[i] ?? 0) ** 3)];
  const bent = (x: number): number => x * x - (third / second) * x - second;
  const level = mean((p) => p.rate);
  const tilt = mean((p, i) => (xs[i] ?? 0) * p.rate) / second;
  const square = mean((_, i) => bent(xs[i] ?? 0) ** 2);
  const bend = mean((p, i) => bent(xs[i] ?? 0) * p.rate) / square;
  // A curve that is straight but for the noise of the arithmetic has no top either.
  if (!(bend < -1e-9 * Math.abs(level))) return err(reason('climbNoTop'));
  const curve = (x: number): number => level + tilt * x + bend * bent(x);
  const top = third / (2 * second) - tilt / (2 * bend);

  const rest = points.reduce((sum, p, i) => sum + (p.rate - curve(xs[i] ?? 0)) ** 2, 0);
  const scatter = Math.max(UNSEEN, n > FEWEST ? Math.sqrt(rest / (n - FEWEST)) : 0);
  const moved = (of: (x: number) => number): number =>
    scatter * Math.sqrt(xs.reduce((sum, x) => sum + of(x) ** 2, 0));
  const speedOff = moved(
    (x) => (tilt * bent(x)) / (2 * bend ** 2 * n * square) - x / (2 * bend * n * second),
  );
  const rateOff = moved((x) => 1 / n + (top * x) / (n * second) + (bent(top) * bent(x)) / (n * square));

  // Steepest where the rate over the speed is greatest: the same parabola written from the stop, a + b·v + c·v², touched from there.
  const c = bend / scale ** 2;
  const a = curve(-middle / scale);
  const steep = a < 0 ? Math.sqrt(a / c) : NaN;
  const best = middle + top * scale;
  return ok({
    points,
    at: (speed) => curve((speed - middle) / scale),
    best: { speed: best, rate: curve(top), speedOff: speedOff * scale, rateOff },
    steepest: steep >= slow && steep <= fast ? steep : undefined,
    enclosed: slow <= best && best <= fast,
    byMass: reduced.value.byMass,
    height: reduced.value.stretches.reduce((sum, s) => sum + s.height, 0) / n,
  });
}
