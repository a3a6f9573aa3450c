import { useId, type ReactElement } from 'react';
import { plainWords } from './plain-words.ts';
import { useFigureText } from './figure-text.ts';

/** A line for a figure that may be empty. */
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
  const { text, bad, type } = useFigureText(value, onChange);
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
        aria-invalid={bad !== undefined}
        className={`w-full border-0 border-b-2 bg-transparent px-1 py-1.5 text-base max-lg:min-h-14 ${bad ? 'border-out text-out' : 'border-ink'}`}
        onChange={(event) => type(event.target.value)}
      />
      {bad ? <p className="text-[0.8rem] text-out">{plainWords(bad)}</p> : null}
    </div>
  );
}
