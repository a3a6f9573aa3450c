import { useEffect, useId, useState, type ReactElement } from 'react';
import { readFigure } from '@kanzel/core';
import { plainWords } from './plain-words.ts';

/**
 * A line for a figure that may be empty. What is typed stays as it is typed; what is not a figure is said, and
 * the figure before it stays in force.
 */
export function FigureField({
  label,
  value,
  onChange,
  unit,
  className = '',
}: {
  label: string;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  unit?: string;
  className?: string;
}): ReactElement {
  const id = useId();
  const [text, setText] = useState(value === undefined ? '' : String(value));
  const read = text.trim() === '' ? undefined : readFigure(text.trim());
  // What the document holds is never doubted, only what is typed.
  const bad = read !== undefined && !read.ok && text.trim() !== String(value);
  const mine = read?.ok ? read.value.value : undefined;
  useEffect(() => {
    // Somebody else changed it: undo, a pasted table, another choice.
    if (!bad && mine !== value) setText(value === undefined ? '' : String(value));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [value]);
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-[0.8rem] text-ink-2">
        {label}
        {unit ? ` (${unit})` : ''}
      </label>
      <input
        id={id}
        inputMode="decimal"
        autoComplete="off"
        value={text}
        aria-invalid={bad}
        className={`w-full border-0 border-b-2 bg-transparent px-1 py-1.5 text-base max-lg:min-h-14 ${bad ? 'border-out text-out' : 'border-ink'}`}
        onChange={(event) => {
          setText(event.target.value);
          const next = event.target.value.trim();
          const figure = next === '' ? undefined : readFigure(next);
          if (figure === undefined) onChange(undefined);
          else if (figure.ok) onChange(figure.value.value);
        }}
      />
      {bad ? <p className="text-[0.8rem] text-out">{plainWords(read.error)}</p> : null}
    </div>
  );
}
