import {
  foldEntries,
  hasSeen,
  type CampaignState,
  type Entry,
  type EntryDraft,
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

/** States of one campaign that are remembered behind its newest, for whoever has not seen all of it. */
const BEFORE = 12;

interface Held {
  readonly now: Folded;
  /** Earlier states, newest first. */
  readonly before: readonly CampaignState[];
}

/** Campaigns in hand, folded; the others are let go. */
export class HeldCampaigns {
  private readonly held = new LRUCache<string, Held>({ max: MOST });

  get(campaign: string): Folded | undefined {
    return this.held.get(campaign)?.now;
  }

  /** Whether it is in hand, without counting as asked for. */
  peek(campaign: string): Folded | undefined {
    return this.held.peek(campaign)?.now;
  }

  set(campaign: string, now: Folded): void {
    const last = this.held.peek(campaign);
    this.held.set(campaign, { now, before: last ? [last.now.state, ...last.before].slice(0, BEFORE) : [] });
  }

  /**
   * A campaign as the author of a draft had it: folded from the newest remembered state that holds nothing they had not seen.
   * `between` gives the entries behind one place up to another.
   */
  asSeen(
    draft: EntryDraft & { readonly seen: number },
    state: CampaignState,
    between: (after: number, upTo: number) => readonly Entry[],
  ): CampaignState {
    const from = this.held.peek(draft.campaign)?.before.find((s) => s.count <= draft.seen);
    const placed = { ...draft, seq: state.count + 1 };
    const since = between(from?.count ?? 0, state.count).filter((e) => hasSeen(placed, e));
    return foldEntries(since, from);
  }
}
