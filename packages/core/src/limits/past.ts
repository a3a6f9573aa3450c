/** Makes the median absolute deviation of normal values their standard deviation: 1 / Φ⁻¹(3/4). */
const NORMAL_CONSISTENCY = 1.4826;

/** The middle value, or the mean of the two in the middle; takes at least one. Example: of 3, 1, 2 it is 2. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  const upper = sorted[half] ?? NaN;
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? NaN) + upper) / 2;
}

/**
 * Robust centre and standard deviation of earlier values: median, and 1.4826 times the median distance from it.
 * A single wild value moves neither. Source: Rousseeuw and Croux (1993), on the median absolute deviation.
 * Example: 10, 11, 12, 13 and 90 have the centre 12 and the deviation 1.4826.
 */
export function robustBaseline(values: readonly number[]): { centre: number; deviation: number } {
  const centre = median(values);
  return { centre, deviation: NORMAL_CONSISTENCY * median(values.map((v) => Math.abs(v - centre))) };
}
