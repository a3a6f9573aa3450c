import { ownMember } from '../own-member.ts';
import type { EntryDraft, EntryKind } from '../record/entry.ts';
import type { CampaignState } from '../record/state.ts';
import type { About } from './about.ts';
import type { EntryType } from './kind.ts';
import { campaignOpened } from './kinds/campaign-opened.ts';
import { scopeSettled } from './kinds/scope-settled.ts';
import { waysChosen } from './kinds/ways-chosen.ts';
import { planKept } from './kinds/plan-kept.ts';
import { answerGiven } from './kinds/answer-given.ts';
import { answerNotApplicable } from './kinds/answer-not-applicable.ts';
import { answerWithdrawn } from './kinds/answer-withdrawn.ts';
import { answerWitnessed } from './kinds/answer-witnessed.ts';
import { decisionRecorded } from './kinds/decision-recorded.ts';
import { callMade } from './kinds/call-made.ts';
import { timerStarted } from './kinds/timer-started.ts';
import { stateSet } from './kinds/state-set.ts';
import { loadoutChanged } from './kinds/loadout-changed.ts';
import { tagOn } from './kinds/tag-on.ts';
import { tagOff } from './kinds/tag-off.ts';
import { findingRaised } from './kinds/finding-raised.ts';
import { findingAssessed } from './kinds/finding-assessed.ts';
import { actionRecorded } from './kinds/action-recorded.ts';
import { inspectionSigned } from './kinds/inspection-signed.ts';
import { findingAssigned } from './kinds/finding-assigned.ts';
import { findingClosed } from './kinds/finding-closed.ts';
import { findingMerged } from './kinds/finding-merged.ts';
import { findingReopened } from './kinds/finding-reopened.ts';
import { findingSplit } from './kinds/finding-split.ts';
import { flightDecided } from './kinds/flight-decided.ts';
import { noteKept } from './kinds/note-kept.ts';
import { noteSettled } from './kinds/note-settled.ts';
import { gatePassed } from './kinds/gate-passed.ts';
import { gateOverridden } from './kinds/gate-overridden.ts';
import { walkBegun } from './kinds/walk-begun.ts';
import { walkFinished } from './kinds/walk-finished.ts';
import { walkSaid } from './kinds/walk-said.ts';
import { walkSettled } from './kinds/walk-settled.ts';
import { basisMoved } from './kinds/basis-moved.ts';
import { instrumentNoted } from './kinds/instrument-noted.ts';
import { releaseSigned } from './kinds/release-signed.ts';

/** Every kind of entry. Complete: a new kind does not compile until it stands here. */
export const ENTRIES: { readonly [K in EntryKind]: EntryType<K> } = {
  'campaign.opened': campaignOpened,
  'scope.settled': scopeSettled,
  'ways.chosen': waysChosen,
  'plan.kept': planKept,
  'answer.given': answerGiven,
  'answer.notApplicable': answerNotApplicable,
  'answer.withdrawn': answerWithdrawn,
  'answer.witnessed': answerWitnessed,
  'decision.recorded': decisionRecorded,
  'call.made': callMade,
  'timer.started': timerStarted,
  'state.set': stateSet,
  'loadout.changed': loadoutChanged,
  'tag.on': tagOn,
  'tag.off': tagOff,
  'finding.raised': findingRaised,
  'finding.assessed': findingAssessed,
  'action.recorded': actionRecorded,
  'inspection.signed': inspectionSigned,
  'walk.begun': walkBegun,
  'walk.said': walkSaid,
  'walk.finished': walkFinished,
  'walk.settled': walkSettled,
  'finding.closed': findingClosed,
  'finding.reopened': findingReopened,
  'finding.merged': findingMerged,
  'finding.split': findingSplit,
  'finding.assigned': findingAssigned,
  'note.kept': noteKept,
  'note.settled': noteSettled,
  'flight.decided': flightDecided,
  'gate.passed': gatePassed,
  'gate.overridden': gateOverridden,
  'basis.moved': basisMoved,
  'instrument.noted': instrumentNoted,
  'release.signed': releaseSigned,
};

/**
 * A kind of entry as its object; undefined for one that this program does not know. The table pairs every kind with the
 * object of that kind, which the compiler cannot follow through a kind that it knows as one of many.
 */
export function entryTypeOf<K extends EntryKind>(kind: K): EntryType<K> | undefined {
  return ownMember(ENTRIES, kind) as EntryType<K> | undefined;
}

/** What an entry is about, by its kind: see `EntryType`. Nothing, of a kind that is not known. */
export function aboutOf(draft: EntryDraft, state: CampaignState): About {
  return entryTypeOf<EntryKind>(draft.kind)?.about(draft.body, state) ?? 'nothing';
}
