import { sha256Hex } from '../canonical/hash.ts';
import { ANSWERS, kindOf } from '../answers/answers.ts';
import type { PartAnswer } from '../answers/part-answer.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
import type { GateCondition } from '../checks/types.ts';
import {
  standingAnswer,
  type AnswerRecord,
  type CampaignState,
  type Deed,
  type WalkState,
} from '../record/state.ts';
import { outsideScope } from '../scope/outside.ts';
import { lossSince } from './losses.ts';

/** What two people found at the same thing who looked without each other, and not the same. */
export interface Difference {
  readonly part: string;
  readonly first: AnswerRecord;
  readonly second: AnswerRecord;
}

/** How the second walk of a campaign stands. */
export interface SecondWalk {
  /** Every step that a second pair of eyes could be asked for. */
  readonly eligible: readonly string[];
  /** How many steps are walked again. */
  readonly count: number;
  /** Which, in the order of the pack; empty while they have not been drawn. */
  readonly asked: readonly string[];
  /** Of them those that nobody else has looked at yet, or has not since they were touched. */
  readonly left: readonly string[];
  /** The draw is made by the server when it has the first walk: until then nobody knows it. */
  readonly drawn: boolean;
}

/** By what a difference is known: what was said, and the answer it was held against. */
export const settlementKey = (said: string, answerEntry: string): string => `${said} ${answerEntry}`;

/** The condition of a gate that asks for the second walk; undefined where the pack asks for none. */
export function secondWalkAsked(
  index: BasisIndex,
): Extract<GateCondition, { readonly kind: 'walkedAgain' }> | undefined {
  for (const gate of index.basis.pack.gates)
    for (const condition of gate.conditions) if (condition.kind === 'walkedAgain') return condition;
  return undefined;
}

/** Whether a part is for a second pair of eyes: a thing at the aircraft that is looked at, counted or measured. */
function isLookedAt(state: CampaignState, part: Part): boolean {
  const { station, answer, decides } = part.check;
  return (
    station === 'inspection' &&
    answer.kind !== 'computed' &&
    decides === undefined &&
    ANSWERS[answer.kind].agrees !== 'never' &&
    outsideScope(state, part.key) === undefined
  );
}

const ranks = new WeakMap<WalkState['begun'], Map<string, string>>();

/**
 * The place of a part in the draw: SHA-256 over what the server made of the first walk, and the part. Nobody who begins a walk can
 * know it, and beginning another one changes nothing.
 */
function rankOf({ begun, seed }: WalkState, key: string): string {
  const own = ranks.get(begun) ?? new Map<string, string>();
  ranks.set(begun, own);
  const rank = own.get(key) ?? sha256Hex(`${seed} ${key}`);
  own.set(key, rank);
  return rank;
}

/** Which parts are walked again; undefined while they have not been drawn. */
function askedOf(
  state: CampaignState,
  parts: readonly string[],
  sample: number | undefined,
): readonly string[] | undefined {
  if (sample === undefined || sample >= parts.length) return parts;
  const [first] = state.walks.values();
  if (!first || first.seed === '') return undefined;
  const drawn = new Set(
    parts.toSorted((a, b) => (rankOf(first, a) < rankOf(first, b) ? -1 : 1)).slice(0, sample),
  );
  return parts.filter((key) => drawn.has(key));
}

/** Whether a walk was finished rather than given up: only then it counts. */
export const isWalked = ({ finished }: WalkState): boolean =>
  finished !== undefined && finished.givenUp === undefined;

/** What was said of a part on the newest finished walk that came to it. */
function saidOf(state: CampaignState, key: string): AnswerRecord | undefined {
  let newest: AnswerRecord | undefined;
  for (const walk of state.walks.values()) {
    const said = isWalked(walk) ? walk.said.get(key) : undefined;
    if (said && said.seq > (newest?.seq ?? 0)) newest = said;
  }
  return newest;
}

/** Whether what was said still counts: nothing touched the part since, and another person answered. */
function counts(state: CampaignState, key: string, said: AnswerRecord): boolean {
  const own = state.parts.get(key);
  if (lossSince(own, said)) return false;
  const answer = standingAnswer(own);
  return answer === undefined || answer.by !== said.by || isStatedOwnWork(state);
}

/** Whether one's own work may be looked at again by oneself in this campaign: see `ownLookRefusal`. */
function isStatedOwnWork(state: CampaignState): boolean {
  return state.index?.basis.pack.ownWork !== undefined && state.ways?.ways['own-work']?.choice === 'stated';
}

