import type { Check } from '../checks/types.ts';
import type { WayQuestion } from '../checks/ways.ts';
import type { OtherWay, ScopeItem } from '../scope/scope.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { hasSeen } from '../record/seen.ts';
import {
  standingAnswer,
  type CampaignState,
  type Deed,
  type Happening,
  type Loss,
  type PartState,
} from '../record/state.ts';

/** The latest happening that took the standing of a deed, because its author had not seen it. */
export function lossSince(part: PartState | undefined, deed: Deed): Loss | undefined {
  return part?.losses?.findLast((loss) => !hasSeen(deed, loss));
}

/**
 * Why something took the standing of a deed, with the other side told too: a deed that arrived after it was made by
 * somebody who had not seen it.
 * Example: "Lead replaced" touched the ignition. The answer was given at 10:00 without a word of this, and came in later.
 */
export function bothSides(reasons: readonly Reason[], happening: Happening, deed: Deed): readonly Reason[] {
  return deed.seq > happening.seq ? [...reasons, reason('givenWithoutSeeing', { at: deed.at })] : reasons;
}

/** Whether the standing answer was touched since by something its author had not seen. */
export function hasLostStanding(part: PartState | undefined): boolean {
  const answer = standingAnswer(part);
  return answer !== undefined && lossSince(part, answer) !== undefined;
}

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

/**
 * The timer that runs for the next answer of a part: started after its last answer, and by somebody who had seen
 * whatever touched it. Undefined when it has to be started.
 */
export function runningTimer(part: PartState | undefined): Deed | undefined {
  const started = part?.timerStarted;
  if (!started || started.seq < (standingAnswer(part)?.seq ?? 0)) return undefined;
  return lossSince(part, started) ? undefined : started;
}
