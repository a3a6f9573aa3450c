import type { ReactElement } from 'react';

/** One thing that something is said of, a large target for each word; the arrow keys of the browser are left to the sheet. */
export function SaidRow<T extends string>({
  title,
  words,
  said,
  next,
  waits = false,
  say,
}: {
  title: string;
  words: readonly { readonly id: T; readonly text: string }[];
  said: T | undefined;
  /** It is this one's turn. */
  next: boolean;
  /** Its turn has not come yet. */
  waits?: boolean;
  say: (id: T) => void;
}): ReactElement {
  return (
    <li className="grid grid-cols-[minmax(7rem,9.5rem)_1fr] items-center gap-x-3 py-1 max-sm:grid-cols-1">
      <span className={next ? 'font-bold text-hand' : waits ? 'text-ink-2' : ''}>{title}</span>
      <span role="radiogroup" aria-label={title} className="grid auto-cols-fr grid-flow-col">
        {words.map(({ id, text }) => (
          <button
            key={id}
            type="button"
            role="radio"
            aria-checked={said === id}
            disabled={waits}
            onClick={() => say(id)}
            className={`min-h-10 border-[1.5px] px-2 font-semibold not-first:border-l-0 first:rounded-l-[3px] last:rounded-r-[3px] max-lg:min-h-14 ${waits ? 'border-rule text-ink-2' : 'border-ink'} ${said === id ? 'bg-ink text-sheet' : ''}`}
          >
            {text}
          </button>
        ))}
      </span>
    </li>
  );
}
