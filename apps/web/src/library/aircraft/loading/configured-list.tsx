import type { ReactElement } from 'react';
import type { ConfiguredItem, LoadingData } from '@kanzel/core';
import { Button } from '../../../ui/button.tsx';
import { FigureField } from '../../../ui/figure-field.tsx';
import { LineField, Picker } from '../../../ui/picker.tsx';
import { freeId, type AircraftDocument } from '../aircraft-document.ts';
import type { ChangeLoading } from './change-loading.ts';
import { whenId, whenOf, whenOptions } from './when-choice.ts';

/** What a choice of configuration puts aboard: a line of every sheet of an aircraft that is set up so. */
export function ConfiguredList({
  about,
  data,
  change,
}: {
  about: AircraftDocument;
  data: LoadingData;
  change: ChangeLoading;
}): ReactElement {
  const { units, configured = [] } = data;
  const options = whenOptions(about);
  const [first] = options;
  const put = (item: ConfiguredItem, name: string): void =>
    change(
      { ...data, configured: configured.map((c) => (c.id === item.id ? item : c)) },
      `${item.id} ${name}`,
    );
  const figure = (item: ConfiguredItem, name: 'mass' | 'arm' | 'lateral', label: string): ReactElement => (
    <FigureField
      label={label}
      unit={name === 'mass' ? units.mass : units.arm}
      value={item[name]}
      onChange={(n) => (n === undefined ? undefined : put({ ...item, [name]: n }, name))}
    />
  );
  return (
    <>
      <h3 className="mt-4 flex items-center font-semibold">
        With a choice of configuration
        {first ? (
          <Button
            kind="quiet"
            className="ml-auto"
            onClick={() =>
              change({
                ...data,
                configured: [
                  ...configured,
                  {
                    id: freeId(configured, 'thing'),
                    title: 'Thing',
                    mass: 0,
                    arm: data.extent.from,
                    lateral: 0,
                    uncertainty: { mass: 0, arm: 0 },
                    when: whenOf(first.id),
                  },
                ],
              })
            }
          >
            Add a thing
          </Button>
        ) : null}
      </h3>
      {first ? null : <p className="py-1 text-ink-2">No option is described: there is nothing to choose.</p>}
      {configured.map((c) => (
        <div
          key={c.id}
          className="grid grid-cols-[2fr_2fr_1fr_1fr_1fr_auto] items-end gap-x-4 border-b border-rule-2 py-1 max-md:grid-cols-2"
        >
          <LineField label="Thing" value={c.title} onChange={(title) => put({ ...c, title }, 'title')} />
          <Picker
            label="Aboard"
            value={whenId(c.when)}
            options={options}
            onChange={(id) => put({ ...c, when: whenOf(id) }, 'when')}
          />
          {figure(c, 'mass', 'Mass')}
          {figure(c, 'arm', 'Arm')}
          {figure(c, 'lateral', 'To the right')}
          <Button
            kind="quiet"
            onClick={() => change({ ...data, configured: configured.filter((o) => o !== c) })}
          >
            Take out
          </Button>
        </div>
      ))}
    </>
  );
}
