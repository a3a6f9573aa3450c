import { FINDING_STEPS, type FindingStep } from '@kanzel/core';
import type { FindingLineView } from '@kanzel/contract';

/** Steps at which somebody is waited for, and those that rest. */
export const STEPS_SHOWN: readonly FindingStep[] = FINDING_STEPS.filter((s) => s !== 'closed');

/** By what the table is sorted. */
export type SortedBy = 'mark' | 'title' | 'severity' | 'next' | 'raised';

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

/** Those at one step; one whose record cannot be read waits to be looked at with those to be assessed. */
export function atStep(lines: readonly FindingLineView[], step: FindingStep): readonly FindingLineView[] {
  return lines.filter((l) => (l.next ?? 'assess') === step);
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
        return FINDING_STEPS.indexOf(line.next ?? 'assess');
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

/** Which time it is that this is found on this aircraft: findings with the same check, or the same title at the same place. */
export function timesFound(line: FindingLineView, all: readonly FindingLineView[]): number {
  const low = (text: string): string => text.trim().toLowerCase();
  const same = (l: FindingLineView): boolean =>
    l.mark === line.mark &&
    ((line.check !== undefined && l.check === line.check) ||
      (low(l.title) === low(line.title) && low(l.where) === low(line.where)));
  return all.filter((l) => same(l) && l.raisedAt <= line.raisedAt).length;
}
