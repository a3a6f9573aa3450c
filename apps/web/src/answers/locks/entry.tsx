import type { ReactElement } from 'react';
import { LOCK_WORDS, locksOf, MARKED_LOCKS, ownMember, type Lock, type Part } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { isSet, withMark, type LockMark } from './desk.ts';

const MARKS: readonly { readonly mark: LockMark; readonly text: string }[] = [
  { mark: 'seen', text: 'Seen' },
  { mark: 'felt', text: 'Felt' },
  { mark: 'marked', text: 'Mark in line' },
];

/** One lock: what eye and hand have to find, a large target for each, and what is wrong where something is. */
function LockRow({ part, lock }: { part: Part; lock: Lock }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const words = LOCK_WORDS[lock.form];
  const set = (mark: LockMark): boolean => isSet(draft, mark, lock.id);
  const faulty = set('fault');
  const button = (mark: LockMark, text: string, tone: string): ReactElement => (
    <button
      key={mark}
      type="button"
      aria-pressed={set(mark)}
      aria-label={`${lock.title}: ${text.toLowerCase()}`}
      onClick={() => changeDraft(view.id, part.key, withMark(draft, mark, lock.id, !set(mark)))}
      className={`min-h-11 min-w-20 rounded-[3px] border-[1.5px] px-3 font-semibold max-lg:min-h-14 ${set(mark) ? tone : 'border-ink'}`}
    >
      {set(mark) ? '✓ ' : ''}
      {text}
    </button>
  );
  return (
    <li className="border-b border-rule-2 py-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <span className="min-w-52 flex-1">
          <b>{lock.title}</b>
          <span className="block text-[0.82rem] text-ink-2">
            {words.title}: {words.look}; {words.feel}
          </span>
        </span>
        <span className="flex flex-wrap gap-2">
          {MARKS.filter(({ mark }) => mark !== 'marked' || MARKED_LOCKS.includes(lock.form)).map((m) =>
            button(m.mark, m.text, 'border-hand bg-hand text-on-hand'),
          )}
          {button('fault', 'Not in order', 'border-out bg-out-bg text-out')}
        </span>
      </div>
      {faulty ? (
        <label className="mt-1 block">
          <span className="text-sm font-semibold">What is wrong with it</span>
          <input
            className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-1.5 text-base outline-none focus:border-hand"
            autoComplete="off"
            value={ownMember(draft.texts, lock.id) ?? ''}
            onChange={(e) =>
              changeDraft(view.id, part.key, { texts: { ...draft.texts, [lock.id]: e.target.value } })
            }
          />
        </label>
      ) : null}
    </li>
  );
}

/** The locks of a check, each by itself; how many are left is said, and none can be answered for another. */
export function LocksEntry({ part, spec }: EntryProps<'locks'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const locks = locksOf(spec.locks, view.index);
  const left = locks.filter(
    ({ id, form }) =>
      !isSet(draft, 'fault', id) &&
      !(
        isSet(draft, 'seen', id) &&
        isSet(draft, 'felt', id) &&
        (!MARKED_LOCKS.includes(form) || isSet(draft, 'marked', id))
      ),
  ).length;
  return (
    <div>
      <p className="text-sm font-semibold" role="status">
        {left === 0 ? `All ${locks.length} looked at.` : `${left} of ${locks.length} left.`}
      </p>
      <ul className="border-t border-rule-2">
        {locks.map((lock) => (
          <LockRow key={lock.id} part={part} lock={lock} />
        ))}
      </ul>
    </div>
  );
}
