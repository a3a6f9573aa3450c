import type { Bounds } from './types.ts';

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
