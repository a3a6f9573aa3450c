import type { Check } from '../checks/types.ts';
import type { Fact } from '../limits/types.ts';
import { ownMember } from '../own-member.ts';
import { reason, type Reason } from '../reasons/reason.ts';

/** The fact that says whether the vehicle itself called itself armed when something was answered: `yes` or `no`. */
export const ARMED_BY_VEHICLE = 'armed-by-vehicle';

/**
 * Why an answer does not count: the vehicle was armed where the check is done disarmed, or the other way round. A check that arms or
 * disarms is answered when that is done. Undefined where the check asks for neither, or no vehicle said anything.
 * Example: a propeller fitted while the vehicle says that it is armed is `vehicleArmedOther`.
 */
export function armedOther(
  { needs, sets }: Pick<Check, 'needs' | 'sets'>,
  facts: Readonly<Record<string, Fact>>,
): Reason | undefined {
  const said = ownMember(facts, ARMED_BY_VEHICLE);
  const wanted = ownMember(sets, 'armed') ?? ownMember(needs, 'armed');
  return wanted === undefined || (said !== 'yes' && said !== 'no') || said === wanted
    ? undefined
    : reason('vehicleArmedOther', { is: said });
}
