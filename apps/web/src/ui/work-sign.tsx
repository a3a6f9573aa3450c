import type { ReactElement } from 'react';
import { kindOfWork, WORK_KIND_TITLES } from '@kanzel/core';
import { shadeOf, useWorkColour, WORK_COLOURS } from './work-colours.ts';

/** What kind of work something is: a bar in the colour of this device, and always the word. */
export function WorkSign({ touches }: { touches: readonly string[] }): ReactElement {
  const kind = kindOfWork(touches);
  const [colour] = useWorkColour(kind);
  return (
    <span className="inline-flex items-center gap-1.5">
      <span
        aria-hidden
        className="inline-block h-3 w-5 rounded-[2px]"
        style={{ backgroundColor: shadeOf(colour) }}
      />
      {WORK_KIND_TITLES[kind]}
    </span>
  );
}

/** The colour of a kind of work, chosen for this device. */
export function WorkColourChoice({ touches }: { touches: readonly string[] }): ReactElement {
  const kind = kindOfWork(touches);
  const [colour, choose] = useWorkColour(kind);
  return (
    <div
      role="radiogroup"
      aria-label={`Colour of “${WORK_KIND_TITLES[kind]}” on this device`}
      className="flex flex-wrap gap-1"
    >
      {WORK_COLOURS.map((c) => (
        <label
          key={c}
          title={c}
          className="grid h-9 w-9 place-items-center rounded-[3px] has-checked:outline-2 has-checked:outline-ink has-focus-visible:outline-3 max-lg:h-14 max-lg:w-14"
        >
          <input
            type="radio"
            className="sr-only"
            name="work-colour"
            aria-label={c}
            checked={c === colour}
            onChange={() => choose(c)}
          />
          <span className="h-5 w-5 rounded-[2px]" style={{ backgroundColor: shadeOf(c) }} />
        </label>
      ))}
    </div>
  );
}
