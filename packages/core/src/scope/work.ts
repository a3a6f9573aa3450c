import type { Role } from '../checks/types.ts';
import type { WorkAction } from '../systems/types.ts';

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

/** Roles that may leave out a check which the pack marks as required. */
export const MAY_LEAVE_OUT_REQUIRED: readonly Role[] = ['inspector', 'certifier'];

/** A work item in words. Example: "Left propeller governor: replaced". */
export function describeWork(item: WorkItem): string {
  return `${item.component}: ${item.action}`;
}