/**
 * How the second walk stands; undefined where the pack asks for none. A sample is drawn once for the campaign: of the parts in
 * scope the so many that come first in an order that follows from the first walk begun, so that a part that comes into the
 * scope or leaves it changes the draw by itself alone.
 * Example: of 38 parts with a sample of 6 `count` is 6, and `left` has six keys until somebody has finished a walk.
 */
export function secondWalk(state: CampaignState, index: BasisIndex): SecondWalk | undefined {
  const condition = secondWalkAsked(index);
  if (!condition) return undefined;
  const parts = [...index.parts.values()].filter((p) => isLookedAt(state, p)).map((p) => p.key);
  const asked = askedOf(state, parts, condition.sample);
  if (!asked)
    return { eligible: parts, count: condition.sample ?? parts.length, asked: [], left: [], drawn: false };
  const left = asked.filter((key) => {
    const said = saidOf(state, key);
    return !said || !counts(state, key, said);
  });
  return { eligible: parts, count: asked.length, asked, left, drawn: true };
}

/**
 * Minutes that the second walk still takes: those of the checks that nobody else has looked at, each once however many engines or
 * sides it has. While nobody knows which steps it will be, as many as they are are taken at the mean of all of them, rounded up.
 * Example: two of six looks of 3 minutes each are 6 minutes, drawn or not.
 */
export function secondWalkMinutes(state: CampaignState, index: BasisIndex): number {
  const walk = secondWalk(state, index);
  if (!walk) return 0;
  const of = (keys: readonly string[]): number => {
    const checks = new Set(keys.flatMap((key) => index.parts.get(key)?.check ?? []));
    return [...checks].reduce((sum, { minutes }) => sum + minutes, 0);
  };
  if (walk.drawn) return of(walk.left);
  return Math.ceil((of(walk.eligible) * walk.count) / Math.max(1, walk.eligible.length));
}

/** What is left for one walk: what nobody has looked at, and this person has not answered since. */
export function leftForWalk(state: CampaignState, index: BasisIndex, walk: WalkState): readonly string[] {
  return (secondWalk(state, index)?.left ?? []).filter(
    (key) => standingAnswer(state.parts.get(key))?.by !== walk.begun.by || isStatedOwnWork(state),
  );
}

/** Of what is left for a walk, that of which nothing has been said on it since it was last touched. */
export function unsaidOf(state: CampaignState, index: BasisIndex, walk: WalkState): readonly string[] {
  return leftForWalk(state, index, walk).filter((key) => {
    const said = walk.said.get(key);
    return !said || lossSince(state.parts.get(key), said) !== undefined;
  });
}

/** The walk that a person has begun and not finished; none once the campaign is released. */
export function walkInHand(state: CampaignState, person: string): WalkState | undefined {
  if (state.release) return undefined;
  return [...state.walks.values()].find((w) => w.begun.by === person && !w.finished);
}

function saySame(first: PartAnswer, second: PartAnswer): boolean {
  if (first.kind !== second.kind) return false;
  const { agrees } = kindOf(first);
  return agrees !== 'never' && agrees(first, second);
}

/** Whether two answers to the same part tell different things: another verdict, or another thing said. */
export function differs(first: AnswerRecord, second: AnswerRecord): boolean {
  if (first.answer === null || second.answer === null) return first.answer !== second.answer;
  const worst = (a: AnswerRecord): string => a.verdicts[0]?.state ?? 'unknown';
  return worst(first) !== worst(second) || !saySame(first.answer, second.answer);
}

/**
 * What two people found at one part and did not agree on, and nobody has settled. Undefined where they agree, where only one has
 * looked, and where what one of them found is over because the part was touched.
 */
export function differenceAt(state: CampaignState, key: string): Difference | undefined {
  if (state.walks.size === 0) return undefined;
  const second = saidOf(state, key);
  const own = state.parts.get(key);
  const first = standingAnswer(own);
  if (!second || !first || lossSince(own, first) || !counts(state, key, second)) return undefined;
  if (state.settlements.has(settlementKey(second.entry, first.entry))) return undefined;
  return differs(first, second) ? { part: key, first, second } : undefined;
}

/** Every difference that is not settled, in the order of the pack. */
export function differencesOf(state: CampaignState, index: BasisIndex): readonly Difference[] {
  if (state.walks.size === 0) return [];
  return [...index.parts.keys()].flatMap((key) => differenceAt(state, key) ?? []);
}

/** Whether it was settled that the second one is right, against this answer. */
export function settledAgainst(
  state: CampaignState,
  answer: AnswerRecord,
): (Deed & { readonly reason: string }) | undefined {
  if (state.settlements.size === 0) return undefined;
  for (const settled of state.settlements.values())
    if (settled.answerEntry === answer.entry && settled.holds === 'second') return settled;
  return undefined;
}
