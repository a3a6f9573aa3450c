import type { BasisIndex } from '../checks/basis-index.ts';
import type { BasisNames } from '../checks/compare-bases.ts';
import type { Role } from '../checks/types.ts';
import type { Fact, Verdict } from '../limits/types.ts';
import type { Reason } from '../words/reason.ts';
import type { Scope, ScopeItem } from '../planning/scope.ts';
import type { EntryBodies, PartAnswer } from './entry.ts';
import { GENESIS_HASH } from './chain.ts';

/** Who did something, and when. */
export interface Deed {
  readonly entry: string;
  readonly seq: number;
  readonly at: string;
  readonly by: string;
  readonly role: Role;
  /** Not yet confirmed by the server. */
  readonly pending: boolean;
}

/** One answer in the history of a part, struck through when superseded or withdrawn. */
export interface AnswerRecord extends Deed {
  /** null: not applicable, with `notApplicable` as the reason. */
  readonly answer: PartAnswer | null;
  readonly notApplicable?: string;
  readonly facts: Readonly<Record<string, Fact>>;
  /** Worst first; empty for not applicable. */
  readonly verdicts: readonly Verdict[];
  /** Why the answer does not count although it is recorded: given in the wrong state or out of order. */
  readonly flaw?: Reason;
  readonly struck?: { readonly by: string; readonly reason: string };
  readonly witness?: Deed;
  readonly decision?: Deed & { readonly reason: string };
}

/** Everything recorded about a check on one subject. */
export interface PartState {
  /** Oldest first. */
  readonly history: readonly AnswerRecord[];
  /** The latest event that took the standing of all earlier answers, with the chain of reasons. */
  readonly lost?: { readonly seq: number; readonly reasons: readonly Reason[] };
  readonly timerStarted?: Deed;
}

export interface TagState {
  readonly on: Deed & EntryBodies['tag.on'];
  readonly off?: Deed & EntryBodies['tag.off'];
}

export interface ActionState {
  readonly done: Deed & EntryBodies['action.recorded'];
  /** Whether the pack asks for an inspection by someone else. */
  readonly inspectionNeeded: boolean;
  readonly inspection?: Deed & EntryBodies['inspection.signed'];
}

export interface FindingState {
  readonly raised: Deed & EntryBodies['finding.raised'];
  readonly assessed?: Deed & EntryBodies['finding.assessed'];
  readonly actions: readonly string[];
  readonly closed?: Deed & EntryBodies['finding.closed'];
}

/** What the record says, without the clock: a pure function of the entries and the basis they carry. */
export interface CampaignState {
  readonly count: number;
  readonly head: string;
  readonly index: BasisIndex | undefined;
  readonly opened: (Deed & Omit<EntryBodies['campaign.opened'], 'basis'>) | undefined;
  /** What has to be proven; absent: everything in the pack. */
  readonly scope: (Deed & EntryBodies['scope.settled'] & { readonly items: Scope }) | undefined;
  readonly ways: (Deed & EntryBodies['ways.chosen']) | undefined;
  readonly plan: (Deed & EntryBodies['plan.kept']) | undefined;
  readonly parts: ReadonlyMap<string, PartState>;
  readonly states: ReadonlyMap<string, { readonly value: string; readonly since: Deed }>;
  /** What is aboard at each place where something may be exchanged, as last said. */
  readonly loadout: ReadonlyMap<string, Deed & EntryBodies['loadout.changed']>;
  readonly tags: ReadonlyMap<string, TagState>;
  readonly findings: ReadonlyMap<string, FindingState>;
  readonly actions: ReadonlyMap<string, ActionState>;
  readonly gatesPassed: ReadonlyMap<string, Deed & { readonly snapshot: string }>;
  /** Every move to another revision or configuration, oldest first. */
  readonly moves: readonly (Deed & {
    readonly reason: string;
    readonly from: BasisNames;
    readonly to: BasisNames;
  })[];
  readonly overrides: readonly (Deed & EntryBodies['gate.overridden'])[];
  readonly release: (Deed & EntryBodies['release.signed']) | undefined;
  /** Entries that could not be read, named rather than dropped. */
  readonly unreadable: readonly { readonly seq: number; readonly reason: Reason }[];
}

/** The state before the first entry. */
export const EMPTY_CAMPAIGN: CampaignState = {
  count: 0,
  head: GENESIS_HASH,
  index: undefined,
  opened: undefined,
  scope: undefined,
  ways: undefined,
  plan: undefined,
  parts: new Map(),
  states: new Map(),
  loadout: new Map(),
  tags: new Map(),
  findings: new Map(),
  actions: new Map(),
  gatesPassed: new Map(),
  moves: [],
  overrides: [],
  release: undefined,
  unreadable: [],
};

/** The answer that stands: the newest one not struck through; undefined when there is none. */
export function standingAnswer(part: PartState | undefined): AnswerRecord | undefined {
  if (!part) return undefined;
  for (let i = part.history.length - 1; i >= 0; i -= 1) {
    const record = part.history[i];
    if (record && !record.struck) return record;
  }
  return undefined;
}

/** Whether the standing answer has lost its standing to a later event. */
export function hasLostStanding(part: PartState | undefined): boolean {
  const answer = standingAnswer(part);
  return answer !== undefined && part?.lost !== undefined && part.lost.seq > answer.seq;
}

/**
 * Why a part need not be proven in this campaign: it lies outside the scope, nobody answered it, and nothing in
 * this campaign has touched it. Undefined for every part that has to be proven.
 * Example: the ignition of the right engine, when a governor of the left one was replaced.
 */
export function outsideScope(state: CampaignState, key: string): ScopeItem | undefined {
  const item = state.scope?.items.get(key);
  if (!item || item.verdict === 'prove') return undefined;
  const part = state.parts.get(key);
  return standingAnswer(part) || part?.lost ? undefined : item;
}

/**
 * Whether a part is proven by the record alone, the clock apart: it has a standing answer without flaw that
 * kept its standing, judged within or near (with the decision where one is needed) or not applicable, and
 * watched by a second person where the check asks for one.
 */
export function isProven(index: BasisIndex, part: PartState | undefined, key: string): boolean {
  const answer = standingAnswer(part);
  const about = index.parts.get(key);
  if (!answer || !about || answer.flaw || hasLostStanding(part)) return false;
  if (answer.answer === null) return true;
  const fine = answer.verdicts.every((v) => v.state === 'within' || v.state === 'near');
  const decided = !answer.verdicts.some((v) => v.decisionNeeded) || answer.decision !== undefined;
  return fine && decided && (!about.check.secondPerson || answer.witness !== undefined);
}

/**
 * The timer that runs for the next answer of a part: started after its last answer and after it last lost its
 * standing. Undefined when it has to be started.
 */
export function runningTimer(part: PartState | undefined): Deed | undefined {
  const started = part?.timerStarted;
  if (!started || started.seq < (part?.lost?.seq ?? 0) || started.seq < (standingAnswer(part)?.seq ?? 0))
    return undefined;
  return started;
}
