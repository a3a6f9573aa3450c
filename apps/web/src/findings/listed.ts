import { FINDING_STEPS, type FindingStep } from '@kanzel/core';
import type { FindingLineView } from '@kanzel/contract';

/** Steps at which somebody is waited for, and those that rest. */
export const STEPS_SHOWN: readonly FindingStep[] = FINDING_STEPS.filter(
  (s) => s !== 'closed' && s !== 'merged',
);

/** By what the table is sorted. */
export type SortedBy = 'mark' | 'title' | 'severity' | 'next' | 'assigned' | 'raised';

const SEVERITIES = ['stops', undefined, 'deferred', 'information'] as const;

/** Whether a finding is meant by what was typed: every word of it stands somewhere in its line. */
export function isMeant(line: FindingLineView, wanted: string): boolean {
  const text = [line.mark, line.title, line.where, line.campaignTitle, line.conditions ?? '']
    .join(' ')
    .toLowerCase();
  return wanted
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** Those at one step; undefined for those of which nobody has looked up what comes next: they are at no step, and not lost. */
export function atStep(
  lines: readonly FindingLineView[],
  step: FindingStep | undefined,
): readonly FindingLineView[] {
  return lines.filter((l) => l.next === step);
}

/** In the order asked for; what is equal stays as it was, so that one may sort by one thing and then by another. */
export function sorted(
  lines: readonly FindingLineView[],
  by: SortedBy,
  down: boolean,
): readonly FindingLineView[] {
  const rank = (line: FindingLineView): number | string => {
    switch (by) {
      case 'mark':
        return line.mark;
      case 'title':
        return line.title.toLowerCase();
      case 'severity':
        return SEVERITIES.indexOf(line.severity);
      case 'next':
        return line.next === undefined ? -1 : FINDING_STEPS.indexOf(line.next);
      // What is due first first; then what somebody has, then what nobody has.
      case 'assigned':
        return `${line.due ?? '9999'} ${line.assignedTo ?? '~'}`;
      case 'raised':
        return line.raisedAt;
    }
  };
  const turn = down ? -1 : 1;
  return lines.toSorted((a, b) => {
    const [x, y] = [rank(a), rank(b)];
    return x < y ? -turn : x > y ? turn : 0;
  });
}

/** What of a finding says whether it is the same as another. */
type Known = Pick<
  FindingLineView,
  'campaign' | 'finding' | 'mark' | 'check' | 'title' | 'where' | 'raisedAt' | 'splitFrom'
>;

/** Whether two were one finding at first. */
const sameAtFirst = (a: Known, b: Known): boolean =>
  a.campaign === b.campaign && (a.splitFrom ?? a.finding) === (b.splitFrom ?? b.finding);

/**
 * Findings before this one on the same aircraft: at the same check, or with the same title at the same place. What is the same
 * finding, merged with another or split off, is no time before.
 */
export function foundBefore(one: Known, all: readonly FindingLineView[]): readonly FindingLineView[] {
  const low = (text: string): string => text.trim().toLowerCase();
  const before = all.filter(
    (l) =>
      !sameAtFirst(l, one) &&
      l.next !== 'merged' &&
      l.mark === one.mark &&
      l.raisedAt <= one.raisedAt &&
      ((one.check !== undefined && l.check === one.check) ||
        (low(l.title) === low(one.title) && low(l.where) === low(one.where))),
  );
  // One that was split is one time, not as many as it became.
  return before.filter((l, i) => before.findIndex((o) => sameAtFirst(o, l)) === i);
}
