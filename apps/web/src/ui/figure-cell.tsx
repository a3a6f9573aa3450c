import type { ReactElement } from 'react';
import { useLineMode } from './line-mode.ts';

/** A figure to be typed in a row of a table: underlined where a hand may write, grey until somebody has. */
export function FigureCell({
  label,
  text,
  before,
  onChange,
  wrong = false,
  wide = false,
  caption,
}: {
  /** For whoever hears it rather than sees it. */
  label: string;
  text: string | undefined;
  /** What counts as long as nothing is typed. */
  before: string;
  onChange: (text: string) => void;
  wrong?: boolean;
  wide?: boolean;
  /** Head of its column, written beside it where a phone has no room for columns. */
  caption?: string;
}): ReactElement {
  const line = useLineMode();
  const input = (
    <input
      data-figure={label}
      aria-label={label}
      aria-invalid={wrong}
      inputMode="decimal"
      autoComplete="off"
      value={text ?? ''}
      placeholder={before}
      onChange={(e) => onChange(e.target.value)}
      className={`${wide ? 'w-28' : 'w-[5.2rem]'} border-0 border-b-2 bg-transparent px-1 text-right font-semibold text-ink outline-none placeholder:font-normal placeholder:text-ink-2 focus:border-b-[3px] ${line ? 'min-h-14 text-lg' : 'h-7'} ${wrong ? 'border-out text-out' : 'border-hand'}`}
    />
  );
  if (!caption) return input;
  return (
    <span className="flex flex-col items-end">
      <span aria-hidden="true" className="cap pr-1 sm:hidden">
        {caption}
      </span>
      {input}
    </span>
  );
}
