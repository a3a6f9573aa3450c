import type { ReactElement } from 'react';
import { locksOf, MARKED_LOCKS, type SeenLock } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { MarkSign } from '../../ui/mark.tsx';
import type { KeptProps } from '../answer-view.ts';

/** The locks as they were found, those that were not in order first. */
export function KeptLocks({ part, answer }: KeptProps<'locks'>): ReactElement {
  const { index } = useCampaign();
  const spec = part.check.answer;
  const asked = new Map((spec.kind === 'locks' ? locksOf(spec.locks, index) : []).map((l) => [l.id, l]));
  // A mark is told only of what carries one, whatever a record says of the others.
  const isMarked = (lock: SeenLock): boolean => {
    const form = asked.get(lock.id)?.form;
    return lock.marked === true && form !== undefined && MARKED_LOCKS.includes(form);
  };
  const found = [...answer.locks].sort(
    (a, b) => Number(b.fault !== undefined) - Number(a.fault !== undefined),
  );
  return (
    <ul className="mt-2">
      {found.map((l) => (
        <li key={l.id} className="flex items-center gap-3 border-b border-rule-2 py-1">
          <MarkSign mark={l.fault === undefined ? 'within' : 'out'} size={14} />
          <span className="min-w-48">{asked.get(l.id)?.title ?? l.id}</span>
          <span className="text-ink-2">
            {l.fault ?? ['seen', 'felt', ...(isMarked(l) ? ['mark in line'] : [])].join(', ')}
          </span>
        </li>
      ))}
    </ul>
  );
}
