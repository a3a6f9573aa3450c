import type { InputHTMLAttributes, ReactElement } from 'react';

/** A line of words in a row of a list, labelled for whoever hears it. */
export function RowInput({
  label,
  className = '',
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & { label: string }): ReactElement {
  return (
    <input
      aria-label={label}
      placeholder={label}
      autoComplete="off"
      {...rest}
      className={`min-h-9 max-lg:min-h-14 w-full min-w-0 border-0 border-b-2 border-rule bg-transparent px-1 text-ink outline-none placeholder:text-[0.78rem] placeholder:text-ink-3 focus:border-hand ${className}`}
    />
  );
}
