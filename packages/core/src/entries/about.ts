import { partKey } from '../checks/basis-index.ts';
import { systemsOfFinding } from '../standing/findings.ts';
import { overlaps } from '../systems/overlap.ts';
import type { CampaignState } from '../record/state.ts';

/** What an entry is about: some systems, the aircraft as a whole, or nothing that an authorisation could be limited to. */
export type About = readonly string[] | 'whole' | 'nothing';

/** Systems that are named; an entry that names none is about nothing in particular. */
export function aboutSystems(systems: readonly string[]): About {
  return systems.length > 0 ? systems : 'nothing';
}

/** What a check on one subject proves. Example: the drop of the left ignition is about "engine.left.ignition.left". */
export function aboutPart(state: CampaignState, check: string, subject: string): About {
  return aboutSystems(state.index?.parts.get(partKey(check, subject))?.proves ?? []);
}

/** What a finding is about: its check, and what was worked on for it. One that nobody can place is about all. */
export function aboutFinding(state: CampaignState, finding: string): About {
  const found = state.findings.get(finding);
  if (!found) return 'nothing';
  const systems = systemsOfFinding(state, found);
  // Whoever answers for one system says nothing of a finding that nobody can place.
  return systems.length > 0 ? systems : 'whole';
}

/** Whether an authorisation limited to some systems serves for what an entry is about: all of it lies within them. */
export function coversSystems(systems: readonly string[] | undefined, about: About): boolean {
  if (systems === undefined || about === 'nothing') return true;
  if (about === 'whole') return false;
  return about.every((a) =>
    systems.some((s) => overlaps(s, a) && a.split('.').length >= s.split('.').length),
  );
}
