import { heldAt } from '../held-at.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
import { compareBases, touchedByMove } from '../checks/compare-bases.ts';
import { isProven } from './evidence.ts';
import { hasLostStanding } from './losses.ts';
import { standingAnswer, type CampaignState } from '../record/state.ts';
import type { EarlierEvidence } from '../record/scope.ts';
import { ownMember } from '../own-member.ts';

/** A campaign of the same airframe, for what it proved. */
export interface EarlierCampaign {
  readonly id: string;
  readonly state: CampaignState;
}

/** Evidence that must be fetched anew for each flight or each run is never carried over. */
function diesWithItsDay(part: Part): boolean {
  const { until, endsWhen, flights, engineStops, powerCycles } = part.check.validity ?? {};
  return [until, endsWhen, flights, engineStops, powerCycles].some((v) => v !== undefined);
}

/** Parts that are judged otherwise now than in an earlier campaign: by another limit, check or configuration. */
function changedSince(state: CampaignState, index: BasisIndex): ReadonlySet<string> {
  if (!state.index) return new Set();
  return new Set(touchedByMove(compareBases(state.index.basis, index.basis), index).map((t) => t.part));
}

type Found =
  | { readonly kind: 'evidence'; readonly evidence: EarlierEvidence }
  | { readonly kind: 'none' }
  | { readonly kind: 'older' };

/** What one earlier campaign says of a part: evidence, that there is none, or nothing, so that an older one is asked. */
function ask({ id, state }: EarlierCampaign, changed: ReadonlySet<string>, part: Part): Found {
  const there = state.index;
  const about = there?.parts.get(part.key);
  if (!there || !about) return { kind: 'older' };
  const own = state.parts.get(part.key);
  const answer = standingAnswer(own);
  const scoped = state.scope?.items.get(part.key);
  const outside = scoped !== undefined && scoped.verdict !== 'prove';
  if (hasLostStanding(own)) return { kind: 'none' };
  if (outside && !answer) {
    if (own?.losses?.length || scoped.verdict === 'leftOut') return { kind: 'none' };
    return { kind: 'older' };
  }
  if (!state.release) return { kind: 'none' };
  if (!answer?.answer || !isProven(state, part.key)) return { kind: 'none' };
  if (changed.has(part.key)) return { kind: 'none' };
  const hours = part.check.validity?.hours;
  const until =
    hours === undefined ? undefined : new Date(Date.parse(answer.at) + hours * 3_600_000).toISOString();
  return {
    kind: 'evidence',
    evidence: {
      campaign: id,
      title: state.opened?.title ?? '',
      entry: answer.entry,
      at: answer.at,
      ...(until ? { until } : {}),
    },
  };
}

/**
 * What earlier campaigns of the airframe proved and still carry at `now`, by part key. `earlier` is oldest first
 * and may hold campaigns that are still in hand: what they have to prove carries nothing yet. Evidence counts only
 * if it was released, kept its standing, answers the same question against the same limits and in
 * a configuration that means the same to it, and has not outlived its hours; what is fetched anew for each flight never counts.
 * Example: an ignition drop proven and released in spring carries until something touches the ignition.
 */
export function earlierEvidence(
  earlier: readonly EarlierCampaign[],
  index: BasisIndex,
  now: string,
): Readonly<Record<string, EarlierEvidence>> {
  const found: Record<string, EarlierEvidence> = {};
  const changed = earlier.map(({ state }) => changedSince(state, index));
  for (const part of index.parts.values()) {
    if (part.check.answer.kind === 'computed' || diesWithItsDay(part)) continue;
    for (let i = earlier.length - 1; i >= 0; i -= 1) {
      const said = ask(heldAt(earlier, i), changed[i] ?? new Set(), part);
      if (said.kind === 'older') continue;
      if (said.kind === 'evidence' && (said.evidence.until ?? now) >= now) found[part.key] = said.evidence;
      break;
    }
  }
  for (const part of index.parts.values()) {
    const carried = part.check.answer.kind === 'computed' ? workedOut(part, found) : undefined;
    if (carried) found[part.key] = carried;
  }
  return found;
}

/** What is worked out from others carries as long as all of them do: it is as old as the oldest. */
function workedOut(
  part: Part,
  found: Readonly<Record<string, EarlierEvidence>>,
): EarlierEvidence | undefined {
  const grounds = part.standsOn.flatMap((key) => ownMember(found, key) ?? []);
  if (grounds.length < part.standsOn.length) return undefined;
  const [oldest] = [...grounds].sort((a, b) => a.at.localeCompare(b.at));
  const [until] = grounds.flatMap((g) => g.until ?? []).sort();
  return oldest && { ...oldest, ...(until ? { until } : {}) };
}
