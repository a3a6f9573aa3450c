import { unitOf, convert } from '../quantity/units.ts';
import { combineUncertainty } from '../quantity/uncertainty.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { factIn, readingUnit, shape, two, type Distil } from './distil.ts';
import { judgeable, type Judgeable } from './reading.ts';
import type { RatioLimit, Reading, RespondsLimit, Surroundings } from './types.ts';

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

/** In what a volume over a time is reckoned. */
const FLOW = 'L/h';

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
 * A volume over the time in which it was delivered, in litres an hour, with the uncertainty of both.
 * Errors: `volumeNotPositive`, `timeNotPositive`; those of a reading, for one that is no volume or no time.
 * Source: first-order propagation (JCGM 100:2008, 5.1.2). Example: 6 L in 8 min are 45 L/h.
 */
export function flowOf(volume: Reading, time: Reading, around: Surroundings): Result<Judgeable, Reason> {
  const delivered = judgeable(volume, 'L', around);
  if (!delivered.ok) return delivered;
  const taken = judgeable(time, 'h', around);
  if (!taken.ok) return taken;
  if (!(delivered.value.value > 0)) return err(reason('volumeNotPositive'));
  if (!(taken.value.value > 0)) return err(reason('timeNotPositive'));
  const value = delivered.value.value / taken.value.value;
  const share = combineUncertainty([
    delivered.value.uncertainty === undefined
      ? undefined
      : delivered.value.uncertainty / delivered.value.value,
    taken.value.uncertainty === undefined ? undefined : taken.value.uncertainty / taken.value.value,
  ]);
  return ok({
    value,
    uncertainty: share === undefined ? undefined : share * value,
    resolution: delivered.value.resolution / taken.value.value,
  });
}

/**
 * `ratio`: a reading, or a volume over a time, over the demand, as a plain number (`1`) or in percent (`%`). The demand is taken as exact;
 * its own margin belongs into the bounds. Errors: `factMissing`; `wrongKind`; `demandNotPositive`.
 * Example: 54 L/h delivered where 36 L/h are demanded is 150 %.
 */
export const distilRatio: Distil<RatioLimit> = (limit, measured, around) => {
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
