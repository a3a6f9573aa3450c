import { reason, type Reason } from '../reasons/reason.ts';
import type { CampaignStatus } from '../standing/derive.ts';
import type { CampaignState } from '../record/state.ts';
import type { Door } from './door.ts';

/** Why a finding cannot be closed yet; undefined when it can. */
export function closingHeld(door: Door, id: string): Reason | undefined {
  const finding = door.state.findings.get(id);
  if (!finding || finding.closed) return reason('findingNotOpen');
  if (!finding.assessed) return reason('findingUnassessed', { title: finding.raised.title });
  const actions = finding.actions.flatMap((a) => door.state.actions.get(a) ?? []);
  if (finding.assessed.severity !== 'information' && actions.length === 0)
    return reason('findingNeedsAction');
  const uninspected = actions.find((a) => a.inspectionNeeded && a.inspection?.accepted !== true);
  if (uninspected) return reason('inspectionUnsigned', { what: uninspected.done.what });
  const touched = [...new Set(actions.flatMap((a) => door.index.reachOf(a.done.touches).map((r) => r.part)))];
  const { check, subject } = finding.raised;
  const named = check === undefined ? [] : (door.index.partsOfCheck.get(check) ?? []);
  // A finding that names no engine is about the check wherever it stands.
  const about = named
    .filter((p) => subject === undefined || subject === '' || p.subject === subject)
    .map((p) => p.key);
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
