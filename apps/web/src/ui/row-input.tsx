import type { InputHTMLAttributes, ReactElement } from 'react';

/**
 * A line of words in a row of a list, labelled for whoever hears it. Where the row is broken up for a narrow screen its
 * label stands above it, since no heading does; `bare` leaves it out where words stand beside it anyway.
 */
export function RowInput({
  label,
  bare = false,
  className = '',
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & { label: string; bare?: boolean }): ReactElement {
  return (
    <span className="block min-w-0 flex-1">
      {bare ? null : (
        <span aria-hidden="true" className="cap hidden max-lg:block">
          {label}
        </span>
      )}
      <input
        aria-label={label}
        placeholder={label}
        autoComplete="off"
        {...rest}
        className={`min-h-9 w-full min-w-0 border-0 border-b-2 border-rule bg-transparent px-1 text-ink outline-none placeholder:text-[0.78rem] placeholder:text-ink-3 focus:border-hand max-lg:min-h-14 ${className}`}
      />
    </span>
  );
}

/** Headings over the columns of such rows, on a screen wide enough for them. */
export function RowHeads({ grid, heads }: { grid: string; heads: readonly string[] }): ReactElement {
  return (
    <div aria-hidden="true" className={`grid ${grid} cap gap-x-2 border-b border-rule max-lg:hidden`}>
      {heads.map((h, i) => (
        <span key={i} className="px-1">
          {h}
        </span>
      ))}
    </div>
  );
}
