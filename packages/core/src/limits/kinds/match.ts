import { type LimitType, asWritten } from '../kind.ts';
import { isCircular } from '../../quantity/units.ts';
import { combineUncertainty } from '../../quantity/uncertainty.ts';
import { err, ok } from '../../result.ts';
import { reason } from '../../reasons/reason.ts';
import { several, shape, type Distil } from '../distil.ts';
import type { MatchLimit } from '../types.ts';
import { tightest, resolutionOf } from '../agreement.ts';

/**
 * `match`: the smallest spread, in the unit of the limit, that `atLeast` of the readings fit into. Judged
 * against the limit's bounds, of which the high one says how far readings that agree may lie apart.
 * Error `tooFewReadings` when there are fewer readings than have to agree.
 * Example: 12.1, 12.2, 12.2 and 13.0 V, three to agree: 0.1 V.
 */
const distilMatch: Distil<MatchLimit> = (limit, measured, around) => {
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

export const match: LimitType<MatchLimit> = {
  kind: 'match',
  takes: 'many',
  edges: 'own',
  ofDifferences: true,
  straight: () => false,
  members: [
    {
      name: 'atLeast',
      form: 'figure',
      label: 'How many agree',
      called: 'number that agree',
      unit: 'none',
      least: 'two',
      first: 2,
    },
  ],
  judging: { by: 'figure', distil: distilMatch },
  drawn: asWritten,
};
