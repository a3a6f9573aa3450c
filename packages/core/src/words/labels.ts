import type { Role, StationId } from '../checks/types.ts';
import type { FindingStep } from '../entries/finding-next.ts';
import { ownMember } from '../own-member.ts';
import type { Mark } from '../standing/status.ts';
import { formatFigure, formatWithUnit } from '../quantity/format.ts';
import type { EntryBodies, Narrowing } from '../record/entry.ts';
import type { CampaignState, FindingState } from '../record/state.ts';

/** Station names as the interface shows them. */
export const STATION_TITLES: Readonly<Record<StationId, string>> = {
  papers: 'Papers',
  loading: 'Loading',
  inspection: 'Inspection',
  controls: 'Controls & sensors',
  fuel: 'Fuel',
  'run-up': 'Run-up',
  taxi: 'Taxi',
  ready: 'Ready to fly',
  flight: 'Flight',
  debrief: 'Debrief',
  release: 'Return to service',
};

/** Marks in words, as said beside the drawn shape and to a screen reader. */
export const MARK_WORDS: Readonly<Record<Mark, string>> = {
  notStarted: 'Not started',
  inHand: 'In progress',
  within: 'Within limits',
  near: 'Near the limit',
  out: 'Out of limits',
  again: 'Repeat needed',
  unknown: 'Not conclusive',
  notApplicable: 'Not applicable',
};

/** Roles in words. */
export const ROLE_TITLES: Readonly<Record<Role, string>> = {
  technician: 'Technician',
  inspector: 'Inspector',
  certifier: 'Certifying person',
  pilot: 'Test pilot',
  observer: 'Observer',
  administrator: 'Administrator',
};

/** How a finding was assessed, in words. */
export const SEVERITY_WORDS: Readonly<Record<'stops' | 'deferred' | 'information', string>> = {
  stops: 'grounds the aircraft',
  deferred: 'deferred',
  information: 'information',
};

/** How a finding stands, in words. Example: "grounds the aircraft", "not assessed", "merged with “Crack at the hinge”". */
export function sayFindingStands(finding: FindingState, state: CampaignState): string {
  const { closed, merged, assessed } = finding;
  if (closed) return 'closed';
  if (merged) return `merged with “${state.findings.get(merged.into)?.raised.title ?? ''}”`;
  return assessed ? SEVERITY_WORDS[assessed.severity] : 'not assessed';
}

/** What an open finding takes from the flight, in words. Example: "circuit only; not above 300 m; look at the hinge after landing". */
export function narrowingInWords(
  { circuitOnly, banned, maximumHeight, maximumSpeed, lookAfterLanding }: Narrowing,
  title: (check: string) => string,
): string {
  return [
    ...(circuitOnly ? ['circuit only'] : []),
    ...(banned?.length ? [`not flown: ${banned.map(title).join(', ')}`] : []),
    ...(maximumHeight === undefined ? [] : [`not above ${formatFigure(maximumHeight, 1)} m`]),
    ...(maximumSpeed === undefined ? [] : [`not faster than ${formatWithUnit(maximumSpeed)}`]),
    ...(lookAfterLanding === undefined ? [] : [`after landing: ${lookAfterLanding}`]),
  ].join('; ');
}

/** What comes next for a finding, and by whom. */
export const FINDING_STEP_WORDS: Readonly<
  Record<FindingStep, { readonly title: string; readonly who: string }>
> = {
  assess: { title: 'To be assessed', who: 'whoever works on the aircraft' },
  act: { title: 'Work to be done', who: 'technician' },
  inspect: { title: 'Waits for an inspection', who: 'an inspector who did not do the work' },
  repeat: { title: 'Checks to repeat', who: 'whoever works on the aircraft' },
  close: { title: 'To be closed', who: 'inspector or certifying person' },
  deferred: { title: 'Deferred', who: 'nobody, until it runs out' },
  merged: { title: 'Merged with another', who: 'nobody: it is worked on there' },
  closed: { title: 'Closed', who: 'nobody' },
};

/** Until when a deferral holds, in words; nothing when nobody said. */
export function deferralInWords(assessed: EntryBodies['finding.assessed']): string {
  const { until, untilHours, untilFlights } = assessed;
  return [
    ...(until === undefined ? [] : [`until ${until}`]),
    ...(untilHours === undefined ? [] : [`until ${formatFigure(untilHours, 0.1)} h of the aircraft`]),
    ...(untilFlights === undefined
      ? []
      : [`for ${untilFlights} ${untilFlights === 1 ? 'flight' : 'flights'}`]),
  ].join(', ');
}

/** What a certifying person says by signing. */
const RELEASE_MEANING =
  'The work listed was done and inspected. The aircraft was found within the limits of the limit book named, and is fit for return to service with the deferrals shown.';

/** What a certifying person says by signing a ground run: what was not run is as it was. */
const GROUND_RUN_MEANING =
  'The ground run was carried out as recorded, and what was run was found within the limits of the limit book named. This is no release for flight: what the ground run left out has to be proven before.';

/** What signing says on an occasion. The text that is shown is the text that is recorded. */
export function releaseMeaning(occasion: string | undefined): string {
  return occasion === 'ground-run' ? GROUND_RUN_MEANING : RELEASE_MEANING;
}

/** A role by its title; a name that is no role stays as it is. Example: "certifier" is "Certifying person". */
export function roleTitle(role: string): string {
  return ownMember(ROLE_TITLES, role) ?? role;
}

/** A station by its title; a name that is no station stays as it is. Example: "run-up" is "Run-up". */
export function stationTitle(station: string): string {
  return ownMember(STATION_TITLES, station) ?? station;
}
