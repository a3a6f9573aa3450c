import type { BasisIndex } from '../checks/basis-index.ts';
import type { Check } from '../checks/types.ts';
import type { Verdict } from '../limits/types.ts';
import { reason } from '../reasons/reason.ts';

/**
 * What is said of limits that a check names and the limit book does not have: nobody has entered them yet, so that what
 * was measured is held against nothing. Never a pass, whatever the other limits of the check say.
 */
export function withoutLimit(index: BasisIndex, check: Check): readonly Verdict[] {
  const missing = check.limits.filter((key) => !index.limits.has(key));
  if (missing.length === 0) return [];
  const params = { check: check.title, book: index.basis.limitBook.title };
  return [{ state: 'unknown', decisionNeeded: false, reason: reason('noLimitEntered', params) }];
}
