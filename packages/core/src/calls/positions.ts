import type { BasisIndex } from '../checks/basis-index.ts';
import type { Check } from '../checks/types.ts';

/** Positions of a crew that every aircraft has, however its pack names those who answer. */
const EVERYWHERE = ['pilot', 'tail', 'outside left', 'outside right', 'ground station'] as const;
/** Who answers, but is nowhere in particular: what is worked out has no position, and a technician may be at any. */
const NOWHERE = ['worked out', 'owner', 'certifier', 'technician', 'inspector', 'builder', 'cockpit'];

/** The positions that a check is answered from. Example: "left seat, outside" is answered from two. */
export const positionsOfCheck = (check: Pick<Check, 'who'>): readonly string[] =>
  check.who
    .split(',')
    .map((word) => word.trim())
    .filter((word) => word !== '' && !NOWHERE.includes(word));

/**
 * The positions to which somebody may be called in a campaign: those that its pack names for the stations with engines, motors and
 * the way to the flight, in the order of the pack, then those that every aircraft has. Each once.
 *
 * Example: a four-engined pack has left seat, right seat, outside; then pilot, tail, and so on.
 */
export function positionsOf(index: Pick<BasisIndex, 'basis'>): readonly string[] {
  const named = index.basis.pack.checks
    .filter((c) => c.station === 'controls' || c.station === 'run-up' || c.station === 'taxi')
    .flatMap(positionsOfCheck);
  return [...new Set([...named, ...EVERYWHERE])];
}
