import type { Role } from '../checks/types.ts';
import type { EntryKind } from '../record/entry.ts';

/** Whoever works on the aircraft or flies it, and may change what it is. */
const CREW: readonly Role[] = ['technician', 'inspector', 'certifier', 'pilot'];
const WATCHERS: readonly Role[] = [...CREW, 'observer'];
const INSPECTING: readonly Role[] = ['inspector', 'certifier'];

/**
 * The roles in which each kind of entry may be made. An administrator keeps accounts and makes none. What depends on
 * the body is asked beside it: see `roleRefusal`. The table is printed in docs/roles.md, and tested kind by role.
 */
export const MAY: Readonly<Record<EntryKind, readonly Role[]>> = {
  'campaign.opened': CREW,
  'scope.settled': CREW,
  'ways.chosen': CREW,
  'plan.kept': CREW,
  'answer.given': WATCHERS,
  'answer.notApplicable': CREW,
  'answer.withdrawn': WATCHERS,
  'answer.witnessed': WATCHERS,
  'decision.recorded': INSPECTING,
  'timer.started': WATCHERS,
  // Saying that an engine stands must be possible for whoever sees it.
  'state.set': WATCHERS,
  'loadout.changed': CREW,
  'tag.on': WATCHERS,
  'tag.off': CREW,
  'finding.raised': WATCHERS,
  'finding.assessed': CREW,
  'action.recorded': CREW,
  'inspection.signed': INSPECTING,
  'finding.closed': INSPECTING,
  'gate.passed': CREW,
  'gate.overridden': ['certifier'],
  'basis.moved': INSPECTING,
  'instrument.noted': ['technician', 'inspector', 'certifier'],
  'release.signed': ['certifier'],
};

/** Roles that may set aside what somebody else said: an answer, an out, an assessment that stops the aircraft. */
export const MAY_OVERRULE: readonly Role[] = INSPECTING;
