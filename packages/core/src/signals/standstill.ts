import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** When something that turned came to stand: seconds by the clock of its samples, and how long nobody looked meanwhile. */
export interface Standstill {
  readonly at: number;
  /** From the last sample in which it turned to the first in which it stood. */
  readonly gap: number;
}

/** Longer between two samples, and nothing is known of what happened meanwhile (s). */
const LONGEST_GAP = 1;

/**
 * When a speed came to stand for good, from its samples (`t` in seconds, rising; `v` in any unit of speed): half way between the last
 * one above `still` and the one behind it. `still` itself stands.
 *
 * Errors: `neverTurned` where no sample is above it; `stillTurning` where the last one is; `gapAtStandstill` where more than a second
 * lies between the two. A figure is never made up for a gap.
 * Example: 5000, 900, 0 rpm at 0, 0.2 and 0.4 s, standing at 60 or less, stands at 0.3 s, with a gap of 0.2 s.
 */
export function standstillOf(
  { t, v }: { readonly t: readonly number[]; readonly v: readonly number[] },
  still: number,
): Result<Standstill, Reason> {
  const last = v.findLastIndex((speed) => !(speed <= still));
  if (last < 0) return err(reason('neverTurned'));
  const [from, to] = [t[last], t[last + 1]];
  if (from === undefined || to === undefined) return err(reason('stillTurning'));
  const gap = to - from;
  return gap > LONGEST_GAP
    ? err(reason('gapAtStandstill', { seconds: Number(gap.toFixed(1)) }))
    : ok({ at: from + gap / 2, gap });
}
