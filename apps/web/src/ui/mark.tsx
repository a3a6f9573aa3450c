import { MARK_WORDS, type Mark } from '@kanzel/core';
import type { ReactElement } from 'react';

const COLOURS: Readonly<Record<Mark, string>> = {
  notStarted: 'text-ink-3',
  inHand: 'text-hand',
  within: 'text-within',
  near: 'text-near',
  out: 'text-out',
  again: 'text-again',
  unknown: 'text-ink-2',
  notApplicable: 'text-ink-3',
};

/** Text colour of a mark. */
export function markColour(mark: Mark): string {
  return COLOURS[mark];
}

function shape(mark: Mark): ReactElement {
  const hole = 'var(--sheet)';
  switch (mark) {
    case 'within':
      return (
        <>
          <circle cx="10" cy="10" r="8.5" fill="currentColor" />
          <path d="M5.8 10.3l2.9 2.9 5.4-6" fill="none" stroke={hole} strokeWidth="2" />
        </>
      );
    case 'near':
      return (
        <>
          <circle cx="10" cy="10" r="7.6" fill="none" stroke="currentColor" strokeWidth="1.8" />
          <path d="M10 2.4a7.6 7.6 0 0 1 0 15.2z" fill="currentColor" />
        </>
      );
    case 'out':
      return (
        <>
          <path d="M6.4 1.4h7.2l5 5v7.2l-5 5H6.4l-5-5V6.4z" fill="currentColor" />
          <path d="M6.8 6.8l6.4 6.4M13.2 6.8l-6.4 6.4" stroke={hole} strokeWidth="2.2" />
        </>
      );
    case 'again':
      return (
        <>
          <circle cx="10" cy="10" r="8.5" fill="none" stroke="currentColor" strokeWidth="1.6" />
          <path d="M13.6 8.2A4.2 4.2 0 1 0 14 11.6" fill="none" stroke="currentColor" strokeWidth="1.9" />
          <path d="M14.6 5v4.2h-4.2z" fill="currentColor" />
        </>
      );
    case 'inHand':
      return (
        <>
          <circle cx="10" cy="10" r="7.6" fill="none" stroke="currentColor" strokeWidth="1.8" />
          <circle cx="10" cy="10" r="3.2" fill="currentColor" />
        </>
      );
    case 'unknown':
      return (
        <>
          <circle
            cx="10"
            cy="10"
            r="7.6"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.6"
            strokeDasharray="3.2 2.2"
          />
          <path
            d="M7.6 8.2a2.5 2.5 0 1 1 3.4 2.3c-.8.3-1 .7-1 1.5"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.7"
          />
          <circle cx="10" cy="14.4" r="1.1" fill="currentColor" />
        </>
      );
    case 'notApplicable':
      return <path d="M5 10h10" stroke="currentColor" strokeWidth="3" />;
    case 'notStarted':
      return <circle cx="10" cy="10" r="7.2" fill="none" stroke="currentColor" strokeWidth="1.7" />;
  }
}

/** One of the marks: a drawn shape as well as a colour, the same everywhere. */
export function MarkSign({
  mark,
  size = 16,
  label = true,
}: {
  mark: Mark;
  size?: number;
  label?: boolean;
}): ReactElement {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 20 20"
      className={`${COLOURS[mark]} shrink-0`}
      role={label ? 'img' : 'presentation'}
      aria-label={label ? MARK_WORDS[mark] : undefined}
      aria-hidden={label ? undefined : true}
    >
      {shape(mark)}
    </svg>
  );
}
