import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import { atMass } from './stalls.ts';

/** What an angle-of-attack gauge showed at one steady speed, one load. */
export interface AngleShown {
  /** m/s, calibrated. */
  readonly speed: number;
  /** kg. */
  readonly mass: number;
  /** In the units of the gauge. */
  readonly shown: number;
}

export interface AngleCalibration {
  /** What the gauge shows without lift, and what the whole of the greatest lift adds. */
  readonly zero: number;
  readonly whole: number;
  /** How far each point lies off the line, in the units of the gauge. */
  readonly off: readonly number[];
  /** Standard deviation about the line. */
  readonly scatter: number;
  /** What it shows at a speed and a mass: where a mark goes. */
  readonly at: (speed: number, mass: number) => number;
}

const FEWEST = 3;
/** Points nearer together than this share of the greatest lift make no line. */
const APART = 0.2;

/**
 * An angle-of-attack gauge against the lift that the wing had to make: straight below the stall, since angle goes with lift and lift with the mass over
 * the square of the speed. The stall that was measured just before, at its mass, is the whole of it.
 *
 * Units: m/s calibrated, kg, those of the gauge. Boundary: a point at the stall itself is one like the others; faster points weigh as much as slow ones.
 * Errors: `aoaTooFew` below three points; `aoaTogether` where they lie within a fifth of the greatest lift; `aoaBelowStall` with the row where one is slower
 * than the stall at its mass; `aoaNoSlope` where more lift shows no more than its scatter; `stallMass`, `stallSpeed`.
 * Source: linear lift curve below the stall. Example: 10 shown at 2 × and 26 shown at 1.1 × the stall: lift 0.25 and 0.826; 27.8 × lift + 3.1.
 */
export function calibrateAngle(
  points: readonly AngleShown[],
  stall: { readonly speed: number; readonly mass: number },
): Result<AngleCalibration, Reason> {
  if (points.length < FEWEST) return err(reason('aoaTooFew', { fewest: FEWEST }));
  if (!(stall.speed > 0)) return err(reason('stallSpeed', { run: 0 }));
  if (!(stall.mass > 0) || points.some((p) => !(p.mass > 0))) return err(reason('stallMass'));
  const liftAt = (speed: number, mass: number): number =>
    (atMass(stall.speed, stall.mass, mass) / speed) ** 2;
  const lifts = points.map((p) => liftAt(p.speed, p.mass));
  const slow = lifts.findIndex((l) => !(l <= 1 + 1e-9));
  if (slow >= 0) return err(reason('aoaBelowStall', { row: slow + 1 }));
  if (Math.max(...lifts) - Math.min(...lifts) < APART) return err(reason('aoaTogether'));
  const n = points.length;
  const mean = lifts.reduce((a, b) => a + b, 0) / n;
  const middle = points.reduce((a, p) => a + p.shown, 0) / n;
  const squares = lifts.reduce((a, l) => a + (l - mean) ** 2, 0);
  const whole = lifts.reduce((a, l, i) => a + (l - mean) * ((points[i]?.shown ?? NaN) - middle), 0) / squares;
  const zero = middle - whole * mean;
  const off = points.map((p, i) => p.shown - zero - whole * (lifts[i] ?? NaN));
  const rest = off.reduce((a, o) => a + o * o, 0);
  const scatter = Math.sqrt(rest / (n - 2));
  // The slope has to stand out of its own error, or a stuck gauge would be calibrated.
  if (!Number.isFinite(whole) || Math.abs(whole) <= (2 * scatter) / Math.sqrt(squares))
    return err(reason('aoaNoSlope'));
  return ok({ zero, whole, off, scatter, at: (speed, mass) => zero + whole * liftAt(speed, mass) });
}
