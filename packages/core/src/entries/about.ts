import { partKey } from '../checks/basis-index.ts';
import { overlaps } from '../systems/overlap.ts';
import type { EntryDraft } from '../record/entry.ts';
import type { CampaignState } from '../record/state.ts';

/** What an entry is about: some systems, the aircraft as a whole, or nothing that an authorisation could be limited to. */
export type About = readonly string[] | 'whole' | 'nothing';

/**
 * The systems that an entry is about, for authorisations that are limited to some. A check that proves none, a finding
 * about no check, a tag that touches nothing are about nothing in particular; a gate, a plan or a release about all.
 * Example: an answer to the drop of the left ignition is about "engine.left.ignition.left".
 */
export function aboutOf(draft: EntryDraft, state: CampaignState): About {
  const named = (systems: readonly string[]): About => (systems.length > 0 ? systems : 'nothing');
  const part = (check: string, subject: string): About =>
    named(state.index?.parts.get(partKey(check, subject))?.proves ?? []);
  switch (draft.kind) {
    case 'answer.given':
    case 'answer.notApplicable':
    case 'answer.withdrawn':
    case 'answer.witnessed':
    case 'decision.recorded':
    case 'timer.started':
      return part(draft.body.check, draft.body.subject);
    case 'tag.on':
    case 'tag.off':
    case 'action.recorded':
      return named(draft.body.touches);
    case 'inspection.signed':
      return named(state.actions.get(draft.body.action)?.done.touches ?? []);
    case 'finding.raised':
      return draft.body.check === undefined ? 'nothing' : part(draft.body.check, draft.body.subject ?? '');
    case 'finding.assessed':
    case 'finding.closed': {
      const found = state.findings.get(draft.body.finding);
      if (!found) return 'nothing';
      const touched = found.actions.flatMap((a) => state.actions.get(a)?.done.touches ?? []);
      const { check, subject } = found.raised;
      const own = check === undefined ? 'nothing' : part(check, subject ?? '');
      const systems = [...touched, ...(Array.isArray(own) ? (own as readonly string[]) : [])];
      // Whoever answers for one system says nothing of a finding that nobody can place.
      return systems.length > 0 ? systems : 'whole';
    }
    case 'state.set':
      return 'nothing';
    case 'campaign.opened':
    case 'scope.settled':
    case 'ways.chosen':
    case 'plan.kept':
    case 'loadout.changed':
    case 'gate.passed':
    case 'gate.overridden':
    case 'basis.moved':
    case 'instrument.noted':
    case 'release.signed':
      return 'whole';
  }
}

/** Whether an authorisation limited to some systems serves for what an entry is about: all of it lies within them. */
export function coversSystems(systems: readonly string[] | undefined, about: About): boolean {
  if (systems === undefined || about === 'nothing') return true;
  if (about === 'whole') return false;
  return about.every((a) =>
    systems.some((s) => overlaps(s, a) && a.split('.').length >= s.split('.').length),
  );
}
