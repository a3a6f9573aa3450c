/** Sums of decimals and conversions of units miss by a few units in the last binary place; this is far below any instrument. */
const RELATIVE = 1e-9;
/** Near nothing there is no size to be relative to: offsets of temperatures leave some 1e-13 there. */
const LEAST = 1e-3;

/**
 * What two figures of some size may differ by and still be the same: one tolerance for limits, their conditions and
 * what is shown of them. Never nothing, so that the noise of a conversion at an edge of zero is not beyond it.
 * Example: at 90 and 55 it is 9e-8; at 0 it is 1e-12.
 */
export function noiseAt(...sizes: readonly number[]): number {
  let largest = LEAST;
  for (const size of sizes) largest = Math.max(largest, Math.abs(size));
  return RELATIVE * largest;
}
