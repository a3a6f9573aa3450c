import type { BasisIndex } from '../checks/basis-index.ts';
import type { Entry, EntryKind } from '../record/entry.ts';
import { Evidence, mayHaveRunOut } from '../standing/evidence.ts';
import { outsideScope } from '../scope/outside.ts';
import { EMPTY_CAMPAIGN, type CampaignState } from '../record/state.ts';
import { upcast } from './upcast.ts';
import { Draft } from './next-state.ts';
import { instantOf } from './effects.ts';
import { ENTRIES, entryTypeOf } from './entries.ts';

/**
 * Asks anew which of some parts are proven. A part that was not and is now is proven from this entry on; one that was
 * and still is keeps its beginning.
 */
function prove(draft: Draft, index: BasisIndex, parts: ReadonlySet<string>, entry: Entry | undefined): void {
  if (parts.size === 0) return;
  const { state } = draft;
  const settle = (key: string, proven: boolean): void => {
    if (!proven) draft.drop('proofs', key);
    else if (!state.proofs.has(key) && entry)
      draft.put(
        'proofs',
        key,
        // What need not be proven here was so before anybody here did anything, unless a choice made it so.
        (outsideScope(state, key)?.verdict ?? 'otherWay') !== 'otherWay'
          ? { seq: 0, device: '', at: entry.at }
          : { seq: entry.seq, device: entry.device, at: entry.at },
      );
  };
  const evidence = new Evidence(
    state,
    index,
    state.clock,
    (key) => (parts.has(key) ? undefined : state.proofs.has(key)),
    settle,
  );
  for (const key of parts) evidence.proven(key);
}

/** Parts whose proof may end by the clock alone. */
function timedParts(state: CampaignState, index: BasisIndex): readonly string[] {
  if (!state.scope) return index.timed;
  const resting = [...state.scope.items].flatMap(([key, item]) =>
    item.verdict === 'rests' && item.on.until !== undefined ? [key] : [],
  );
  return [...index.timed, ...resting];
}

/** Moves the clock of the record on to an entry, and takes the proof of what has run out by then. */
function advance(draft: Draft, index: BasisIndex, instant: number): void {
  const before = draft.state.clock;
  if (!(instant > before)) return;
  draft.state.clock = instant;
  const due = timedParts(draft.state, index).filter(
    (key) => draft.state.proofs.has(key) && mayHaveRunOut(draft.state, index, key, before, instant),
  );
  if (due.length === 0) return;
  const evidence = new Evidence(draft.state, index, instant, (key) =>
    due.includes(key) ? undefined : draft.state.proofs.has(key),
  );
  const over = due.filter((key) => !evidence.proven(key));
  if (over.length === 0) return;
  draft.stir(over);
  prove(draft, index, draft.takeStirred(index), undefined);
}

function step(draft: Draft, recorded: Entry): void {
  if (recorded.seq <= draft.state.count) return;
  draft.state.count = recorded.seq;
  draft.state.head = recorded.hash;
  const entry = upcast(recorded);
  if (!entry.ok) {
    draft.state.unreadable = [...draft.state.unreadable, { seq: recorded.seq, reason: entry.error }];
    return;
  }
  if (entry.value.kind === 'campaign.opened') {
    draft.instant = instantOf(entry.value, draft.state);
    ENTRIES['campaign.opened'].fold(draft, undefined, entry.value);
    draft.state.clock = draft.state.opened?.instant ?? 0;
    if (draft.state.index)
      prove(draft, draft.state.index, new Set(draft.state.index.parts.keys()), entry.value);
    return;
  }
  const { index } = draft.state;
  if (!index) return;
  const instant = instantOf(entry.value, draft.state);
  draft.instant = instant;
  advance(draft, index, instant);
  const author = `${entry.value.by} ${entry.value.device}`;
  draft.put('lastOf', author, Math.max(draft.state.lastOf.get(author) ?? 0, instant));
  entryTypeOf<Exclude<EntryKind, 'campaign.opened'>>(entry.value.kind)?.fold(draft, index, entry.value);
  const now = draft.state.index ?? index;
  prove(draft, now, draft.takeStirred(now), entry.value);
}

/** Entries being folded one after another, each state to be asked before the next entry is made. */
export interface Folding {
  /** As of the last entry added. It goes on with the next one: it is asked at once, and never kept. */
  readonly state: CampaignState;
  /** The same to be kept: what is added later is written elsewhere. */
  readonly snapshot: () => CampaignState;
  readonly add: (entry: Entry) => void;
}

/**
 * Begins to fold onto a state, which stays as it is. What many appends would copy again and again is copied once.
 * Example: `const folding = beginFolding(state); folding.add(entry); folding.state.count`.
 */
export function beginFolding(onto: CampaignState): Folding {
  const draft = new Draft(onto);
  return {
    get state() {
      return draft.state;
    },
    snapshot: () => draft.share(),
    add: (entry) => step(draft, entry),
  };
}

/**
 * Folds entries, in order of `seq`, onto a state and returns the next one; the state handed in stays as it is.
 * Folding all at once and one by one give the same state (proven by property tests). An entry whose place is
 * folded already changes nothing, so that a delivery repeated is harmless. An entry of an unknown
 * kind or a newer version is named in `unreadable`; it changes nothing else.
 * Example: `foldEntries(entries)` from nothing; `foldEntries([entry], state)` to append one.
 */
export function foldEntries(entries: Iterable<Entry>, onto: CampaignState = EMPTY_CAMPAIGN): CampaignState {
  const draft = new Draft(onto);
  for (const entry of entries) step(draft, entry);
  return draft.state;
}
