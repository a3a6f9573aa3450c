import type { ReactElement } from 'react';
import {
  PLACES,
  PROPULSOR_KINDS,
  SURFACE_KINDS,
  type Propulsor,
  type Store,
  type Surface,
} from '@kanzel/core';
import { Button } from '../../ui/button.tsx';
import { FigureField } from '../../ui/figure-field.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';
import type { Part } from './aircraft-document.ts';

const words = <T extends string>(list: readonly T[]): { id: T; text: string }[] =>
  list.map((id) => ({ id, text: id.replace(/-/g, ' ') }));

/** What is pointed at on the plan, with its members. */
export function PartPanel({
  found,
  change,
  onTakeOut,
}: {
  found: Part;
  change: (part: Surface | Propulsor | Store, about: string) => void;
  onTakeOut: () => void;
}): ReactElement {
  const { part } = found;
  const figure = (label: string, name: string, value: number | undefined, unit?: string): ReactElement => (
    <FigureField
      key={`${part.id} ${name}`}
      label={label}
      value={value}
      {...(unit === undefined ? {} : { unit })}
      onChange={(v) => (v === undefined ? undefined : change({ ...part, [name]: v }, name))}
    />
  );
  return (
    <section aria-label={`Part: ${part.title}`} className="border-y-2 border-ink py-2">
      <div className="grid grid-cols-3 gap-x-4 gap-y-2 max-md:grid-cols-2">
        <LineField
          label="Name"
          value={part.title}
          onChange={(title) => change({ ...part, title }, 'title')}
        />
        {found.list === 'surfaces' ? (
          <>
            <Picker
              label="Kind"
              value={found.part.kind}
              options={words(SURFACE_KINDS)}
              onChange={(kind) => change({ ...found.part, kind }, 'kind')}
            />
            <Picker
              label="Side"
              value={found.part.side}
              options={words(['left', 'right', 'centre'] as const)}
              onChange={(side) => change({ ...found.part, side }, 'side')}
            />
          </>
        ) : null}
        {found.list === 'propulsors' ? (
          <>
            <Picker
              label="Kind"
              value={found.part.kind}
              options={words(PROPULSOR_KINDS)}
              onChange={(kind) => change({ ...found.part, kind }, 'kind')}
            />
            <Picker
              label="Place"
              value={found.part.place}
              options={words(PLACES)}
              onChange={(place) => change({ ...found.part, place }, 'place')}
            />
            {figure('Cylinders', 'cylinders', found.part.cylinders)}
            {figure('Disc or duct', 'diameter', found.part.diameter, 'm')}
            <Picker
              label="It"
              value={found.part.driven ? 'driven' : found.part.tilts ? 'tilts' : 'fixed'}
              options={[
                { id: 'fixed', text: 'stays as it is' },
                { id: 'tilts', text: 'tilts' },
                { id: 'driven', text: 'is driven by another' },
              ]}
              onChange={(how) => {
                const { tilts: _tilts, driven: _driven, ...rest } = found.part;
                change({ ...rest, ...(how === 'fixed' ? {} : { [how]: true }) }, 'how');
              }}
            />
          </>
        ) : null}
        {found.list === 'stores' ? (
          <>
            <Picker
              label="Kind"
              value={found.part.kind}
              options={[
                { id: 'tank', text: 'tank' },
                { id: 'pack', text: 'battery pack' },
              ]}
              onChange={(kind) => change({ ...found.part, kind: kind === 'pack' ? 'pack' : 'tank' }, 'kind')}
            />
            <Picker
              label="Place"
              value={found.part.place}
              options={words(PLACES)}
              onChange={(place) => change({ ...found.part, place }, 'place')}
            />
            {figure('Holds', 'capacity', found.part.capacity, found.part.kind === 'tank' ? 'L' : 'Ah')}
            {found.part.kind === 'pack' ? figure('Cells in series', 'cells', found.part.cells) : null}
          </>
        ) : null}
      </div>
      <div className="mt-2">
        <Button kind="quiet" onClick={onTakeOut}>
          Take out {part.title}
        </Button>
      </div>
    </section>
  );
}
