import type { Bounds, Limit } from './types.ts';

/** Where a limit's edges lie, for drawing before anything has been measured. */
export interface DrawnBounds {
  readonly bounds: Bounds;
  readonly unit: string;
}

/**
 * The edges of a limit and the unit they are in; undefined for a relative limit whose expected value is a fact
 * not known yet, for one against the past, and for words. Settling and dwelling are drawn in seconds.
 * Example: relative, expected 2670 rpm with a tolerance of 50, is 2620..2720 rpm.
 */
export function boundsOf(limit: Limit): DrawnBounds | undefined {
  if (limit.kind === 'settle' || limit.kind === 'dwell') return { bounds: limit.bounds, unit: 's' };
  if (limit.kind === 'sense' || limit.kind === 'equals' || limit.kind === 'trend') return undefined;
  if (limit.kind !== 'relative') return { bounds: limit.bounds, unit: limit.unit };
  return 'value' in limit.expected
    ? { bounds: boundsAround(limit, limit.expected.value), unit: limit.unit }
    : undefined;
}

/** Edges of a relative limit around its expected value. Example: 92 ± 9 % is 83.72..100.28. */
export function boundsAround(
  limit: { tolerance: number; cautionTolerance?: number; inPercent: boolean },
  expected: number,
): Bounds {
  const scale = limit.inPercent ? Math.abs(expected) / 100 : 1;
  const half = limit.tolerance * scale;
  const caution = limit.cautionTolerance === undefined ? undefined : limit.cautionTolerance * scale;
  return {
    low: expected - half,
    high: expected + half,
    ...(caution === undefined ? {} : { cautionLow: expected - caution, cautionHigh: expected + caution }),
  };
}
