import { convert } from '../quantity/units.ts';
import { combineUncertainty } from '../quantity/uncertainty.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { factIn } from './distil.ts';
import { judgeable, type Judgeable } from './reading.ts';
import type { RatioLimit, Reading, Surroundings } from './types.ts';

/** In what a volume over a time is reckoned. */
export const FLOW = 'L/h';

/** The demand as a figure in the unit of the reading. */
export function demandIn(limit: RatioLimit, unit: string, around: Surroundings): Result<number, Reason> {
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
