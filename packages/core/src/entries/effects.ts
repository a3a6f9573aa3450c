import { stateKey, type BasisIndex, type Reach } from '../checks/basis-index.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { Entry } from '../record/entry.ts';
import { type CampaignState, type Deed, type Loss } from '../record/state.ts';
import { type Draft } from './next-state.ts';
/**
 * When an entry was made, on the server's clock as far as that is known, in milliseconds: the device clock less what
 * it was ahead. Never after the entry was received, and never before what its author had seen at the head of the
 * record, so that a clock set back makes nothing younger or older than it can be.
 */
export function instantOf(entry: Entry, state: CampaignState): number {
  const made = Date.parse(entry.at) - (entry.offset ?? 0);
  const received = entry.hash === '' ? Infinity : Date.parse(entry.receivedAt);
  const seenAll = (entry.seen ?? entry.seq - 1) >= entry.seq - 1;
  const least = seenAll ? state.clock : Math.min(state.opened?.instant ?? 0, state.clock);
  return Math.max(Math.min(made, received), least);
}

/** Who made the entry in hand, when, and what they had seen. */
export function deedOf(draft: Draft, entry: Entry): Deed {
  return {
    entry: entry.id,
    seq: entry.seq,
    at: entry.at,
    instant: draft.instant,
    by: entry.by,
    role: entry.role,
    device: entry.device,
    seen: Math.min(entry.seen ?? entry.seq - 1, entry.seq - 1),
    pending: entry.hash === '',
  };
}

/** The way by which a part was reached, as reasons. */
function chainOf(found: Reach): Reason[] {
  return found.through.map((through) => reason('standsOnPart', { part: through }));
}

/** Takes the standing of a part from every answer whose author had not seen this entry. */
export function lose(draft: Draft, entry: Entry, found: Reach, first: Reason): void {
  const { seq, device, at } = entry;
  const before = draft.state.parts.get(found.part)?.losses ?? [];
  const way = found.through.length > 0 ? { through: true as const } : {};
  const loss: Loss = { seq, device, at, reasons: [first, ...chainOf(found)], ...way };
  // Whoever saw the latest of a device saw those before: more need not be kept.
  const kept = before.filter((l) => l.device !== device || l.through !== loss.through);
  draft.part(found.part, { losses: [...kept, loss] });
}

/** Takes the standing of everything that touching `touched` reaches. */
export function disturb(
  draft: Draft,
  index: BasisIndex,
  entry: Entry,
  touched: readonly string[],
  what: string,
): void {
  if (touched.length === 0) return;
  for (const found of index.reachOf(touched))
    lose(draft, entry, found, reason('touched', { what, system: found.system }));
}

/** States something, and asks anew whatever a change of that state ends or counts. */
export function setState(
  draft: Draft,
  index: BasisIndex,
  entry: Entry,
  said: {
    readonly state: string;
    readonly subject: string;
    readonly value: string;
    readonly answer?: string;
  },
): void {
  const key = stateKey(said.state, said.subject);
  const setting = {
    value: said.value,
    since: deedOf(draft, entry),
    ...(said.answer === undefined ? {} : { answer: said.answer }),
  };
  draft.put('states', key, [...(draft.state.states.get(key) ?? []), setting]);
  draft.stir(index.followStates);
}
