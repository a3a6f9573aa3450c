import { noiseAt } from '../quantity/noise.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';

/** Samples in seconds and in the unit of the limit. */
export interface Samples {
  readonly t: readonly number[];
  readonly v: readonly number[];
}

/** Whole milliseconds: times are compared in these, so that 0.1 s three times is 0.3 s. */
export const milliseconds = (seconds: number): number => Math.round(seconds * 1000);

/**
 * Refuses samples that nothing can be computed from: fewer than two, of unequal lengths, not finite, not in
 * time order, or with a gap longer than `maximumGap` seconds. Gaps stay gaps: nothing is filled in.
 * Errors: `seriesTooShort`, `seriesUneven`, `notFinite`, `seriesNotInOrder`, `seriesGap`.
 * Example: samples at 0, 1, 9 s with a maximum gap of 2 s are refused with `seriesGap` 8 s at 1 s.
 */
export function checkSamples(samples: Samples, maximumGap: number): Result<Samples, Reason> {
  const { t, v } = samples;
  if (t.length !== v.length) return err(reason('seriesUneven'));
  if (t.length < 2) return err(reason('seriesTooShort'));
  for (let i = 0; i < t.length; i += 1) {
    const [time = NaN, value = NaN] = [t[i], v[i]];
    if (!Number.isFinite(time) || !Number.isFinite(value)) return err(reason('notFinite'));
    if (i === 0) continue;
    const gap = time - (t[i - 1] ?? NaN);
    if (!(gap > 0)) return err(reason('seriesNotInOrder'));
    if (milliseconds(gap) > milliseconds(maximumGap))
      return err(reason('seriesGap', { gap: { value: gap, unit: 's', resolution: 0.1 } }));
  }
  return ok(samples);
}

/**
 * Longest unbroken time, in seconds, during which a series lies strictly beyond `edge`; crossings are
 * interpolated linearly between neighbouring samples. In whole milliseconds; `running`: it lies there still when the
 * samples end, and how long it will is not known. Takes samples that `checkSamples` let through.
 * Example: values 0, 10, 10, 0 at 0, 1, 2, 3 s lie above 5 from 0.5 to 2.5 s: 2 s.
 */
export function longestBeyond(
  samples: Samples,
  edge: number,
  side: 'above' | 'below',
): { readonly longest: number; readonly running: boolean } {
  const sign = side === 'above' ? 1 : -1;
  const over = samples.v.map((value) => sign * (value - edge));
  let longest = 0;
  let since: number | undefined;
  over.forEach((now, i) => {
    const at = samples.t[i] ?? 0;
    const before = over[i - 1];
    const beforeAt = samples.t[i - 1] ?? at;
    const crossing = before === undefined ? at : beforeAt + ((at - beforeAt) * before) / (before - now);
    if (now > 0 && since === undefined) since = before === undefined ? at : crossing;
    if (now > 0 && since !== undefined) longest = Math.max(longest, at - since);
    if (now <= 0 && since !== undefined) {
      longest = Math.max(longest, crossing - since);
      since = undefined;
    }
  });
  const running = since !== undefined;
  return { longest: milliseconds(longest) / 1000, running };
}

/**
 * Seconds from the first sample until the series enters the target (edges inclusive) and stays there for
 * `hold` seconds; undefined when it never does within the samples.
 * Example: values 0, 30, 60, 61, 60 at 0..4 s with target low 50 and hold 2 s settle at 2 s.
 */
export function settlingTime(
  samples: Samples,
  target: { low?: number; high?: number },
  hold: number,
): number | undefined {
  const inside = (v: number): boolean => {
    const noise = noiseAt(v, target.low ?? 0, target.high ?? 0);
    return (
      (target.low === undefined || v >= target.low - noise) &&
      (target.high === undefined || v <= target.high + noise)
    );
  };
  const start = milliseconds(samples.t[0] ?? 0);
  let since: number | undefined;
  for (let i = 0; i < samples.t.length; i += 1) {
    const at = milliseconds(samples.t[i] ?? 0);
    if (!inside(samples.v[i] ?? NaN)) since = undefined;
    else {
      since ??= at;
      if (at - since >= milliseconds(hold)) return (since - start) / 1000;
    }
  }
  return undefined;
}

/**
 * Least-squares slope of samples `from..to` (inclusive), per second; both axes centred before summing.
 * Example: values 1, 3, 5 at 0, 1, 2 s have slope 2.
 */
export function slope(samples: Samples, from: number, to: number): number {
  const n = to - from + 1;
  let meanT = 0;
  let meanV = 0;
  for (let i = from; i <= to; i += 1) {
    meanT += (samples.t[i] ?? 0) / n;
    meanV += (samples.v[i] ?? 0) / n;
  }
  let up = 0;
  let down = 0;
  for (let i = from; i <= to; i += 1) {
    const dt = (samples.t[i] ?? 0) - meanT;
    up += dt * ((samples.v[i] ?? 0) - meanV);
    down += dt * dt;
  }
  return up / down;
}

/**
 * Lowest and highest least-squares slope over every window of at least `window` seconds that starts at a
 * sample and ends at the first sample that completes it. Error `seriesTooShort` when none fits.
 * Example: a straight line of 0.5 per second has both equal to 0.5.
 */
export function steepest(
  samples: Samples,
  window: number,
): Result<{ lowest: number; highest: number }, Reason> {
  let lowest = Infinity;
  let highest = -Infinity;
  let end = 0;
  const wanted = milliseconds(window);
  for (let start = 0; start < samples.t.length; start += 1) {
    end = Math.max(end, start + 1);
    while (end < samples.t.length && milliseconds((samples.t[end] ?? 0) - (samples.t[start] ?? 0)) < wanted)
      end += 1;
    if (end >= samples.t.length) break;
    const s = slope(samples, start, end);
    lowest = Math.min(lowest, s);
    highest = Math.max(highest, s);
  }
  return highest === -Infinity ? err(reason('seriesTooShort')) : ok({ lowest, highest });
}
