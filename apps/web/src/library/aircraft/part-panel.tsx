import type { ReactElement } from 'react';
import {
  PLACES,
  PROPULSOR_KINDS,
  TURNS,
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

type Change = (part: Surface | Propulsor | Store, about: string) => void;

/** A figure of a part that was typed; one that cannot be read changes nothing. */
const setter =
  <P extends Part['part']>(part: P, change: Change) =>
  (name: string) =>
  (value: number | undefined): void =>
    value === undefined ? undefined : change({ ...part, [name]: value }, name);

function OfSurface({ part, change }: { part: Surface; change: Change }): ReactElement {
  return (
    <>
      <Picker
        label="Kind"
        value={part.kind}
        options={words(SURFACE_KINDS)}
        onChange={(kind) => change({ ...part, kind }, 'kind')}
      />
      <Picker
        label="Side"
        value={part.side}
        options={words(['left', 'right', 'centre'] as const)}
        onChange={(side) => change({ ...part, side }, 'side')}
      />
    </>
  );
}

function OfPropulsor({ part, change }: { part: Propulsor; change: Change }): ReactElement {
  const set = setter(part, change);
  return (
    <>
      <Picker
        label="Kind"
        value={part.kind}
        options={words(PROPULSOR_KINDS)}
        onChange={(kind) => change({ ...part, kind }, 'kind')}
      />
      <Picker
        label="Place"
        value={part.place}
        options={words(PLACES)}
        onChange={(place) => change({ ...part, place }, 'place')}
      />
      <FigureField label="Cylinders" value={part.cylinders} onChange={set('cylinders')} />
      <FigureField label="Disc or duct" value={part.diameter} unit="m" onChange={set('diameter')} />
      {part.kind === 'lift-motor' ? (
        <Picker
          label="Turns, seen from above"
          value={part.turns ?? ''}
          options={[{ id: '', text: 'not known' }, ...words(TURNS)]}
          onChange={(turns) => {
            const { turns: _turns, ...rest } = part;
            change(turns === '' ? rest : { ...rest, turns }, 'turns');
          }}
        />
      ) : null}
      <Picker
        label="It"
        value={part.driven ? 'driven' : part.tilts ? 'tilts' : 'fixed'}
        options={[
          { id: 'fixed', text: 'stays as it is' },
          { id: 'tilts', text: 'tilts' },
          { id: 'driven', text: 'is driven by another' },
        ]}
        onChange={(how) => {
          const { tilts: _tilts, driven: _driven, ...rest } = part;
          change({ ...rest, ...(how === 'fixed' ? {} : { [how]: true }) }, 'how');
        }}
      />
    </>
  );
}

function OfStore({ part, change }: { part: Store; change: Change }): ReactElement {
  const set = setter(part, change);
  return (
    <>
      <Picker
        label="Kind"
        value={part.kind}
        options={[
          { id: 'tank', text: 'tank' },
          { id: 'pack', text: 'battery pack' },
        ]}
        onChange={(kind) => change({ ...part, kind: kind === 'pack' ? 'pack' : 'tank' }, 'kind')}
      />
      <Picker
        label="Place"
        value={part.place}
        options={words(PLACES)}
        onChange={(place) => change({ ...part, place }, 'place')}
      />
      <FigureField
        label="Holds"
        value={part.capacity}
        unit={part.kind === 'tank' ? 'L' : 'Ah'}
        onChange={set('capacity')}
      />
      {part.kind === 'pack' ? (
        <FigureField label="Cells in series" value={part.cells} onChange={set('cells')} />
      ) : null}
    </>
  );
}

/** What is pointed at on the plan, with its members. */
export function PartPanel({
  found,
  change,
  onTakeOut,
}: {
  found: Part;
  change: Change;
  onTakeOut: () => void;
}): ReactElement {
  const { part } = found;
  return (
    <section aria-label={`Part: ${part.title}`} className="border-y-2 border-ink py-2">
      <div className="grid grid-cols-3 gap-x-4 gap-y-2 max-md:grid-cols-2">
        <LineField
          label="Name"
          value={part.title}
          onChange={(title) => change({ ...part, title }, 'title')}
        />
        {found.list === 'surfaces' ? <OfSurface part={found.part} change={change} /> : null}
        {found.list === 'propulsors' ? <OfPropulsor part={found.part} change={change} /> : null}
        {found.list === 'stores' ? <OfStore part={found.part} change={change} /> : null}
      </div>
      <div className="mt-2">
        <Button kind="quiet" onClick={onTakeOut}>
          Take out {part.title}
        </Button>
      </div>
    </section>
  );
}
