import { type LimitType, asWritten } from '../kind.ts';
import { combineUncertainty } from '../../quantity/uncertainty.ts';
import { err, ok } from '../../result.ts';
import { reason } from '../../reasons/reason.ts';
import { several, shape, type Distil } from '../distil.ts';
import type { TogetherLimit } from '../types.ts';
import { tightest, resolutionOf } from '../agreement.ts';

/**
 * `together`: seconds (or the time unit of the limit) from the first to the last of n instants, read on one
 * clock. Two instants may also come as a pair. Error `tooFewReadings` below two.
 * Example: motors that stop at 2.1, 2.3 and 2.2 s stop within 0.2 s.
 */
const distilTogether: Distil<TogetherLimit> = (limit, measured, around) => {
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

export const together: LimitType<TogetherLimit> = {
  kind: 'together',
  takes: 'many',
  edges: 'own',
  ofDifferences: false,
  straight: () => false,
  unitOf: 'time',
  unit: 's',
  members: [],
  judging: { by: 'figure', distil: distilTogether },
  drawn: asWritten,
};
