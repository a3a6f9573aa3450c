import type { ReactElement } from 'react';
import type { LoadingData, LoadPack, PackBay } from '@kanzel/core';
import { Button } from '../../../ui/button.tsx';
import { FigureField } from '../../../ui/figure-field.tsx';
import { LineField, Picker } from '../../../ui/picker.tsx';
import { PackCells } from './pack-cells.tsx';
import { freshBay, freshPack } from './fresh-loading.ts';
import type { ChangeLoading } from './change-loading.ts';

/** Battery packs that may be carried, and the bays that take them. */
export function PackList({ data, change }: { data: LoadingData; change: ChangeLoading }): ReactElement {
  const { packs, bays, units } = data;
  const pack = (item: LoadPack, name: string): void =>
    change({ ...data, packs: packs.map((p) => (p.id === item.id ? item : p)) }, `${item.id} ${name}`);
  const bay = (item: PackBay, name: string): void =>
    change({ ...data, bays: bays.map((b) => (b.id === item.id ? item : b)) }, `${item.id} ${name}`);
  return (
    <>
      <h3 className="mt-4 flex items-center font-semibold">
        Packs
        <Button
          kind="quiet"
          className="ml-auto"
          onClick={() => change({ ...data, packs: [...packs, freshPack(data)] })}
        >
          Add a pack
        </Button>
        {packs.length > 0 ? (
          <Button kind="quiet" onClick={() => change({ ...data, bays: [...bays, freshBay(data)] })}>
            Add a bay
          </Button>
        ) : null}
      </h3>
      {packs.map((p) => (
        <div key={p.id} className="border-b border-rule-2">
          <div className="grid grid-cols-[2fr_1fr_1fr_1fr_auto] items-end gap-x-4 py-1 max-md:grid-cols-2">
            <LineField label="Pack" value={p.title} onChange={(title) => pack({ ...p, title }, 'title')} />
            <FigureField
              label="Mass"
              unit={units.mass}
              value={p.mass}
              onChange={(v) => (v === undefined ? undefined : pack({ ...p, mass: v }, 'mass'))}
            />
            <FigureField
              label="Usable energy"
              unit="Wh"
              value={p.energy}
              onChange={(v) => (v === undefined ? undefined : pack({ ...p, energy: v }, 'energy'))}
            />
            <FigureField
              label="Mass known to ±"
              unit={units.mass}
              value={p.uncertainty.mass}
              onChange={(v) =>
                v === undefined
                  ? undefined
                  : pack({ ...p, uncertainty: { ...p.uncertainty, mass: v } }, 'good')
              }
            />
            <Button kind="quiet" onClick={() => change({ ...data, packs: packs.filter((o) => o !== p) })}>
              Take out
            </Button>
          </div>
          <PackCells pack={p} put={pack} />
        </div>
      ))}
      {bays.map((b) => (
        <div
          key={b.id}
          className="grid grid-cols-[2fr_1fr_1fr_1fr_1fr_auto] items-end gap-x-4 border-b border-rule-2 py-1 max-md:grid-cols-2"
        >
          <LineField label="Bay" value={b.title} onChange={(title) => bay({ ...b, title }, 'title')} />
          <FigureField
            label="Arm"
            unit={units.arm}
            value={b.arm}
            onChange={(v) => (v === undefined ? undefined : bay({ ...b, arm: v }, 'arm'))}
          />
          {(['from', 'to'] as const).map((end) => (
            <FigureField
              key={end}
              label={end === 'from' ? 'Slides from' : 'to'}
              unit={units.arm}
              value={b.travel?.[end]}
              onChange={(v) => {
                const { travel: was, ...rest } = b;
                if (v === undefined) bay(rest, 'travel');
                else
                  bay(
                    { ...rest, travel: { from: was?.from ?? b.arm, to: was?.to ?? b.arm, [end]: v } },
                    'travel',
                  );
              }}
            />
          ))}
          <Picker
            label="Usually"
            value={b.usual}
            options={packs.map((p) => ({ id: p.id, text: p.title }))}
            onChange={(usual) => bay({ ...b, usual, packs: [...new Set([...b.packs, usual])] }, 'usual')}
          />
          <Button kind="quiet" onClick={() => change({ ...data, bays: bays.filter((o) => o !== b) })}>
            Take out
          </Button>
        </div>
      ))}
    </>
  );
}
