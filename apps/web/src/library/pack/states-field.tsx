import type { ReactElement } from 'react';
import type { StateDefinition } from '@kanzel/core';
import { Picker } from '../../ui/picker.tsx';

/** States of the aircraft or its engines with one value each, and a way to name one more. */
export function StatesField({
  label,
  states,
  chosen,
  onChange,
}: {
  label: string;
  states: readonly StateDefinition[];
  chosen: Readonly<Record<string, string>>;
  onChange: (next: Readonly<Record<string, string>>) => void;
}): ReactElement {
  const others = states.filter((s) => !Object.hasOwn(chosen, s.name));
  const without = (name: string): Readonly<Record<string, string>> =>
    Object.fromEntries(Object.entries(chosen).filter(([n]) => n !== name));
  return (
    <fieldset aria-label={label}>
      <legend className="text-[0.8rem] text-ink-2">{label}</legend>
      {Object.entries(chosen).map(([name, value]) => {
        const state = states.find((s) => s.name === name);
        return (
          <Picker
            key={name}
            label={state?.title ?? `${name} (no state of the pack)`}
            value={value}
            options={[
              ...(state?.values ?? [value]).map((v) => ({ id: v, text: v })),
              { id: '', text: 'not asked' },
            ]}
            onChange={(v) => onChange(v === '' ? without(name) : { ...chosen, [name]: v })}
          />
        );
      })}
      {others.length === 0 ? null : (
        <Picker
          label={Object.keys(chosen).length === 0 ? '' : 'And'}
          value=""
          options={[
            { id: '', text: Object.keys(chosen).length === 0 ? 'nothing' : 'nothing else' },
            ...others.flatMap((s) =>
              s.values.map((v) => ({ id: `${s.name} ${v}`, text: `${s.title}: ${v}` })),
            ),
          ]}
          onChange={(id) => {
            const [name, value] = id.split(' ');
            if (name && value) onChange({ ...chosen, [name]: value });
          }}
        />
      )}
    </fieldset>
  );
}
