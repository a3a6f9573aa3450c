import { convert } from '../quantity/units.ts';
import { err, ok } from '../result.ts';
import { reason } from '../reasons/reason.ts';
import { boundsAround } from './bounds-of.ts';
import { shape, type Distil } from './distil.ts';
import { judgeable } from './reading.ts';
import type { TrendLimit } from './types.ts';
import { ownMember } from '../own-member.ts';

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

/**
 * `trend`: a figure beside its own past. The bounds are the centre of the past ± `tolerance` robust standard
 * deviations, never nearer than `floor` in the unit of the limit.
 * Errors: `pastTooShort` with fewer than `minimum` earlier values; `wrongKind`.
 */
export const distilTrend: Distil<TrendLimit> = (limit, measured, around) => {
  if (measured.kind !== 'one') return shape('one', measured);
  const found = judgeable(measured.reading, limit.unit, around);
  if (!found.ok) return found;
  const past: number[] = [];
  for (const earlier of ownMember(around.past, limit.key) ?? []) {
    const value = convert(earlier.value, earlier.unit, limit.unit);
    if (!value.ok) return value;
    past.push(value.value);
  }
  const wanted = Math.max(2, limit.minimum);
  if (past.length < wanted) return err(reason('pastTooShort', { wanted, got: past.length }));
  const { centre, deviation } = robustBaseline(past);
  const half = (count: number): number => Math.max(count * deviation, limit.floor);
  const caution = limit.cautionTolerance;
  return ok({
    ...found.value,
    unit: limit.unit,
    bounds: boundsAround(
      {
        tolerance: half(limit.tolerance),
        inPercent: false,
        ...(caution === undefined
          ? {}
          : { cautionTolerance: Math.min(half(caution), half(limit.tolerance)) }),
      },
      centre,
    ),
  });
};
