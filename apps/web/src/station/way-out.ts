import { ownMember, type Part } from '@kanzel/core';
import type { CampaignView } from './campaign-context.ts';

/** Where what blocks a part is cured: a gate, or a check that comes first or sets the state it needs. */
export function wayOut(
  view: CampaignView,
  part: Part,
): { readonly to: string; readonly text: string } | undefined {
  if (part.check.decides) return { to: `${view.base}/plan/ways`, text: 'Choose the way' };
  if (view.status.parts.get(part.key)?.reasons.some((r) => r.code === 'secondSaysOther'))
    return { to: `${view.base}/second-walk`, text: 'Settle it' };
  const why = view.status.parts.get(part.key)?.blocked;
  if (why?.code === 'gateHeld' || why?.code === 'gateNotPassed') {
    const gate = view.index.gatesBefore.get(part.check.station)?.find((g) => g.title === why.params['gate']);
    return gate && { to: `${view.base}/gate/${gate.id}`, text: `Look at ${gate.title}` };
  }
  const state =
    why?.code === 'wrongState'
      ? Object.entries(part.check.needs).find(
          ([name, wanted]) =>
            wanted === why.params['wanted'] && view.index.states.get(name)?.title === why.params['state'],
        )
      : undefined;
  const setter = state
    ? view.index.basis.pack.checks.find(
        (c) => ownMember(c.sets, state[0]) === state[1] && view.status.checks.get(c.id)?.proven === false,
      )
    : undefined;
  const key = typeof why?.params['part'] === 'string' ? why.params['part'] : undefined;
  const other = key ? view.index.parts.get(key)?.check : setter;
  return other && other.id !== part.check.id
    ? { to: `${view.base}/${other.station}?check=${other.id}`, text: `Go to “${other.title}”` }
    : undefined;
}

/**
 * A state that a part needs and nothing that is still to be done would bring about: it is changed by hand, and said.
 * Undefined while a check that sets it waits to be done: that is the way then, unless it would only set back what was switched off.
 */
export function stateByHand(
  view: CampaignView,
  part: Part,
):
  | { readonly state: string; readonly subject: string; readonly value: string; readonly text: string }
  | undefined {
  const why = view.status.parts.get(part.key)?.blocked;
  if (why?.code !== 'wrongState') return undefined;
  const need = Object.entries(part.check.needs).find(
    ([name, wanted]) =>
      wanted === why.params['wanted'] && view.index.states.get(name)?.title === why.params['state'],
  );
  const definition = need ? view.index.states.get(need[0]) : undefined;
  if (!need || !definition) return undefined;
  const setter = view.index.basis.pack.checks.find((c) => ownMember(c.sets, need[0]) === need[1]);
  // Back to what it was at first waits for nothing: a point that was broken off leaves its way back undone.
  const waits =
    setter &&
    need[1] === definition.initial &&
    (view.index.partsOfCheck.get(setter.id) ?? []).every((p) => view.status.parts.get(p.key)?.blocked);
  if (setter && !waits && view.status.checks.get(setter.id)?.proven === false) return undefined;
  const about = why.params['subject'];
  const subject = typeof about === 'string' ? about : part.subject;
  const engine = view.names.subject(subject).toLowerCase();
  const whose = definition.per === 'engine' && engine !== definition.title.toLowerCase() ? `, ${engine}` : '';
  return { state: need[0], subject, value: need[1], text: `${definition.title}${whose}: ${need[1]} now` };
}
