import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** How the time of a run was taken: by a key at its beginning and its end, or off a stopwatch that a hand pressed as well. */
export const RUN_TIMED_BY = ['press', 'watch'] as const;
export type RunTimedBy = (typeof RUN_TIMED_BY)[number];

/** One run into the can: so much came in such a time, each with half the width of what it may be off. */
export interface MeasuredRun {
  /** Litres. */
  readonly volume: number;
  /** Seconds. */
  readonly seconds: number;
  /** Step of the stopwatch, in seconds. */
  readonly step: number;
}

/** What several runs come to. */
export interface MeasuredFlow {
  /** Litres an hour: the mean of the runs. */
  readonly flow: number;
  /** Expanded uncertainty (coverage factor 2), litres an hour. */
  readonly uncertainty: number;
  /** Of each run by itself, litres an hour. */
  readonly each: readonly number[];
  /** The runs differ by more than reading and pressing explain. */
  readonly apart: boolean;
  /** Each run brought less than the one before, by more than reading and pressing explain: what feeds it gives out. */
  readonly falls: boolean;
}

/** Standard deviation with which a hand presses at a moment that its eye sees, in seconds; once at the beginning, once at the end. */
const HAND = 0.1;
const COVERAGE = 2;
/** How far the scatter may be above what is expected before it is called so: chance passes it once in a hundred times. */
const CHI_SQUARED: readonly number[] = [6.63, 9.21, 11.34, 13.28, 15.09, 16.81, 18.48, 20.09, 21.67];

const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;

/**
 * Flow of fuel from runs into a graduated can: the volume over the time of each run, and their mean. The can reads to ± `readsTo` (evenly
 * spread, once in each run), each end of a time is good to 0.1 s (one standard deviation) and to the step of the watch. Where the runs
 * scatter by more than that explains, the uncertainty is widened by as much (ratio of Birge), and so it is said.
 * Units: litres, seconds; the flow in litres an hour. At least one run.
 * Errors: `flowNothing` where a volume, a time or what the can reads to is not above nothing.
 * Source: propagation of independent uncertainties (JCGM 100:2008, 5.1.2).
 * Example: 2.0 L ± 0.05 L in 100 s is 72 L/h ± 2.1 L/h.
 */
export function flowOf(runs: readonly MeasuredRun[], readsTo: number): Result<MeasuredFlow, Reason> {
  const known = [readsTo, ...runs.flatMap((r) => [r.volume, r.seconds])];
  if (runs.length === 0 || known.some((n) => !Number.isFinite(n) || n <= 0))
    return err(reason('flowNothing'));
  const each = runs.map((r) => (3600 * r.volume) / r.seconds);
  const alone = runs.map(({ volume, seconds, step }, i) => {
    const time = Math.hypot(HAND, HAND, step / Math.sqrt(12));
    return (each[i] ?? 0) * Math.hypot(readsTo / Math.sqrt(3) / volume, time / seconds);
  });
  const flow = mean(each);
  const expected = Math.hypot(...alone) / runs.length;
  const chiSquared = each.reduce((sum, f, i) => sum + ((f - flow) / (alone[i] ?? 1)) ** 2, 0);
  const freedom = runs.length - 1;
  const most = CHI_SQUARED[freedom - 1] ?? Infinity;
  const birge = freedom === 0 ? 1 : Math.max(1, Math.sqrt(chiSquared / freedom));
  const falling = each.every((f, i) => i === 0 || f < (each[i - 1] ?? 0));
  const apart = freedom > 0 && chiSquared > most;
  return ok({
    flow,
    uncertainty: COVERAGE * expected * birge,
    each,
    apart,
    falls: apart && falling,
  });
}
