import { reason, type Reason } from '../reasons/reason.ts';
import type { CampaignStatus } from '../standing/derive.ts';
import type { ActionState, CampaignState, FindingState } from '../record/state.ts';
import { leadingOf, togetherWith } from '../standing/findings.ts';
import type { Door } from './door.ts';

/** What is one with another is worked on there. */
export function mergedWith(state: CampaignState, finding: FindingState): Reason {
  return reason('findingMerged', { title: leadingOf(state, finding).raised.title });
}

/** Whether a finding was opened again and nobody has done or said anything about it since: what closed it did not cure it. */
function nothingSince({ reopened, assessed }: FindingState, actions: readonly ActionState[]): boolean {
  return (
    reopened !== undefined &&
    (assessed?.seq ?? 0) < reopened.seq &&
    actions.every((a) => a.done.seq < reopened.seq)
  );
}

/** Why a finding cannot be closed yet; undefined when it can. */
export function closingHeld(door: Door, id: string): Reason | undefined {
  const finding = door.state.findings.get(id);
  if (!finding || finding.closed) return reason('findingNotOpen');
  if (finding.merged) return mergedWith(door.state, finding);
  if (!finding.assessed) return reason('findingUnassessed', { title: finding.raised.title });
  const all = togetherWith(door.state, finding);
  const actions = all.flatMap((f) => f.actions).flatMap((a) => door.state.actions.get(a) ?? []);
  const again = all.find((f) => nothingSince(f, actions));
  if (again) return reason('findingReopened', { title: again.raised.title });
  if (all.some((f) => f.assessed?.severity !== 'information') && actions.length === 0)
    return reason('findingNeedsAction');
  const uninspected = actions.find((a) => a.inspectionNeeded && a.inspection?.accepted !== true);
  if (uninspected) return reason('inspectionUnsigned', { what: uninspected.done.what });
  const touched = [...new Set(actions.flatMap((a) => door.index.reachOf(a.done.touches).map((r) => r.part)))];
  // A finding that names no engine is about the check wherever it stands.
  const about = all.flatMap(({ raised: { check, subject } }) =>
    (check === undefined ? [] : (door.index.partsOfCheck.get(check) ?? []))
      .filter((p) => subject === undefined || subject === '' || p.subject === subject)
      .map((p) => p.key),
  );
  const open = [...about, ...touched].find((key) => {
    const part = door.status().parts.get(key);
    return part?.proven === false && (part.answer !== undefined || part.figure !== undefined);
  });
  return open === undefined ? undefined : reason('findingChecksOpen', { part: open });
}

/** Why a finding cannot be closed now; undefined when it can. For screens that show the way to closing it. */
export function whyNotClosable(
  state: CampaignState,
  status: CampaignStatus,
  finding: string,
): Reason | undefined {
  return state.index
    ? closingHeld(
        {
          state,
          index: state.index,
          status: () => status,
          seen: { state, part: (key) => status.parts.get(key) },
        },
        finding,
      )
    : reason('notOpened');
}
