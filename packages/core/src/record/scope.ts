import type { WorkAction } from '../systems/types.ts';
import type { Occasion } from '../checks/types.ts';
import type { WayQuestion } from '../checks/ways.ts';

/** One thing that was done to the aircraft before the campaign, and the systems it touched. */
export interface WorkItem {
  /** As people call it: "Left propeller governor". */
  readonly component: string;
  readonly action: WorkAction;
  readonly touches: readonly string[];
}

/** A check taken into a scope, or left out of it, by a person. */
export interface ScopeDecision {
  readonly check: string;
  readonly reason: string;
}

/** That a part was proven in an earlier campaign, and has kept its standing since. */
export interface EarlierEvidence {
  readonly campaign: string;
  readonly title: string;
  readonly entry: string;
  readonly at: string;
  /** The last instant at which it counts; absent when time does not end it. */
  readonly until?: string;
}

/** What a scope is made from. Everything else about it is derived. */
export interface ScopeRequest {
  readonly work: readonly WorkItem[];
  /** By part key. */
  readonly evidence: Readonly<Record<string, EarlierEvidence>>;
  readonly added: readonly ScopeDecision[];
  readonly leftOut: readonly ScopeDecision[];
}

/** One link of the chain that brings a part into the scope. */
export type ScopeWhy =
  /** Work touched a system that it proves. */
  | { readonly kind: 'touched'; readonly item: number; readonly system: string }
  /** It stands on a part that has to be proven again. */
  | { readonly kind: 'standsOn'; readonly from: string }
  /** A part in the scope stands on it, and nothing earlier carries it. */
  | { readonly kind: 'ground'; readonly from: string }
  /** It brings the aircraft into a state that a part in the scope needs. */
  | { readonly kind: 'state'; readonly state: string; readonly value: string; readonly from: string }
  /** Whoever flies for one part takes off and lands. */
  | { readonly kind: 'flight'; readonly from: string }
  | { readonly kind: 'demanded'; readonly occasion: Occasion }
  | { readonly kind: 'added'; readonly reason: string };

/** What a scope says of one part. */
export type ScopeItem =
  | { readonly verdict: 'prove'; readonly why: ScopeWhy }
  /** Not touched, and proven before. */
  | { readonly verdict: 'rests'; readonly on: EarlierEvidence }
  /** Not touched, and nothing here says that it was ever proven. */
  | { readonly verdict: 'untouched' }
  /** Would have to be proven; a person decided otherwise. */
  | { readonly verdict: 'leftOut'; readonly why: ScopeWhy; readonly reason: string };

/** That a check is done by a school that is not followed in this campaign. */
export interface OtherWay {
  readonly verdict: 'otherWay';
  readonly question: WayQuestion;
  readonly choice: string;
  readonly why: string;
}

/** What has to be proven, by part key, in the order of the pack. */
export type Scope = ReadonlyMap<string, ScopeItem>;
