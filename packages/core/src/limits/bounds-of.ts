import type { DrawnBounds } from './kind.ts';
import { limitTypeOf } from './kinds.ts';
import type { Limit } from './types.ts';

/**
 * The edges of a limit and the unit they are in; undefined for a relative limit whose expected value is a fact
 * not known yet, for one against the past, and for words. Settling and dwelling are drawn in seconds.
 * Example: relative, expected 2670 rpm with a tolerance of 50, is 2620..2720 rpm.
 */
export function boundsOf(limit: Limit): DrawnBounds | undefined {
  return limitTypeOf(limit).drawn(limit);
}
