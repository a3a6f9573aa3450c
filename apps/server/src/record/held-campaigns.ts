import {
  beginFolding,
  foldEntries,
  hasSeen,
  type CampaignState,
  type Entry,
  type EntryDraft,
  type Folding,
  type Reason,
} from '@kanzel/core';
import { LRUCache } from 'lru-cache';

/** A folded campaign in memory: what the entries say, and nothing that is not in them. */
export interface Folded {
  readonly state: CampaignState;
  readonly damaged?: Reason;
}

/** Campaigns kept folded at one time; one that is asked for again is folded again. */
const MOST = 64;

/** Newest entries of a campaign that are kept as they are, for whoever has not seen them. */
const TAIL = 512;

interface Held {
  /** Goes on with every entry; what is kept of it is a snapshot. */
  readonly folding: Folding;
  readonly damaged: Reason | undefined;
  /** The newest state as it was asked for, until an entry comes. */
  now: Folded | undefined;
  /** Earlier states, newest first: many of the last entries, and the fewer the further back. */
  before: readonly CampaignState[];
  /** The newest entries, in order. */
  readonly tail: Entry[];
}

/** Entries after which the state is remembered for whoever has not seen what comes next. */
const REMEMBERS_EVERY = 128;

/** How far back of the newest entry a state lies, in powers of two. */
const octave = (count: number, newest: number): number => Math.floor(Math.log2(Math.max(1, newest - count)));

/** Of every power of two back only the oldest: whoever has seen n entries fewer is at most n entries from a remembered state. */
function thinned(states: readonly CampaignState[], newest: number): readonly CampaignState[] {
  return states.filter((s, i) => {
    const older = states[i + 1];
    return older === undefined || octave(older.count, newest) !== octave(s.count, newest);
  });
}

/** Folds a whole record, remembering states on the way. */
function foldRemembering(entries: readonly Entry[]): {
  state: CampaignState;
  before: readonly CampaignState[];
} {
  const marks: number[] = [];
  for (let back = 1; back < entries.length && back <= TAIL; back *= 2) marks.unshift(entries.length - back);
  const before: CampaignState[] = [];
  let state = foldEntries(entries.slice(0, marks[0] ?? entries.length));
  for (const [i, mark] of marks.entries()) {
    before.unshift(state);
    state = foldEntries(entries.slice(mark, marks[i + 1] ?? entries.length), state);
  }
  return { state, before };
}

/** Campaigns in hand, folded; the others are let go. */
export class HeldCampaigns {
  private readonly held = new LRUCache<string, Held>({ max: MOST });

  /** A campaign in hand, as it is now. */
  get(campaign: string): Folded | undefined {
    const held = this.held.get(campaign);
    if (!held) return undefined;
    held.now ??= { state: held.folding.snapshot(), ...(held.damaged ? { damaged: held.damaged } : {}) };
    return held.now;
  }

  has(campaign: string): boolean {
    return this.held.has(campaign);
  }

  /** What is wrong with a campaign in hand, without counting as asked for. */
  damage(campaign: string): Reason | undefined {
    return this.held.peek(campaign)?.damaged;
  }

  /** A campaign in hand to be gone on with, by whoever holds the write lock. */
  open(campaign: string): { readonly folding: Folding; readonly damaged: Reason | undefined } | undefined {
    return this.held.get(campaign);
  }

  /** Takes a whole record in hand. */
  read(campaign: string, entries: readonly Entry[], damaged: Reason | undefined): void {
    const { state, before } = foldRemembering(entries);
    this.held.set(campaign, {
      folding: beginFolding(state),
      damaged,
      now: undefined,
      before,
      tail: entries.slice(-TAIL),
    });
  }

  /** What was added to a campaign by a folding of it is on the disk. One that was let go or read anew meanwhile lacks it. */
  grown(campaign: string, by: Folding, added: readonly Entry[]): void {
    const held = this.held.peek(campaign);
    if (held?.folding !== by) return this.drop(campaign);
    const { count } = held.folding.state;
    held.now = undefined;
    held.tail.push(...added);
    if (held.tail.length > 2 * TAIL) held.tail.splice(0, held.tail.length - TAIL);
    if (count - (held.before[0]?.count ?? 0) < REMEMBERS_EVERY) return;
    held.before = thinned([held.folding.snapshot(), ...held.before], count);
  }

  /** Lets a campaign go: what was added to it did not get to the disk. */
  drop(campaign: string): void {
    this.held.delete(campaign);
  }

  /** Entries behind a place, as far as they are remembered; undefined when some of them are not. */
  private after(campaign: string, place: number): readonly Entry[] | undefined {
    const tail = this.held.peek(campaign)?.tail ?? [];
    const first = tail[0]?.seq ?? Infinity;
    return first <= place + 1 ? tail.slice(place + 1 - first) : undefined;
  }

  /**
   * A campaign as the author of a draft had it: folded from the newest remembered state that holds nothing they had not seen.
   * `state` is all there is, `fresh` what of it is not in hand yet, `stored` gives the entries behind a place from the disk.
   */
  asSeen(
    draft: EntryDraft & { readonly seen: number },
    state: CampaignState,
    fresh: readonly Entry[],
    stored: (after: number) => readonly Entry[],
  ): CampaignState {
    const behind = (place: number): readonly Entry[] => [
      ...(this.after(draft.campaign, place) ?? stored(place)),
      ...fresh.filter((e) => e.seq > place),
    ];
    const placed = { ...draft, seq: state.count + 1 };
    if (behind(draft.seen).every((e) => hasSeen(placed, e))) return state;
    const from = this.held.peek(draft.campaign)?.before.find((s) => s.count <= draft.seen);
    return foldEntries(
      behind(from?.count ?? 0).filter((e) => hasSeen(placed, e)),
      from,
    );
  }
}
