import { useId, type ReactElement } from 'react';

/** One of many, from the list that the device itself shows. */
export function Picker<T extends string>({
  label,
  value,
  options,
  onChange,
  className = '',
}: {
  label: string;
  /** What is chosen; it stands there too where it is none of the options. */
  value: string;
  options: readonly { readonly id: T; readonly text: string }[];
  onChange: (value: T) => void;
  className?: string;
}): ReactElement {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-[0.8rem] text-ink-2">
        {label}
      </label>
      <select
        id={id}
        value={value}
        onChange={(event) => {
          const chosen = options.find((o) => o.id === event.target.value);
          if (chosen) onChange(chosen.id);
        }}
        className="w-full border-0 border-b-2 border-ink bg-sheet px-1 py-1.5 text-base text-ink max-lg:min-h-14"
      >
        {options.some((o) => o.id === value) ? null : <option value={value}>{value || 'Choose'}</option>}
        {options.map((o) => (
          <option key={o.id} value={o.id}>
            {o.text}
          </option>
        ))}
      </select>
    </div>
  );
}

/** A short line of text under its label, for sheets with many of them. */
export function LineField({
  label,
  value,
  onChange,
  className = '',
  lines = 1,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  className?: string;
  lines?: number;
}): ReactElement {
  const id = useId();
  const look =
    'w-full border-0 border-b-2 border-ink bg-transparent px-1 py-1.5 text-base text-ink max-lg:min-h-14';
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-[0.8rem] text-ink-2">
        {label}
      </label>
      {lines === 1 ? (
        <input
          id={id}
          value={value}
          autoComplete="off"
          className={look}
          onChange={(e) => onChange(e.target.value)}
        />
      ) : (
        <textarea
          id={id}
          value={value}
          rows={lines}
          className={look}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </div>
  );
}
