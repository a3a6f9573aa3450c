import { type LimitType, asWritten } from '../kind.ts';
import { isCircular } from '../../quantity/units.ts';
import { combineUncertainty } from '../../quantity/uncertainty.ts';
import { reason } from '../../reasons/reason.ts';
import { tightest } from '../agreement.ts';
import { several, shape, type Distil } from '../distil.ts';
import { err, ok } from '../../result.ts';
import type { SpreadLimit } from '../types.ts';

const distilSpread: Distil<SpreadLimit> = (limit, measured, around) => {
  if (measured.kind !== 'many') return shape('many', measured);
  const readings = Object.values(measured.readings);
  if (readings.length < 2) return err(reason('tooFewReadings', { wanted: 2, got: readings.length }));
  const all = several(readings, limit.unit, around);
  if (!all.ok) return all;
  const found = all.value;
  const ends = tightest(found, found.length, isCircular(limit.unit));
  if (!ends) return err(reason('notFinite'));
  return ok({
    value: ends.width,
    uncertainty: combineUncertainty(ends.between.map((e) => e.uncertainty)),
    resolution: Math.max(...found.map((f) => f.resolution)),
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

export const spread: LimitType<SpreadLimit> = {
  kind: 'spread',
  takes: 'many',
  edges: 'own',
  ofDifferences: true,
  straight: () => false,
  members: [],
  judging: { by: 'figure', distil: distilSpread },
  drawn: asWritten,
};
