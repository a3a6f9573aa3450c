import { err, locksOf, MARKED_LOCKS, ok, ownMember, reason, type SeenLock } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** What is asked of a lock, and that something is wrong with it. */
export type LockMark = 'seen' | 'felt' | 'marked' | 'fault';

/** Whether a mark was set at a lock on the desk. */
export function isSet(draft: PartDraft, mark: LockMark, lock: string): boolean {
  return ownMember(draft.picks, `${mark} ${lock}`) === 'yes';
}

/** What the desk holds with a mark of a lock set or taken back. */
export function withMark(draft: PartDraft, mark: LockMark, lock: string, set: boolean): Partial<PartDraft> {
  return { picks: { ...draft.picks, [`${mark} ${lock}`]: set ? 'yes' : '' } };
}

/** Safety locks, a row each. */
export const LOCKS_DESK: AnswerDesk<'locks'> = {
  title: 'Safety locks, one by one',
  begin: () => ({ kind: 'locks', locks: [{ id: 'lock-1', title: 'Lock', form: 'latch' }] }),
  figures: 'none',
  answer: ({ index, spec }, draft) => {
    if (!Object.values(draft.picks ?? {}).some((p) => p === 'yes')) return err(reason('notAnswered'));
    const locks: SeenLock[] = [];
    for (const { id, title, form } of locksOf(spec.locks, index)) {
      const [seen, felt, marked] = [
        isSet(draft, 'seen', id),
        isSet(draft, 'felt', id),
        isSet(draft, 'marked', id),
      ];
      const fault = isSet(draft, 'fault', id) ? (ownMember(draft.texts, id)?.trim() ?? '') : undefined;
      const carries = MARKED_LOCKS.includes(form);
      if (fault === '') return err(reason('lockFaultUnsaid', { lock: title }));
      if (fault === undefined && !(seen && felt && (marked || !carries)))
        return err(reason('lockUnanswered', { lock: title, marked: carries ? 'yes' : 'no' }));
      locks.push({
        id,
        seen,
        felt,
        ...(carries ? { marked } : {}),
        ...(fault === undefined ? {} : { fault }),
      });
    }
    return ok({ kind: 'locks', locks });
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ locks }) => ({
      picks: Object.fromEntries(
        locks.flatMap((l) => [
          [`seen ${l.id}`, l.seen ? 'yes' : ''],
          [`felt ${l.id}`, l.felt ? 'yes' : ''],
          [`marked ${l.id}`, l.marked ? 'yes' : ''],
          [`fault ${l.id}`, l.fault === undefined ? '' : 'yes'],
        ]),
      ),
      texts: Object.fromEntries(locks.flatMap((l) => (l.fault === undefined ? [] : [[l.id, l.fault]]))),
    }),
  },
};
