import { type LimitType, asWritten } from '../kind.ts';
import { unitOf } from '../../quantity/units.ts';
import { ok } from '../../result.ts';
import { shape, type Distil } from '../distil.ts';
import { judgeable } from '../reading.ts';
import type { RatioLimit } from '../types.ts';
import { FLOW, demandIn, flowOf } from '../response.ts';

/**
 * `ratio`: a reading, or a volume over a time, over the demand, as a plain number (`1`) or in percent (`%`). The demand is taken as exact;
 * its own margin belongs into the bounds. Errors: `factMissing`; `wrongKind`; `demandNotPositive`.
 * Example: 54 L/h delivered where 36 L/h are demanded is 150 %.
 */
const distilRatio: Distil<RatioLimit> = (limit, measured, around) => {
  if (measured.kind !== 'one' && measured.kind !== 'pair') return shape('one', measured);
  const unit = measured.kind === 'one' ? measured.reading.unit : FLOW;
  const found =
    measured.kind === 'one'
      ? judgeable(measured.reading, unit, around)
      : flowOf(measured.before, measured.after, around);
  if (!found.ok) return found;
  const demand = demandIn(limit, unit, around);
  if (!demand.ok) return demand;
  const scale = unitOf('1').factor / unitOf(limit.unit).factor / demand.value;
  return ok({
    value: found.value.value * scale,
    uncertainty: found.value.uncertainty === undefined ? undefined : found.value.uncertainty * scale,
    resolution: found.value.resolution * scale,
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

export const ratio: LimitType<RatioLimit> = {
  kind: 'ratio',
  takes: 'one',
  edges: 'own',
  ofDifferences: false,
  straight: () => false,
  unitOf: 'ratio',
  unit: '%',
  members: [
    { name: 'demand', form: 'demand', ofType: true, label: 'Demand', first: { value: 1, unit: 'L/h' } },
  ],
  judging: { by: 'figure', distil: distilRatio },
  drawn: asWritten,
};
