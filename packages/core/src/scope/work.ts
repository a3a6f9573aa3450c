import type { Role } from '../checks/types.ts';
import type { WorkItem } from '../record/scope.ts';

/** Roles that may leave out a check which the pack marks as required. */
export const MAY_LEAVE_OUT_REQUIRED: readonly Role[] = ['inspector', 'certifier'];

/** A work item in words. Example: "Left propeller governor: replaced". */
export function describeWork(item: WorkItem): string {
  return `${item.component}: ${item.action}`;
}
