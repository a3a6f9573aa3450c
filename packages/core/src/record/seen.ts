import type { Deed, Happening } from './state.ts';

/**
 * Whether the author of a deed had something before them when they acted: it stands at or before the place they had
 * seen, or their own device made it earlier. Two clocks are never compared; one and the same clock decides only
 * between two entries of one device, of which the later may have been sent first.
 * Source: "When something counts" of the rules of judgement.
 * Example: seen 5, at place 8: the entry at place 5 was seen; the one at 6 from another device was not.
 */
export function hasSeen(deed: Pick<Deed, 'seq' | 'device' | 'seen' | 'at'>, what: Happening): boolean {
  if (what.seq <= deed.seen) return true;
  if (what.device !== deed.device || what.seq >= deed.seq) return false;
  return Date.parse(what.at) <= Date.parse(deed.at);
}
