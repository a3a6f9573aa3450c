import type { ReactElement } from 'react';
import type { LoadingData, PowerData } from '@kanzel/core';
import { Button } from '../../../ui/button.tsx';
import { FigureField } from '../../../ui/figure-field.tsx';
import { LineField } from '../../../ui/picker.tsx';
import type { ChangeLoading } from './change-loading.ts';

/** Figures that have to be there, with what stands there before anybody has measured them. */
const FIGURES = [
  ['mass', 'All-up mass at which it holds', 'kg'],
  ['speed', 'Speed through the air', 'm/s'],
  ['transition', 'One transition', 'Wh'],
  ['hoverSeconds', 'Hover at take-off, as at landing', 's'],
  ['fullCurrent', 'Full throttle', 'A'],
  ['cellLow', 'Acts by itself at a cell of', 'V'],
] as const;

/** What an aircraft that packs drive takes in flight, and where that is from. */
export function PowerPart({ data, change }: { data: LoadingData; change: ChangeLoading }): ReactElement {
  const { power } = data;
  const put = (next: PowerData, name: string): void => change({ ...data, power: next }, `power ${name}`);
  if (!power)
    return (
      <Button
        kind="quiet"
        onClick={() =>
          put(
            {
              // Nothing that somebody would have to have measured: it is not taken before it is entered.
              mass: 0,
              speed: 0,
              transition: 0,
              hoverSeconds: 0,
              band: 0,
              fullCurrent: 0,
              cellLow: 0,
              source: 'not entered yet',
            },
            'new',
          )
        }
      >
        Enter what it takes in flight
      </Button>
    );
  const watts = (name: 'hover' | 'cruise', label: string): ReactElement => (
    <FigureField
      label={label}
      unit="W"
      value={power[name]}
      onChange={(v) => {
        const { [name]: was, ...rest } = power;
        if (v !== undefined) put({ ...power, [name]: v }, name);
        else if (was !== undefined) put(rest, name);
      }}
    />
  );
  return (
    <>
      <h3 className="mt-4 flex items-center font-semibold">
        Power in flight
        <Button
          kind="quiet"
          className="ml-auto"
          onClick={() => {
            const { power: was, ...rest } = data;
            if (was) change(rest, 'power');
          }}
        >
          Take out
        </Button>
      </h3>
      <div className="grid grid-cols-4 items-end gap-x-4 gap-y-2 max-md:grid-cols-2">
        {watts('hover', 'Hover')}
        {watts('cruise', 'Cruise, where it does not hover along')}
        {FIGURES.map(([name, label, unit]) => (
          <FigureField
            key={name}
            label={label}
            unit={unit}
            value={power[name]}
            onChange={(v) => (v === undefined ? undefined : put({ ...power, [name]: v }, name))}
          />
        ))}
        <FigureField
          label="May be more by"
          unit="%"
          value={Math.round(1000 * power.band) / 10}
          onChange={(v) => (v === undefined ? undefined : put({ ...power, band: v / 100 }, 'band'))}
        />
        <LineField
          className="col-span-2"
          label="Known from"
          value={power.source}
          onChange={(source) => put({ ...power, source }, 'source')}
        />
      </div>
    </>
  );
}
