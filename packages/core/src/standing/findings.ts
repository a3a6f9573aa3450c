import { partKey } from '../checks/basis-index.ts';
import { STATIONS, type Gate } from '../checks/types.ts';
import { hasSeen } from '../record/seen.ts';
import { changesOf, subjectsOfState } from '../record/states.ts';
import type { CampaignState, FindingState } from '../record/state.ts';
import { reason, type Reason } from '../reasons/reason.ts';

/** The finding that is worked on for this one: itself, or the one that it was told to be one with. */
export function leadingOf(state: CampaignState, finding: FindingState): FindingState {
  return (finding.merged && state.findings.get(finding.merged.into)) ?? finding;
}

/** A finding with all that were told to be one with it, itself first. */
export function togetherWith(state: CampaignState, finding: FindingState): readonly FindingState[] {
  const { finding: id } = finding.raised;
  return [finding, ...[...state.findings.values()].filter((f) => f.merged?.into === id)];
}

/** The systems that a finding is about: those its check proves, and those that were worked on for it. Empty: nobody can place it. */
export function systemsOfFinding(state: CampaignState, finding: FindingState): readonly string[] {
  return togetherWith(state, finding).flatMap(({ actions, raised: { check, subject } }) => [
    ...actions.flatMap((a) => state.actions.get(a)?.done.touches ?? []),
    ...(check === undefined ? [] : (state.index?.parts.get(partKey(check, subject ?? ''))?.proves ?? [])),
  ]);
}

/** Flights that somebody who did something had not seen: how a deferral by flights is used up. */
function flightsSince(state: CampaignState, deed: NonNullable<FindingState['assessed']>): number {
  const { index } = state;
  if (!index) return 0;
  return subjectsOfState(index, 'flown')
    .flatMap((subject) => changesOf(state, 'flown', subject))
    .filter((change) => change.value === 'yes' && !hasSeen(deed, change.since)).length;
}

/** Why the conditions under which a finding was deferred hold no longer: its day, hours or flights are over. */
export function deferralOver(finding: FindingState, state: CampaignState, now: number): Reason | undefined {
  const { assessed } = finding;
  if (assessed?.severity !== 'deferred') return undefined;
  const { title } = finding.raised;
  const { until, untilHours, untilFlights } = assessed;
  if (until !== undefined && new Date(now).toISOString().slice(0, 10) > until)
    return reason('findingDeferralOver', { title, until });
  const hours = state.index?.basis.aircraft.hours ?? 0;
  if (untilHours !== undefined && hours > untilHours)
    return reason('findingDeferralHours', {
      title,
      until: { value: untilHours, unit: 'h', resolution: 0.1 },
    });
  if (untilFlights !== undefined && flightsSince(state, assessed) >= untilFlights)
    return reason('findingDeferralFlights', { title, count: untilFlights });
  return undefined;
}

/** Why a finding grounds the aircraft now: it was assessed so, or what it was deferred under is over. */
export function groundsAircraft(
  finding: FindingState,
  state: CampaignState,
  now: number,
): Reason | undefined {
  if (finding.closed || !finding.assessed) return undefined;
  if (finding.assessed.severity === 'stops') return reason('findingStops', { title: finding.raised.title });
  return deferralOver(finding, state, now);
}

/**
 * Why a finding holds a gate now. What grounds the aircraft holds every gate, wherever it was raised. One that nobody
 * has assessed holds the gates behind the station it was found at.
 * Example: a plug found dead in the run-up holds Roll at once, and Power too as soon as it is said to stop.
 */
export function findingHolds(
  finding: FindingState,
  gate: Gate,
  state: CampaignState,
  now: number,
): Reason | undefined {
  const leading = leadingOf(state, finding);
  // Said once, at the one that is worked on; where this one holds more than that, it says so itself.
  if (leading !== finding && findingHolds(leading, gate, state, now)) return undefined;
  const grounds = groundsAircraft(finding, state, now);
  if (grounds) return grounds;
  if (finding.closed || finding.assessed) return undefined;
  const { check, title } = finding.raised;
  const about = check === undefined ? undefined : state.index?.checks.get(check);
  const beyond = about && STATIONS.indexOf(about.station) >= STATIONS.indexOf(gate.before);
  return beyond ? undefined : reason('findingUnassessed', { title });
}

/** Whether the work on a finding is done and looked at, so that only its checks and its closing are missing. */
export function findingMayBeCured(finding: FindingState, state: CampaignState): boolean {
  const actions = togetherWith(state, leadingOf(state, finding)).flatMap((f) =>
    f.actions.flatMap((id) => state.actions.get(id) ?? []),
  );
  return (
    finding.assessed !== undefined &&
    actions.length > 0 &&
    actions.every((a) => !a.inspectionNeeded || a.inspection?.accepted === true)
  );
}
