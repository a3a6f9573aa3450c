/** What is known of how good a figure is; all in the unit of the figure (differences for temperatures). */
export interface UncertaintySources {
  /** Half-width of the accuracy band from the calibration certificate: "±10 rpm" is 10. Undefined: not known. */
  readonly accuracy: number | undefined;
  /** Step of the display or of the last digit typed. */
  readonly resolution: number;
  /** Standard deviation of a series, when the figure is its mean. */
  readonly scatter?: number;
  /** Number of samples in that series. */
  readonly count?: number;
}

/**
 * Expanded uncertainty (coverage factor 2) of a reading, in the unit of the reading.
 *
 * Accuracy and resolution count as rectangular distributions, the scatter of a mean as s/√n.
 * Returns undefined when the accuracy is not known: an uncertainty nobody stated is not zero.
 * Source: JCGM 100:2008 (GUM) 4.3.7, F.2.2.1 and 6.2.
 * Example: accuracy 10, resolution 1 gives 2·√(100/3 + 1/12) = 11.56.
 */
export function expandedUncertainty(sources: UncertaintySources): number | undefined {
  const { accuracy, resolution, scatter = 0, count = 1 } = sources;
  if (accuracy === undefined || !Number.isFinite(accuracy) || accuracy < 0) return undefined;
  if (!Number.isFinite(resolution) || resolution < 0 || !Number.isFinite(scatter) || scatter < 0 || count < 1)
    return undefined;
  const variance = accuracy ** 2 / 3 + resolution ** 2 / 12 + scatter ** 2 / count;
  return 2 * Math.sqrt(variance);
}

/**
 * Expanded uncertainty of a sum or difference of independent figures; undefined if any part is.
 * Taken as independent even on one instrument, whose common error would cancel: the larger, safer figure.
 * Example: `combineUncertainty([3, 4])` is 5.
 */
export function combineUncertainty(parts: readonly (number | undefined)[]): number | undefined {
  let sum = 0;
  for (const part of parts) {
    if (part === undefined) return undefined;
    sum += part ** 2;
  }
  return Math.sqrt(sum);
}
