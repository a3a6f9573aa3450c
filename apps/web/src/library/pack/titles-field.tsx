import type { ReactElement } from 'react';
import { PickComponent } from '../../picker/pick-component.tsx';
import { Button } from '../../ui/button.tsx';
import type { Named } from './names-of-pack.ts';

/** Things of the library by their titles: each with a way to take it out, and one to be added by what it is called. */
export function TitlesField({
  label,
  ids,
  known,
  placeholder,
  onChange,
  onTyped,
}: {
  label: string;
  ids: readonly string[];
  known: readonly Named[];
  placeholder: string;
  onChange: (ids: readonly string[]) => void;
  /** What is typed and fits nothing; without it nothing is added that is not known. */
  onTyped?: (words: string) => void;
}): ReactElement {
  const titleOf = (id: string): string => known.find((k) => k.id === id)?.title ?? id;
  const others = known
    .filter((k) => !ids.includes(k.id))
    .map(({ id, title }) => ({ id, title, touches: [id] }));
  return (
    <fieldset aria-label={label}>
      <legend className="text-[0.8rem] text-ink-2">{label}</legend>
      <ul>
        {ids.map((id) => (
          <li key={id} className="flex items-center gap-1 border-b border-rule-2">
            <span className="min-w-0 flex-1">{titleOf(id)}</span>
            <Button
              kind="quiet"
              className="min-h-8"
              aria-label={`No longer ${titleOf(id)}`}
              onClick={() => onChange(ids.filter((i) => i !== id))}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <PickComponent
        small
        label="Add"
        placeholder={placeholder}
        about={undefined}
        nameable={{ components: others, systems: [] }}
        onTake={({ id }) => onChange([...ids, id])}
        {...(onTyped ? { onTyped } : {})}
      />
    </fieldset>
  );
}
