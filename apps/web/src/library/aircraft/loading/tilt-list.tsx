import type { ReactElement } from 'react';
import type { LoadingData, TiltPosition } from '@kanzel/core';
import { Button } from '../../../ui/button.tsx';
import { FigureField } from '../../../ui/figure-field.tsx';
import { LineField } from '../../../ui/picker.tsx';
import { freeId } from '../aircraft-document.ts';
import type { ChangeLoading } from './change-loading.ts';

/** Positions of parts that tilt: what moves, and how far from where the weighing found it. */
export function TiltList({ data, change }: { data: LoadingData; change: ChangeLoading }): ReactElement {
  const { tilts, units } = data;
  const put = (item: TiltPosition, name: string): void =>
    change({ ...data, tilts: tilts.map((t) => (t.id === item.id ? item : t)) }, `${item.id} ${name}`);
  return (
    <>
      <h3 className="mt-4 flex items-center font-semibold">
        Tilt positions
        <Button
          kind="quiet"
          className="ml-auto"
          onClick={() =>
            change({
              ...data,
              tilts: [...tilts, { id: freeId(tilts, 'tilt'), title: 'Motors up', mass: 0, shift: 0 }],
            })
          }
        >
          Add a position
        </Button>
      </h3>
      {tilts.map((t) => (
        <div
          key={t.id}
          className="grid grid-cols-[2fr_1fr_1fr_auto] items-end gap-x-4 border-b border-rule-2 py-1 max-md:grid-cols-2"
        >
          <LineField label="Position" value={t.title} onChange={(title) => put({ ...t, title }, 'title')} />
          <FigureField
            label="Mass of the tilting part"
            unit={units.mass}
            value={t.mass}
            onChange={(mass) => (mass === undefined ? undefined : put({ ...t, mass }, 'mass'))}
          />
          <FigureField
            label="Its centre moves aft by"
            unit={units.arm}
            value={t.shift}
            onChange={(shift) => (shift === undefined ? undefined : put({ ...t, shift }, 'shift'))}
          />
          <Button
            kind="quiet"
            onClick={() =>
              change({
                ...data,
                tilts: tilts.filter((o) => o !== t),
                // An envelope of a position that is gone holds in all of them until somebody says otherwise.
                envelopes: data.envelopes.map((e) => {
                  const { tilt, ...rest } = e;
                  return tilt === t.id ? rest : e;
                }),
              })
            }
          >
            Take out
          </Button>
        </div>
      ))}
    </>
  );
}
