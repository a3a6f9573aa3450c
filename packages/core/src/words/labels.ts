import type { Role, StationId } from '../checks/types.ts';
import type { Mark } from '../gates/status.ts';

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
  inHand: 'In hand',
  within: 'Within limits',
  near: 'Near the limit',
  out: 'Out of limits',
  again: 'Do again',
  unknown: 'Unknown',
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

/** What a certifying person says by signing. The text that is shown is the text that is recorded. */
export const RELEASE_MEANING =
  'The work listed was done and inspected. The aircraft was found within the limits of the limit book named, and is fit for return to service with the deferrals shown.';
