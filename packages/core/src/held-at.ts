/**
 * What a list holds at a place that is known to be in it, as the inner loops of a search know it. A place outside is a fault of
 * the program and throws a RangeError: a figure that is none must not be reckoned on with.
 * Example: `heldAt([4, 5], 1)` is 5; `heldAt([4, 5], 2)` throws.
 */
export function heldAt<T>(list: ArrayLike<T>, place: number): T {
  const held = list[place];
  if (held === undefined) throw new RangeError(`heldAt: nothing at ${place} of ${list.length}`);
  return held;
}
