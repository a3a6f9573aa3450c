import { isCircular } from '../quantity/units.ts';
import { combineUncertainty } from '../quantity/uncertainty.ts';
import { err, ok } from '../result.ts';
import { reason } from '../reasons/reason.ts';
import { several, shape, type Distil } from './distil.ts';
import type { Judgeable } from './reading.ts';
import type { MatchLimit, TogetherLimit } from './types.ts';

/** A run of readings: its two ends, and how far they lie apart. */
export interface Run {
  readonly between: readonly [Judgeable, Judgeable];
  readonly width: number;
}

/**
 * The tightest run of `wanted` neighbours in value. Takes at least `wanted` readings, wanted ≥ 2. Directions run on
 * beyond 360 degrees, so that the run may lie across north.
 * Example: of 350, 2 and 8 degrees, all three run over 18 degrees.
 */
export function tightest(readings: readonly Judgeable[], wanted: number, circular = false): Run | undefined {
  const turned = circular ? readings.map((r) => ({ ...r, value: ((r.value % 360) + 360) % 360 })) : readings;
  const sorted = [...turned].sort((a, b) => a.value - b.value);
  const line = circular ? [...sorted, ...sorted.map((r) => ({ ...r, value: r.value + 360 }))] : sorted;
  let best: Run | undefined;
  for (let i = 0; i + wanted <= line.length && i < sorted.length; i += 1) {
    const [from, to] = [line[i], line[i + wanted - 1]];
    if (!from || !to) continue;
    const width = to.value - from.value;
    if (!best || width < best.width) best = { between: [from, to], width };
  }
  return best;
}

const resolutionOf = (readings: readonly Judgeable[]): number =>
  Math.max(...readings.map((r) => r.resolution));

/**
 * `match`: the smallest spread, in the unit of the limit, that `atLeast` of the readings fit into. Judged
 * against the limit's bounds, of which the high one says how far readings that agree may lie apart.
 * Error `tooFewReadings` when there are fewer readings than have to agree.
 * Example: 12.1, 12.2, 12.2 and 13.0 V, three to agree: 0.1 V.
 */
export const distilMatch: Distil<MatchLimit> = (limit, measured, around) => {
  if (measured.kind !== 'many') return shape('many', measured);
  const readings = Object.values(measured.readings);
  const wanted = Math.max(2, limit.atLeast);
  if (readings.length < wanted) return err(reason('tooFewReadings', { wanted, got: readings.length }));
  const all = several(readings, limit.unit, around);
  if (!all.ok) return all;
  const ends = tightest(all.value, wanted, isCircular(limit.unit));
  if (!ends) return err(reason('notFinite'));
  return ok({
    value: ends.width,
    uncertainty: combineUncertainty(ends.between.map((e) => e.uncertainty)),
    resolution: resolutionOf(all.value),
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

/**
 * `together`: seconds (or the time unit of the limit) from the first to the last of n instants, read on one
 * clock. Two instants may also come as a pair. Error `tooFewReadings` below two.
 * Example: motors that stop at 2.1, 2.3 and 2.2 s stop within 0.2 s.
 */
export const distilTogether: Distil<TogetherLimit> = (limit, measured, around) => {
  const readings =
    measured.kind === 'many'
      ? Object.values(measured.readings)
      : measured.kind === 'pair'
        ? [measured.before, measured.after]
        : undefined;
  if (!readings) return shape('many', measured);
  if (readings.length < 2) return err(reason('tooFewReadings', { wanted: 2, got: readings.length }));
  const all = several(readings, limit.unit, around);
  if (!all.ok) return all;
  const ends = tightest(all.value, all.value.length);
  if (!ends) return err(reason('notFinite'));
  return ok({
    value: ends.width,
    uncertainty: combineUncertainty(ends.between.map((e) => e.uncertainty)),
    resolution: resolutionOf(all.value),
    unit: limit.unit,
    bounds: limit.bounds,
  });
};
