import type { Check } from '../checks/types.ts';
import type { WayQuestion } from '../checks/ways.ts';
import type { OtherWay, ScopeItem } from '../record/scope.ts';
import { standingAnswer, type CampaignState } from '../record/state.ts';

/** Why a part need not be proven: what the scope says of it, or what was chosen. */
export type Outside = Exclude<ScopeItem, { readonly verdict: 'prove' }> | OtherWay;

/**
 * Which chosen school takes a check out, if one does. A question on which nothing is chosen takes nothing out.
 * Example: the approach to the stall, where "never on this flight" is chosen.
 */
export function otherWay(ways: CampaignState['ways'], check: Check): OtherWay | undefined {
  for (const [question, choices] of Object.entries(check.ways ?? {}) as [WayQuestion, readonly string[]][]) {
    const chosen = ways?.ways[question];
    if (chosen && !choices.includes(chosen.choice))
      return { verdict: 'otherWay', question, choice: chosen.choice, why: chosen.why };
  }
  return undefined;
}

/**
 * Why a part need not be proven in this campaign: it lies outside the scope, nobody answered it, and nothing in
 * this campaign has touched it; or another school is followed, and nobody answered it: what was found stands, whatever
 * is chosen afterwards. Undefined for every part that has to be proven.
 * Example: the ignition of the right engine, when a governor of the left one was replaced.
 */
export function outsideScope(state: CampaignState, key: string): Outside | undefined {
  const part = state.parts.get(key);
  if (standingAnswer(part)) return undefined;
  const check = state.index?.parts.get(key)?.check;
  const other = check && otherWay(state.ways, check);
  if (other) return other;
  const item = state.scope?.items.get(key);
  return !item || item.verdict === 'prove' || part?.losses?.length ? undefined : item;
}
