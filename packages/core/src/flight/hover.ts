import { densityOfAir, SEA_LEVEL, type MeasuredAir } from '../air/atmosphere.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

const GRAVITY = 9.80665;

/** A hover, held still out of the ground's cushion. */
export interface HoverRun {
  /** Of the pack under that load (V). */
  readonly volts: number;
  /** What each motor takes (A), in their order. */
  readonly currents: readonly number[];
  readonly mass: number;
  /** Discs of air that are moved, two rotors over one another being one, and their diameter (m). */
  readonly discs: number;
  readonly diameter: number;
  readonly air: MeasuredAir;
}

/** What the book says of the hover, in the air of the standard day at the sea. */
export interface BookHover {
  /** W. */
  readonly power: number;
  /** kg. */
  readonly mass: number;
}

export interface Hover {
  /** Of all motors (W), and what no rotor of this size can do with less. */
  readonly power: number;
  readonly ideal: number;
  /** The second as a share of the first. */
  readonly merit: number;
  /** What each motor takes away from their mean, as a share of it. */
  readonly apart: readonly number[];
  /** The one that is furthest off, from 0 on. */
  readonly odd: number;
  /** What is taken beyond the book, brought to this mass and air, as a share of that; undefined without a book. */
  readonly beyond: number | undefined;
}

/**
 * The power of a hover, what each motor has of it, and what it is beside the least that physics asks and beside the book.
 *
 * Units: V, A, kg, m, W; air as measured. Boundary: power that is exactly the ideal is possible. Errors: `hoverFigures` where one of them is no figure
 * above nothing, `hoverMotors` below two motors, `hoverImpossible` below the ideal: mass, current or diameter is not that; of the air, as `densityOfAir`.
 * Source: momentum theory of the actuator disc, P = (m g)^1.5 / √(2 ρ A); the book's power goes with the same powers of mass and density.
 * Example: 9 kg on six discs of 0.45 m at the sea, 22 V and six times 9 A: 1188 W, ideal 542 W, 46 %.
 */
export function hoverOf(run: HoverRun, book?: BookHover): Result<Hover, Reason> {
  const { volts, currents, mass, discs, diameter, air } = run;
  if (currents.length < 2) return err(reason('hoverMotors'));
  if (![volts, mass, discs, diameter, ...currents].every((v) => Number.isFinite(v) && v > 0))
    return err(reason('hoverFigures'));
  if (book && !(book.power > 0 && book.mass > 0)) return err(reason('hoverFigures'));
  const density = densityOfAir(air);
  if (!density.ok) return density;
  const power = volts * currents.reduce((sum, a) => sum + a, 0);
  const area = (discs * Math.PI * diameter ** 2) / 4;
  const ideal = (mass * GRAVITY) ** 1.5 / Math.sqrt(2 * density.value * area);
  if (power < ideal) return err(reason('hoverImpossible', { least: ideal }));
  const mean = power / volts / currents.length;
  const apart = currents.map((a) => a / mean - 1);
  const odd = apart.reduce((worst, a, i) => (Math.abs(a) > Math.abs(apart[worst] ?? 0) ? i : worst), 0);
  const expected =
    book && book.power * (mass / book.mass) ** 1.5 * Math.sqrt(SEA_LEVEL.density / density.value);
  return ok({
    power,
    ideal,
    merit: ideal / power,
    apart,
    odd,
    beyond: expected === undefined ? undefined : power / expected - 1,
  });
}
