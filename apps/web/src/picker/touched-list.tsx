import type { ReactElement } from 'react';
import type { Names } from '@kanzel/core';

/** The systems that are touched, each to be taken off, and put on again, by whoever knows better. */
export function TouchedList({
  label,
  ticked,
  others = [],
  names,
  onToggle,
}: {
  label: string;
  ticked: readonly string[];
  /** Taken off by hand. */
  others?: readonly string[];
  names: Names;
  onToggle: (system: string) => void;
}): ReactElement | null {
  const all = [...ticked, ...others.filter((s) => !ticked.includes(s))];
  if (all.length === 0) return null;
  return (
    <fieldset className="mt-1">
      <legend className="text-sm font-semibold">{label}</legend>
      <div className="max-h-40 overflow-auto border-b border-rule">
        {all.map((s) => (
          <label
            key={s}
            className="flex min-h-8 items-center gap-3 border-b border-rule-2 px-1 max-lg:min-h-14"
          >
            <input
              type="checkbox"
              className="size-4 accent-hand"
              checked={ticked.includes(s)}
              onChange={() => onToggle(s)}
            />
            {names.thing(s)}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
