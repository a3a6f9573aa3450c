import type { BasisIndex } from '../checks/basis-index.ts';
import { overlaps } from '../systems/overlap.ts';

/** Whether the pack asks for an inspection by somebody else when some systems are touched. */
export function asksInspection(index: BasisIndex, touches: readonly string[]): boolean {
  return touches.some((t) => index.basis.pack.independentInspection.some((i) => overlaps(t, i)));
}
