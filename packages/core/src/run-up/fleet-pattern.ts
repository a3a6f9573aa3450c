import { median, robustBaseline } from '../limits/past.ts';

/** A cylinder that stands otherwise among the others than it usually does on this type. */
export interface UnlikeFleet {
  readonly cylinder: number;
  /** How much hotter (plus) or colder it is among them than is usual (K). */
  readonly by: number;
  /** Engines that were looked back on. */
  readonly engines: number;
}

/** A difference below this is none (K). Our own figure, see decision 062. */
const LEAST = 25;
/** And it stands out of what these engines scatter by so many standard deviations. */
const STANDS_OUT = 4;
/** Fewer engines tell nothing of what is usual. */
const FEWEST_ENGINES = 5;
/** Of fewer cylinders nobody knows which one stands off. */
const FEWEST_CYLINDERS = 3;

/**
 * How far each cylinder stands off the middle of its engine (K), by cylinder from the first; undefined where it was not read. None where fewer
 * than three were. Example: 700, 705, 696, 701 °C are −0.5, 4.5, −4.5 and 0.5.
 */
export function offMiddle(temperatures: readonly (number | undefined)[]): readonly (number | undefined)[] {
  const read = temperatures.filter((t) => t !== undefined);
  if (read.length < FEWEST_CYLINDERS) return temperatures.map(() => undefined);
  const middle = median(read);
  return temperatures.map((t) => (t === undefined ? undefined : t - middle));
}

/**
 * Cylinders that stand otherwise among the others than they do on the engines of the fleet, the furthest first. Some cylinders of a type are
 * hotter than others by how it is cowled: what is usual is not wrong, and what is within every spread may be unlike its type. `usual`: how
 * far each cylinder stood off the middle of its engine (K), engine by engine. Exactly at a bound is nothing. It judges nothing: limits do.
 *
 * Source: median and median absolute deviation, as for every trend (`robustBaseline`).
 * Example: the third stood 20 K above the middle on six engines, within 5 K; here it stands 70 K above: 50 K more than is usual.
 */
export function unlikeFleet(
  now: readonly (number | undefined)[],
  usual: readonly (readonly number[])[],
): readonly UnlikeFleet[] {
  return offMiddle(now)
    .flatMap((off, i): UnlikeFleet[] => {
      const engines = usual[i] ?? [];
      if (off === undefined || engines.length < FEWEST_ENGINES) return [];
      const { centre, deviation } = robustBaseline(engines);
      const by = off - centre;
      return Math.abs(by) > Math.max(LEAST, STANDS_OUT * deviation)
        ? [{ cylinder: i + 1, by, engines: engines.length }]
        : [];
    })
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
}
