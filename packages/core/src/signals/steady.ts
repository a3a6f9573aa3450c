import type { Samples } from '../limits/series.ts';

/** A stretch of a signal that can be read as one figure. */
export interface SteadyStretch {
  readonly from: number;
  readonly to: number;
  readonly mean: number;
  /** Sample standard deviation (n − 1). */
  readonly scatter: number;
  readonly count: number;
}

/** Why the newest stretch of a signal cannot be read yet. */
export type Unsteady = { readonly steady: false; readonly why: 'tooShort' | 'gap' | 'moving' };

/**
 * Reads the last `seconds` of a signal as one figure, if it is steady: no gap above `maximumGap` seconds, and
 * the drift of its least-squares line over the window no more than `tolerance`, nor any sample further than
 * that from the mean. Never invents a sample.
 * Units: seconds, and the unit of the signal. Boundary: a drift of exactly `tolerance` is steady.
 * Example: ten samples at 1700 ± 1 over 2 s with a tolerance of 10 give mean 1700, count 10.
 */
export function readSteady(
  samples: Samples,
  options: { readonly seconds: number; readonly tolerance: number; readonly maximumGap: number },
): ({ readonly steady: true } & SteadyStretch) | Unsteady {
  const { t, v } = samples;
  const end = t.length - 1;
  const to = t[end];
  if (to === undefined) return { steady: false, why: 'tooShort' };
  let first = end;
  while (first > 0 && to - (t[first - 1] ?? 0) <= options.seconds + 1e-9) {
    if ((t[first] ?? 0) - (t[first - 1] ?? 0) > options.maximumGap) return { steady: false, why: 'gap' };
    first -= 1;
  }
  const from = t[first] ?? to;
  const count = end - first + 1;
  if (count < 3 || to - from < options.seconds * 0.8) return { steady: false, why: 'tooShort' };
  const window = v.slice(first);
  const mean = window.reduce((a, b) => a + b, 0) / count;
  const meanT = t.slice(first).reduce((a, b) => a + b, 0) / count;
  let up = 0;
  let down = 0;
  let squares = 0;
  let furthest = 0;
  window.forEach((value, i) => {
    const dt = (t[first + i] ?? 0) - meanT;
    up += dt * (value - mean);
    down += dt * dt;
    squares += (value - mean) ** 2;
    furthest = Math.max(furthest, Math.abs(value - mean));
  });
  const drift = Math.abs(up / down) * (to - from);
  if (!(drift <= options.tolerance) || furthest > options.tolerance) return { steady: false, why: 'moving' };
  return { steady: true, from, to, mean, scatter: Math.sqrt(squares / (count - 1)), count };
}
