import { isDay } from '../quantity/instant.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { type CampaignStatus } from '../standing/derive.ts';
import { type EntryDraft } from '../record/entry.ts';
import { MAY_OVERRULE } from './roles.ts';
import { type CampaignState, type Deed } from '../record/state.ts';
import { type Door } from './door.ts';
/**
 * Whether a person may look again at their own work: the pack allows it, it was chosen for this campaign, and so many
 * hours lie between. It is told on the release sheet.
 */
export function ownLookRefusal(
  door: Door,
  done: Deed,
  draft: { readonly at: string; readonly offset?: number },
): Reason | undefined {
  const { ownWork } = door.index.basis.pack;
  if (!ownWork) return reason('samePerson');
  if (door.state.ways?.ways['own-work']?.choice !== 'stated') return reason('ownWorkNotChosen');
  const hours = (Date.parse(draft.at) - (draft.offset ?? 0) - done.instant) / 3_600_000;
  return hours >= ownWork.hours
    ? undefined
    : reason('ownWorkTooSoon', {
        wanted: { value: ownWork.hours, unit: 'h' },
        age: { value: hours, unit: 'h', resolution: 0.1 },
      });
}

/** An assessment gives its reason; only who may overrule says less than "stops"; a deferral has conditions and an end. */
export function assessRule({ body, role }: EntryDraft<'finding.assessed'>, door: Door): Reason | undefined {
  const finding = door.state.findings.get(body.finding);
  if (!finding || finding.closed) return reason('findingNotOpen');
  if (body.reason.trim() === '') return reason('needsReason');
  if (body.severity !== 'stops' && !MAY_OVERRULE.includes(role))
    return reason('roleNeeded', { roles: MAY_OVERRULE });
  if (body.severity !== 'deferred') return undefined;
  if (!body.conditions?.trim()) return reason('deferralNeedsConditions');
  // Days are compared as they are written: what is none would never be over.
  if (body.until !== undefined && !isDay(body.until)) return reason('notADay', { text: body.until });
  return body.until === undefined && body.untilHours === undefined && body.untilFlights === undefined
    ? reason('deferralNeedsEnd')
    : undefined;
}

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
