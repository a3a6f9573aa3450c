import type { Check } from './types.ts';

/** Under what a step is done: the states that the aircraft has to be in, the power that is set, and the place of the walk. */
function conditions(check: Check, placeOf: ReadonlyMap<string, number> | undefined): string {
  const needs = Object.entries(check.needs).toSorted(([a], [b]) => (a < b ? -1 : 1));
  return JSON.stringify([needs, check.setting ?? null, placeOf?.get(check.id) ?? null]);
}

/**
 * Where a sheet is taken up again after an interruption: the first of the steps, one behind the other up to the one that was in
 * hand, that are done in the same state of the aircraft, at the same power and at the same place of the walk. Whoever comes back
 * sets that up once more and knows of everything before it that it was left for good. Where that step cannot be worked as the
 * aircraft is now (the engine was stopped meanwhile), it is the first of the stretch before, and so on back; where none can be, the
 * first one found. What was recorded stays recorded.
 *
 * `order` are the steps as the sheet shows them; `canBegin` says which can be worked now; `placeOf` at which place of the walk each
 * is, where there is one. A step that is not in the order is its own.
 * Example: the third of four readings at 1,700 rpm in hand and the engine running, the first of the four is where to begin; with the
 * engine stopped it is the start.
 */
export function lastSafeStep(
  order: readonly Check[],
  inHand: string,
  canBegin: (check: Check) => boolean,
  placeOf?: ReadonlyMap<string, number>,
): string {
  const firsts = order.filter((c, i) => {
    const before = order[i - 1];
    return before === undefined || conditions(before, placeOf) !== conditions(c, placeOf);
  });
  const at = order.findIndex((c) => c.id === inHand);
  const back = firsts.filter((c) => order.indexOf(c) <= at).toReversed();
  return (back.find(canBegin) ?? back[0])?.id ?? inHand;
}
