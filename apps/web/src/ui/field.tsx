import {
  useId,
  type InputHTMLAttributes,
  type ReactElement,
  type ReactNode,
  type TextareaHTMLAttributes,
} from 'react';

const LINE =
  'w-full border-0 border-b-2 border-ink bg-transparent px-1 py-2 text-base text-ink outline-none focus:border-hand focus:ring-0 focus-visible:outline-none';

/** A labelled line to write on. */
export function Field({
  label,
  hint,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & { label: string; hint?: string }): ReactElement {
  const id = useId();
  return (
    <div className="mb-4">
      <label htmlFor={id} className="block text-sm font-semibold">
        {label}
      </label>
      <input id={id} {...rest} className={LINE} aria-describedby={hint ? `${id}-hint` : undefined} />
      {hint ? (
        <p id={`${id}-hint`} className="cap mt-1">
          {hint}
        </p>
      ) : null}
    </div>
  );
}

/** A labelled place for more than a line. */
export function TextField({
  label,
  ...rest
}: TextareaHTMLAttributes<HTMLTextAreaElement> & { label: string }): ReactElement {
  const id = useId();
  return (
    <div className="mb-4">
      <label htmlFor={id} className="block text-sm font-semibold">
        {label}
      </label>
      <textarea id={id} rows={2} {...rest} className={LINE} />
    </div>
  );
}

/** One of several, drawn as a row of words; the arrow keys move along it. */
export function Choices<T extends string>({
  label,
  unseen = 'Answer',
  value,
  options,
  onChange,
  tight = false,
}: {
  /** Many words in a narrow place. */
  tight?: boolean;
  /** Seen above them; left out where what stands beside them says it, and then read out as `unseen` says. */
  label?: string;
  unseen?: string;
  value: T | undefined;
  options: readonly { readonly id: T; readonly text: ReactNode }[];
  onChange: (value: T) => void;
}): ReactElement {
  const name = useId();
  return (
    <fieldset className="mb-4">
      <legend className={label ? 'text-sm font-semibold' : 'sr-only'}>{label ?? unseen}</legend>
      <div className="mt-1 inline-flex max-w-full flex-wrap border border-ink">
        {options.map((o) => (
          <label
            key={o.id}
            className={`flex ${tight ? 'min-h-9 px-2.5' : 'min-h-11 px-4'} max-lg:min-h-14 cursor-pointer items-center border-r border-ink py-1 font-semibold last:border-r-0 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-hand ${value === o.id ? 'bg-ink text-sheet' : ''}`}
          >
            <input
              type="radio"
              name={name}
              className="sr-only"
              checked={value === o.id}
              onChange={() => onChange(o.id)}
            />
            {o.text}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** A sentence about something that went wrong; read out at once. */
export function Problem({ children }: { children: ReactNode }): ReactElement | null {
  return children ? (
    <p role="alert" className="my-2 border-l-4 border-out bg-out-bg px-3 py-2 font-medium text-out">
      {children}
    </p>
  ) : null;
}
