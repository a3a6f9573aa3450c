import {
  err,
  ok,
  reason,
  type Result,
  beginFolding,
  EMPTY_CAMPAIGN,
  foldEntries,
  type CampaignState,
  type Entry,
  type EntryDraft,
  type Reason,
} from '@kanzel/core';

/** A draft on its way to the server, kept until the server has said what became of it. */
export interface Queued {
  /** Order of making; drafts go out in it. */
  order?: number;
  id: string;
  campaign: string;
  draft: EntryDraft;
  refused?: Reason;
  /** Of the aircraft by which a campaign was opened here. */
  aircraftRevision?: number;
  /** Taken from another device: shown here, and sent by its author's own device alone. */
  handed?: { readonly by: string; readonly device: string };
}

/** One campaign on this device: what the server confirmed, and what waits on top of it. */
export interface HeldCampaign {
  readonly confirmed: CampaignState;
  /** Confirmed with the waiting drafts folded on top: what the screens show. */
  readonly state: CampaignState;
  readonly waiting: readonly Queued[];
  readonly refused: readonly Queued[];
  /** Ids of the entries confirmed: a draft is never folded again on top of its own entry. */
  readonly recorded: ReadonlySet<string>;
  readonly loading: boolean;
  /** What waits on this device has been looked up: before that nobody can say that everything is saved. */
  readonly queueRead: boolean;
  readonly missing: boolean;
}

export const NOTHING_HELD: HeldCampaign = {
  confirmed: EMPTY_CAMPAIGN,
  state: EMPTY_CAMPAIGN,
  waiting: [],
  refused: [],
  recorded: new Set(),
  loading: true,
  queueRead: false,
  missing: false,
};

/** A draft folded before the server has placed it: next in line, without a hash. */
function provisional(draft: EntryDraft, seq: number): Entry {
  return { ...draft, seq, receivedAt: draft.at, prevHash: '', hash: '' };
}

/** Folds what waits on top of what is confirmed. */
function shown(held: HeldCampaign): HeldCampaign {
  const waiting = held.waiting.filter((q) => !held.recorded.has(q.id));
  const onTop = waiting.map((q, i) => provisional(q.draft, held.confirmed.count + 1 + i));
  const state =
    onTop.length === 0
      ? held.confirmed
      : { ...foldEntries(onTop, held.confirmed), head: held.confirmed.head };
  return { ...held, waiting, state };
}

/**
 * Whether drafts of another device can be folded on top of what is held. What comes out of a file was validated by nobody that knows every
 * body: one that cannot be read is named, and nothing of the file is taken. Error: `handoverUnreadable` with its place.
 */
export function foldable(held: HeldCampaign, drafts: readonly EntryDraft[]): Result<true, Reason> {
  let { confirmed } = held;
  for (const [i, draft] of drafts.entries()) {
    try {
      confirmed = foldEntries([provisional(draft, confirmed.count + 1)], confirmed);
    } catch {
      return err(reason('handoverUnreadable', { entry: i + 1 }));
    }
  }
  return confirmed.unreadable.length > held.confirmed.unreadable.length
    ? err(reason('handoverUnreadable', { entry: confirmed.unreadable.at(-1)?.seq ?? 0 }))
    : ok(true);
}

/** Whether it is the opening of a campaign: all else of it stands on that one. */
export const isOpening = ({ draft }: Queued): boolean => draft.kind === 'campaign.opened';

/**
 * What is held once the queue of this device has been read; how old that reading is does not matter. An opening that was refused goes on
 * waiting: without it nothing of what was typed since could be read.
 */
export function withQueue(held: HeldCampaign, queue: readonly Queued[]): HeldCampaign {
  return shown({
    ...held,
    waiting: queue.filter((q) => !q.refused || isOpening(q)),
    refused: queue.filter((q) => q.refused),
    queueRead: true,
  });
}

/** So many entries are folded in one go: somebody who types meanwhile must not feel it. */
const AT_ONCE = 250;

/** A record gone on: its state, and the entries that were new. */
export interface GoneOn {
  readonly confirmed: CampaignState;
  readonly fresh: readonly Entry[];
}

/**
 * Folds entries of the server behind a state, in whatever order and however often they came: those known already are
 * passed over. Pauses now and then for whoever drives it. Undefined when they do not follow on: something between is
 * missing, or the server's record is another one.
 */
export function* goingOn(
  confirmed: CampaignState,
  entries: readonly Entry[],
): Generator<undefined, GoneOn | undefined> {
  const fresh = entries
    .filter((e) => e.seq > confirmed.count)
    .sort((a, b) => a.seq - b.seq)
    .filter((e, i, all) => e.seq !== all[i - 1]?.seq);
  const [first] = fresh;
  if (!first) return { confirmed, fresh };
  const follows = confirmed.count === 0 || first.prevHash === confirmed.head;
  if (!follows || fresh.some((e, i) => e.seq !== confirmed.count + 1 + i)) return undefined;
  const folding = beginFolding(confirmed);
  for (const [i, entry] of fresh.entries()) {
    if (i > 0 && i % AT_ONCE === 0) yield;
    folding.add(entry);
  }
  return { confirmed: folding.snapshot(), fresh };
}

/** What is held once its record has gone on. */
export function withGoneOn(held: HeldCampaign, { confirmed, fresh }: GoneOn): HeldCampaign {
  if (fresh.length === 0) return { ...held, loading: false, missing: false };
  return shown({
    ...held,
    confirmed,
    recorded: new Set([...held.recorded, ...fresh.map((e) => e.id)]),
    loading: false,
    missing: false,
  });
}

/** What is held once entries of the server have come, folded without a pause: see `goingOn`. */
export function withEntries(held: HeldCampaign, entries: readonly Entry[]): HeldCampaign | undefined {
  const steps = goingOn(held.confirmed, entries);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value && withGoneOn(held, step.value);
  }
}

/** What is held when the record is begun anew: nothing confirmed, everything that waits still waiting. */
export function begunAnew(held: HeldCampaign): HeldCampaign {
  return shown({ ...held, confirmed: EMPTY_CAMPAIGN, recorded: new Set(), loading: true });
}
