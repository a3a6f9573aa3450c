import { err, ok, type Result } from '../result.ts';
import { isInstant } from '../quantity/instant.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { deriveStatus, partStatusOf, type CampaignStatus } from '../standing/derive.ts';
import type { EntryDraft, EntryKind } from '../record/entry.ts';
import type { CampaignState } from '../record/state.ts';
import type { Door } from './door.ts';
import { entryTypeOf } from './entries.ts';

/** How far clocks may disagree before something is called wrong (ms). */
const CLOCK_TOLERANCE = 5 * 60_000;

/** Why the time of a draft cannot be: no instant, ahead of now, before the campaign, or far before the same person's last. */
function clockRefusal(draft: EntryDraft, state: CampaignState, now: string): Reason | undefined {
  const made = Date.parse(draft.at) - (draft.offset ?? 0);
  if (!isInstant(draft.at) || !Number.isFinite(made)) return reason('notAnInstant', { at: draft.at });
  if (made > Math.max(Date.parse(now), state.clock) + CLOCK_TOLERANCE)
    return reason('clockAhead', { at: draft.at });
  if (made < (state.opened?.instant ?? -Infinity) - CLOCK_TOLERANCE)
    return reason('clockBeforeCampaign', { at: draft.at });
  const last = state.lastOf.get(`${draft.by} ${draft.device}`) ?? -Infinity;
  return made < last - CLOCK_TOLERANCE
    ? reason('clockBack', { at: draft.at, last: new Date(last).toISOString() })
    : undefined;
}

function derived(state: CampaignState, now: string): () => CampaignStatus {
  let known: CampaignStatus | undefined;
  return () => {
    known ??= deriveStatus(state, now);
    if (!known) throw new Error('admit: an opened campaign has a status');
    return known;
  };
}

/** What the author had before them, made only if a rule asks for it: most ask for nothing of it. */
function seenLazily(asSeen: () => CampaignState, now: string): Door['seen'] {
  let known: CampaignState | undefined;
  const state = (): CampaignState => (known ??= asSeen());
  return {
    get state() {
      return state();
    },
    part: (key) => partStatusOf(state(), key, now),
  };
}

/**
 * The door of the record: whether a draft may be added to a campaign now, by what the record itself says: roles,
 * clocks, form, and what its kind asks. `asSeen` is the record as its author had it, where that is not all of it: what
 * they could do is asked of what they had before them, and what it is worth now is judged when it is folded.
 * Who holds which role is the server's to check before. A refusal changes nothing; the reason says what was wrong.
 * Asked on the device before an entry is queued, and again on the server before it is chained.
 */
export function admit(
  draft: EntryDraft,
  state: CampaignState,
  now: string,
  asSeen: () => CampaignState = () => state,
): Result<true, Reason> {
  const type = entryTypeOf<EntryKind>(draft.kind);
  if (!type) return err(reason('entryKindUnknown', { kind: String(draft.kind) }));
  if (draft.version !== type.version)
    return err(
      reason('entryVersionNewer', { kind: draft.kind, version: draft.version, known: type.version }),
    );
  const { index } = state;
  if (!type.roles.includes(draft.role)) return err(reason('roleNeeded', { roles: type.roles }));
  if (draft.kind === 'campaign.opened') return state.count === 0 ? ok(true) : err(reason('alreadyOpened'));
  if (!index) return err(reason('notOpened'));
  if (state.release) return err(reason('alreadyReleased'));
  if (draft.seen !== undefined && draft.seen > state.count) return err(reason('seenAhead'));
  const clock = clockRefusal(draft, state, now);
  if (clock) return err(clock);
  const status = derived(state, now);
  const seen = seenLazily(asSeen, now);
  const refusal = type.admit(draft, { state, index, status, seen });
  return refusal ? err(refusal) : ok(true);
}
