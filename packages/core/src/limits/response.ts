import { unitOf, convert } from '../quantity/units.ts';
import { combineUncertainty } from '../quantity/uncertainty.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../words/reason.ts';
import { factIn, readingUnit, shape, two, type Distil } from './distil.ts';
import { judgeable } from './reading.ts';
import type { RatioLimit, RespondsLimit, Surroundings } from './types.ts';

/**
 * `responds`: how far the output moved, counted positive in the direction asked for. Judged against the
 * bounds, of which the low one says how far it has to move at least; a move the wrong way is negative, so out.
 * Example: suction of 4.2 inHg that becomes 4.9 when the speed is raised responds by 0.7 up, and by −0.7 down.
 */
export const distilResponds: Distil<RespondsLimit> = (limit, measured, around) => {
  if (measured.kind !== 'pair') return shape('pair', measured);
  const pair = two(measured.before, measured.after, readingUnit(limit.unit, measured.before), around);
  if (!pair.ok) return pair;
  const [before, after] = pair.value;
  return ok({
    value: (limit.direction === 'up' ? 1 : -1) * (after.value - before.value),
    uncertainty: combineUncertainty([before.uncertainty, after.uncertainty]),
    resolution: Math.max(before.resolution, after.resolution),
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

/** The demand as a figure in the unit of the reading. */
function demandIn(limit: RatioLimit, unit: string, around: Surroundings): Result<number, Reason> {
  const found =
    'fact' in limit.demand
      ? factIn(limit.demand.fact, unit, around)
      : convert(limit.demand.value, limit.demand.unit, unit);
  if (!found.ok) return found;
  return found.value > 0 ? found : err(reason('demandNotPositive'));
}

/**
 * `ratio`: a reading over the demand, as a plain number (`1`) or in percent (`%`). The demand is taken as exact;
 * its own margin belongs into the bounds. Errors: `factMissing`; `wrongKind`; `demandNotPositive`.
 * Example: 54 L/h delivered where 36 L/h are demanded is 150 %.
 */
export const distilRatio: Distil<RatioLimit> = (limit, measured, around) => {
  if (measured.kind !== 'one') return shape('one', measured);
  const { unit } = measured.reading;
  const found = judgeable(measured.reading, unit, around);
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
