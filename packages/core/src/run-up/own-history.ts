import { median } from '../limits/past.ts';

/** A cylinder that stands otherwise among the others than it did the time before. */
export interface ChangedCylinder {
  readonly cylinder: number;
  /** How much hotter (plus) or colder it is among them than it was (K). */
  readonly by: number;
}

/** A change below this is none: two readings of one day differ by as much (K). Our own figure, see decision 062. */
const LEAST_CHANGE = 25;
/** And it stands out of how the others changed by so many times what is usual among them. */
const STANDS_OUT = 4;
/** Of fewer cylinders nobody knows which one changed. */
const FEWEST = 3;

/**
 * Cylinders that changed their place among the others since the time before, the largest change first: the engine's own history, in which what
 * all of them did (another day, another power) takes itself out. `now` and `then`: temperatures in degrees Celsius, by cylinder from the
 * first, as many of both; undefined where one was not read. Exactly at a bound is no change. It judges nothing: limits do.
 *
 * Example: 700, 705, 696, 701 before, and 720, 726, 770, 722 now: cylinder 3 is 54 K hotter among the others than it was.
 */
export function changedAlone(
  now: readonly (number | undefined)[],
  then: readonly (number | undefined)[],
): readonly ChangedCylinder[] {
  const changes = now.flatMap((value, i) => {
    const before = then[i];
    return value === undefined || before === undefined ? [] : [{ cylinder: i + 1, change: value - before }];
  });
  if (now.length !== then.length || changes.length < FEWEST) return [];
  const middle = median(changes.map((c) => c.change));
  const usual = median(changes.map((c) => Math.abs(c.change - middle)));
  const least = Math.max(LEAST_CHANGE, STANDS_OUT * usual);
  return changes
    .map(({ cylinder, change }) => ({ cylinder, by: change - middle }))
    .filter(({ by }) => Math.abs(by) > least)
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
}
