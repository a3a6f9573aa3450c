import type { ReactElement } from 'react';
import type { LoadingData, LoadStation } from '@kanzel/core';
import { Button } from '../../../ui/button.tsx';
import { FigureField } from '../../../ui/figure-field.tsx';
import { LineField, Picker } from '../../../ui/picker.tsx';
import { freshStation } from './fresh-loading.ts';
import type { ChangeLoading } from './change-loading.ts';

const KINDS = [
  { id: 'seat', text: 'seat' },
  { id: 'payload', text: 'payload' },
  { id: 'locker', text: 'locker' },
  { id: 'ballast', text: 'ballast' },
] as const;

/** Where things may be put: seats, payload, lockers, ballast; each with its arm, its most, and how well it is known. */
export function StationList({ data, change }: { data: LoadingData; change: ChangeLoading }): ReactElement {
  const { stations, units } = data;
  const put = (item: LoadStation, name: string): void =>
    change({ ...data, stations: stations.map((s) => (s.id === item.id ? item : s)) }, `${item.id} ${name}`);
  return (
    <>
      <h3 className="mt-4 flex items-center font-semibold">
        Places
        <Button
          kind="quiet"
          className="ml-auto"
          onClick={() => change({ ...data, stations: [...stations, freshStation(data)] })}
        >
          Add a place
        </Button>
      </h3>
      {stations.map((s) => {
        const figure = (
          label: string,
          name: 'arm' | 'lateral' | 'maximum' | 'usual',
          unit: string,
        ): ReactElement => (
          <FigureField
            label={label}
            unit={unit}
            value={s[name]}
            onChange={(v) => (v === undefined ? undefined : put({ ...s, [name]: v }, name))}
          />
        );
        const travel = (end: 'from' | 'to', label: string): ReactElement => (
          <FigureField
            label={label}
            unit={units.arm}
            value={s.travel?.[end]}
            onChange={(v) => {
              const { travel: was, ...rest } = s;
              if (v === undefined) put(rest, 'travel');
              else
                put(
                  { ...rest, travel: { from: was?.from ?? s.arm, to: was?.to ?? s.arm, [end]: v } },
                  'travel',
                );
            }}
          />
        );
        return (
          <div key={s.id} className="border-b border-rule py-1">
            <div className="grid grid-cols-[2fr_1fr_1fr_1fr_1fr_1fr_auto] items-end gap-x-4 max-md:grid-cols-2">
              <LineField label="Place" value={s.title} onChange={(title) => put({ ...s, title }, 'title')} />
              <Picker
                label="For"
                value={s.kind}
                options={KINDS}
                onChange={(kind) => put({ ...s, kind }, 'kind')}
              />
              {figure('Arm', 'arm', units.arm)}
              {figure('To the right', 'lateral', units.arm)}
              {figure('At most', 'maximum', units.mass)}
              {figure('Usually', 'usual', units.mass)}
              <Button
                kind="quiet"
                onClick={() => change({ ...data, stations: stations.filter((o) => o !== s) })}
              >
                Take out
              </Button>
            </div>
            <div className="grid grid-cols-[2fr_1fr_1fr_1fr_1fr_1fr_auto] items-end gap-x-4 max-md:grid-cols-2">
              <span />
              {travel('from', 'Can be moved from')}
              {travel('to', 'to')}
              <FigureField
                label="Mass known to ±"
                unit={units.mass}
                value={s.uncertainty.mass}
                onChange={(v) =>
                  v === undefined
                    ? undefined
                    : put({ ...s, uncertainty: { ...s.uncertainty, mass: v } }, 'good')
                }
              />
              <FigureField
                label="Arm known to ±"
                unit={units.arm}
                value={s.uncertainty.arm}
                onChange={(v) =>
                  v === undefined
                    ? undefined
                    : put({ ...s, uncertainty: { ...s.uncertainty, arm: v } }, 'good')
                }
              />
            </div>
          </div>
        );
      })}
    </>
  );
}
