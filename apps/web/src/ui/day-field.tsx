import { lazy, Suspense, useId, useState, type ReactElement } from 'react';
import { Popover } from 'radix-ui';
import { readDay } from './read-day.ts';
import { dayInWords } from './when.ts';

const Calendar = lazy(() => import('./calendar.tsx'));

const shown = (value: string): string => (readDay(value) === undefined ? value : dayInWords(value));

type Look = 'field' | 'line' | 'bare';
const LOOKS: Readonly<Record<Look, { readonly frame: string; readonly label: string }>> = {
  field: { frame: 'mb-4', label: 'block text-sm font-semibold' },
  line: { frame: 'min-w-0', label: 'block text-[0.8rem] text-ink-2' },
  bare: { frame: 'min-w-0', label: 'sr-only' },
};

/**
 * A day, written as people write it or picked; `value` is its ISO form, or '' for none. What is written and is no day is
 * handed on as it stands, so that whoever takes it can refuse it: it must not pass for none.
 */
export function DayField({
  label,
  value,
  look = 'field',
  onChange,
}: {
  label: string;
  value: string;
  /** As a field of a slip, as a line of a sheet, or in a row that says what it is. */
  look?: Look;
  onChange: (value: string) => void;
}): ReactElement {
  const id = useId();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState<string>();
  const wrong = value !== '' && readDay(value) === undefined;
  return (
    <div className={LOOKS[look].frame}>
      <label htmlFor={id} className={LOOKS[look].label}>
        {label}
      </label>
      <div className="flex items-center border-b-2 border-ink focus-within:border-hand">
        <input
          id={id}
          value={text ?? shown(value)}
          placeholder="26 Nov 2026"
          aria-invalid={wrong}
          aria-describedby={wrong ? `${id}-wrong` : undefined}
          className="w-full min-w-0 border-0 bg-transparent px-1 py-1.5 text-base text-ink outline-none focus:ring-0 focus-visible:outline-none"
          onChange={(e) => {
            setText(e.target.value);
            onChange(readDay(e.target.value) ?? e.target.value.trim());
          }}
          onBlur={() => setText(undefined)}
        />
        <Popover.Root open={open} onOpenChange={setOpen}>
          <Popover.Trigger asChild>
            <button
              type="button"
              aria-label={`Pick a day: ${label}`}
              className="shrink-0 px-2 text-[0.82rem] max-lg:min-h-14 underline decoration-rule underline-offset-4"
            >
              pick
            </button>
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="end"
              className="z-50 border-t-4 border-hand bg-sheet p-3 text-ink shadow-lg"
            >
              <Suspense fallback={<p className="text-ink-2">Opening…</p>}>
                <Calendar
                  value={readDay(value)}
                  onPick={(day) => {
                    onChange(day);
                    setText(undefined);
                    setOpen(false);
                  }}
                />
              </Suspense>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </div>
      {wrong && text === undefined ? (
        <p id={`${id}-wrong`} className="mt-1 text-[0.86rem] font-semibold text-out">
          Write a day as 26 Nov 2026.
        </p>
      ) : null}
    </div>
  );
}
