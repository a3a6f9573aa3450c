import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** What the exhaust of one cylinder says when one ignition runs alone. */
export interface CylinderSays {
  readonly cylinder: number;
  readonly what: 'dead' | 'weak' | 'offset';
  /** How sure it is, 0 to 1, against the other explanations that are known here. */
  readonly sureness: number;
  /** How far it lies from what the others did (K). */
  readonly by: number;
}

/** What all cylinders together say when one ignition runs alone. */
export interface PatternSays {
  /** How far the exhausts rose on the whole (K). */
  readonly rise: number;
  /**
   * `unchanged`: nothing was switched, or the other ignition is not grounded. `fellEverywhere`: not one cylinder's plug. `late`: they rose more
   * than one ignition alone makes them, so that this ignition may be late.
   */
  readonly whole: 'asUsual' | 'unchanged' | 'fellEverywhere' | 'late';
  /** The surest first. */
  readonly cylinders: readonly CylinderSays[];
}

/** Rise of a sound cylinder on one ignition, and how much that differs from one to the next (K). Our own figures, from what manuals of engine monitors describe. */
export const USUAL_RISE = 40;
const USUAL_SPREAD = 30;
const SOUND = 10;
/** A cylinder that does not fire at all (K). */
const DEAD = { fall: -380, spread: 110 };
/** One that fires now and then falls by anything between (K). */
const WEAK = { least: 30, most: 260 };
/** A rise below this is none (K); above that, the ignition is late. */
const UNCHANGED = 10;
const LATE = 70;
/** On the whole they fall by more than this (K): no single plug does that. */
const FELL = -25;
/** A cylinder that stands off the others by so much, on both and alone alike, is no matter of its plugs (K). */
const OFFSET = 55;
/** How often it is what, of a hundred cylinders of engines that came from work. */
const BEFORE = { sound: 0.95, weak: 0.02, dead: 0.03 };

const bell = (x: number, mean: number, sigma: number): number =>
  Math.exp(-0.5 * ((x - mean) / sigma) ** 2) / (sigma * Math.sqrt(2 * Math.PI));

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length / 2;
  return ((sorted[Math.ceil(half) - 1] ?? 0) + (sorted[Math.floor(half)] ?? 0)) / 2;
}

/** What one cylinder's fall against the others says; undefined where it is most likely sound. */
function sayOf(by: number, sigma: number): Pick<CylinderSays, 'what' | 'sureness'> | undefined {
  const spread = Math.hypot(SOUND, sigma);
  const likely = {
    sound: BEFORE.sound * bell(by, 0, spread),
    weak: by <= -WEAK.least && by >= -WEAK.most ? BEFORE.weak / (WEAK.most - WEAK.least) : 0,
    dead: BEFORE.dead * bell(by, DEAD.fall, DEAD.spread),
  };
  // What fell further than any law here foresees is dead all the more.
  if (by < DEAD.fall) likely.dead = BEFORE.dead * bell(DEAD.fall, DEAD.fall, DEAD.spread);
  const all = likely.sound + likely.weak + likely.dead;
  if (!(all > 0)) return undefined;
  const [what, most] =
    likely.dead >= likely.weak ? (['dead', likely.dead] as const) : (['weak', likely.weak] as const);
  const sureness = most / all;
  return sureness > 0.5 ? { what, sureness } : undefined;
}

/**
 * Names the plugs that are dead or weak from the exhaust temperatures of all cylinders on both ignitions and on one alone, with how sure it
 * is: a sound cylinder rises a little on one ignition, since its mixture burns longer; one whose remaining plug does not fire falls while
 * the others rise. One that stands off the others the same way on both and alone has sound plugs: its mixture or its probe is otherwise.
 *
 * `both` and `alone` in °C, cylinder 1 first; `uncertainty`: expanded uncertainty of one reading (K), of all or of each cylinder: one that
 * wanders by itself (`wandersAlone`) is known no better than its reach, and says nothing of the others. One cylinder alone, or two,
 * are held against the usual rise, which is known less well.
 * Errors: `patternNone` without cylinders, `patternUneven` where the two are not of the same cylinders, `notFinite`.
 * Source: combustion on one plug takes longer, so that exhausts leave hotter; sureness by the law of Bayes over sound, weak and dead.
 * Example: both 700, 700, 700, 700 and alone 742, 739, 741, 255: cylinder 4 dead, sure to 0.99 and more.
 */
export function plugsNamed(
  both: readonly number[],
  alone: readonly number[],
  uncertainty: number | readonly number[] = 0,
): Result<PatternSays, Reason> {
  if (both.length === 0) return err(reason('patternNone'));
  if (both.length !== alone.length)
    return err(reason('patternUneven', { both: both.length, alone: alone.length }));
  const unsure = both.map((_, i) => (typeof uncertainty === 'number' ? uncertainty : (uncertainty[i] ?? 0)));
  if (![...both, ...alone, ...unsure].every(Number.isFinite)) return err(reason('notFinite'));
  const rises = alone.map((value, i) => value - (both[i] ?? NaN));
  const calm = rises.filter((_, i) => (unsure[i] ?? 0) <= 2 * SOUND);
  const asked = calm.length > 0 ? calm : rises;
  const firing = asked.filter((r) => r > -WEAK.least);
  // The rise of those that fire; where none does, they fell together.
  const few = rises.length < 3;
  const rise = median(firing.length > 0 && firing.length * 2 >= asked.length ? firing : asked);
  const whole =
    rise < FELL
      ? 'fellEverywhere'
      : rise < UNCHANGED && asked.every((r) => r > -WEAK.least)
        ? 'unchanged'
        : rise > LATE
          ? 'late'
          : 'asUsual';
  if (whole === 'fellEverywhere' && !few) return ok({ rise, whole, cylinders: [] });
  const typical = few ? USUAL_RISE : rise;
  const middle = median(both);
  const said = rises.flatMap((own, i): CylinderSays[] => {
    const by = own - typical;
    // Two readings of half the expanded uncertainty each.
    const sigma = Math.hypot((unsure[i] ?? 0) / Math.SQRT2, few ? USUAL_SPREAD : 0);
    const plug = sayOf(by, sigma);
    if (plug) return [{ cylinder: i + 1, ...plug, by }];
    const off = (both[i] ?? 0) - middle;
    return !few && Math.abs(off) > OFFSET && Math.abs(by) < 3 * Math.hypot(SOUND, sigma)
      ? [{ cylinder: i + 1, what: 'offset', sureness: 1 - OFFSET / (Math.abs(off) + OFFSET), by: off }]
      : [];
  });
  const cylinders = said.sort((a, b) => b.sureness - a.sureness);
  return ok({ rise, whole: few && whole === 'fellEverywhere' ? 'asUsual' : whole, cylinders });
}
