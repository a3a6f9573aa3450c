import { canonicalJson } from '../canonical/canonical.ts';
import { slipsBetween } from './review.ts';
import type { Limit } from './types.ts';
import type { Reason } from '../reasons/reason.ts';
import { ownMember } from '../own-member.ts';

/** Names of the members that differ between two things, in the order of the second. Absent and undefined are one. */
export function changedMembers(before: object, after: object): string[] {
  const [a, b] = [before as Record<string, unknown>, after as Record<string, unknown>];
  const text = (v: unknown): string => (v === undefined ? '' : canonicalJson(v));
  return [...new Set([...Object.keys(b), ...Object.keys(a)])].filter(
    (k) => text(ownMember(a, k)) !== text(ownMember(b, k)),
  );
}

/** How one limit differs between two revisions of a book. */
export interface LimitChange {
  readonly key: string;
  readonly title: string;
  readonly change: 'added' | 'removed' | 'changed';
  readonly fields: readonly string[];
  /** Whether a figure could be judged otherwise by it: more than words or the place of its source differ. */
  readonly judgesOther: boolean;
  readonly before?: Limit;
  readonly after?: Limit;
  /** What looks like a slip of unit or of a decimal place. */
  readonly slips: readonly Reason[];
}
export type BookChanges = readonly LimitChange[];

const WORDS: readonly string[] = ['title', 'source', 'because', 'quantity'];

/**
 * How two revisions of a limit book differ, limit by limit: first the changed and added in the order of the new
 * book, then the removed. Example: 55..90 psi that became 3.8..6.2 psi is changed, and looks like bar entered as psi.
 */
export function compareLimitBooks(before: readonly Limit[], after: readonly Limit[]): BookChanges {
  const old = new Map(before.map((l) => [l.key, l]));
  const now = new Set(after.map((l) => l.key));
  const changes: LimitChange[] = [];
  for (const limit of after) {
    const was = old.get(limit.key);
    if (!was) {
      changes.push({
        key: limit.key,
        title: limit.title,
        change: 'added',
        fields: [],
        judgesOther: true,
        after: limit,
        slips: [],
      });
      continue;
    }
    const fields = changedMembers(was, limit);
    if (fields.length > 0)
      changes.push({
        key: limit.key,
        title: limit.title,
        change: 'changed',
        fields,
        judgesOther: fields.some((f) => !WORDS.includes(f)),
        before: was,
        after: limit,
        slips: slipsBetween(was, limit),
      });
  }
  for (const limit of before)
    if (!now.has(limit.key))
      changes.push({
        key: limit.key,
        title: limit.title,
        change: 'removed',
        fields: [],
        judgesOther: true,
        before: limit,
        slips: [],
      });
  return changes;
}
