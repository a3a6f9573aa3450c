import type { ReactElement } from 'react';
import type { LoadPack } from '@kanzel/core';
import { Button } from '../../../ui/button.tsx';
import { DayField } from '../../../ui/day-field.tsx';
import { FigureField } from '../../../ui/figure-field.tsx';
import { Folded } from '../../../ui/folded.tsx';
import { LineField } from '../../../ui/picker.tsx';

type Put = (pack: LoadPack, name: string) => void;

/** Without one of its members, or with it changed. */
function withMember<K extends 'cells' | 'serial' | 'cold' | 'history'>(
  pack: LoadPack,
  name: K,
  value: LoadPack[K] | undefined,
): LoadPack {
  const { [name]: was, ...rest } = pack;
  return value === undefined && was !== undefined
    ? (rest as LoadPack)
    : { ...pack, ...(value === undefined ? {} : { [name]: value }) };
}

const row = 'grid grid-cols-[1fr_1fr_1fr_1fr_auto] items-end gap-x-4 py-1 max-md:grid-cols-2';

/** A pack as a thing: its cells and serial number, what the cold leaves of it, and how its resistance has gone. */
export function PackCells({ pack, put }: { pack: LoadPack; put: Put }): ReactElement {
  const cold = pack.cold ?? [];
  const history = pack.history ?? [];
  const putCold = (next: LoadPack['cold']): void =>
    put(withMember(pack, 'cold', next && next.length > 0 ? next : undefined), 'cold');
  const putHistory = (next: LoadPack['history']): void =>
    put(withMember(pack, 'history', next && next.length > 0 ? next : undefined), 'history');
  return (
    <Folded title={`${pack.title}: cells, cold, age`}>
      <div className={row}>
        <LineField
          label="Serial number"
          value={pack.serial ?? ''}
          onChange={(serial) =>
            put(withMember(pack, 'serial', serial.trim() === '' ? undefined : serial), 'serial')
          }
        />
        <FigureField
          label="Cells, one behind the other"
          value={pack.cells}
          onChange={(v) =>
            v !== undefined && (!Number.isInteger(v) || v < 1)
              ? undefined
              : put(withMember(pack, 'cells', v), 'cells')
          }
        />
      </div>
      {cold.map((c, i) => {
        const change = (next: typeof c): void => putCold(cold.map((o, k) => (k === i ? next : o)));
        return (
          <div key={i} className={row}>
            <FigureField
              label="At"
              unit="°C"
              value={c.temperature}
              onChange={(v) => (v === undefined ? undefined : change({ ...c, temperature: v }))}
            />
            <FigureField
              label="it gives of its energy"
              unit="%"
              value={Math.round(1000 * c.share) / 10}
              onChange={(v) =>
                v === undefined || v < 0 || v > 100 ? undefined : change({ ...c, share: v / 100 })
              }
            />
            <Button kind="quiet" onClick={() => putCold(cold.filter((o) => o !== c))}>
              Take out
            </Button>
          </div>
        );
      })}
      <Button kind="quiet" onClick={() => putCold([...cold, { temperature: 20, share: 1 }])}>
        What the cold leaves of it
      </Button>
      {history.map((h, i) => {
        const change = (next: typeof h): void => putHistory(history.map((o, k) => (k === i ? next : o)));
        const figure = (
          label: string,
          unit: string | undefined,
          value: number,
          next: (v: number) => typeof h,
        ): ReactElement => (
          <FigureField
            label={label}
            {...(unit === undefined ? {} : { unit })}
            value={value}
            onChange={(v) => (v === undefined ? undefined : change(next(v)))}
          />
        );
        return (
          <div key={i} className={row}>
            <DayField look="line" label="Measured on" value={h.on} onChange={(on) => change({ ...h, on })} />
            {figure('After cycles', undefined, h.cycles, (cycles) => ({ ...h, cycles }))}
            {figure('Whole pack', 'mΩ', h.resistance, (resistance) => ({ ...h, resistance }))}
            {figure('at', '°C', h.temperature, (temperature) => ({ ...h, temperature }))}
            <Button kind="quiet" onClick={() => putHistory(history.filter((o) => o !== h))}>
              Take out
            </Button>
          </div>
        );
      })}
      <Button
        kind="quiet"
        onClick={() =>
          putHistory([
            ...history,
            {
              on: new Date().toISOString().slice(0, 10),
              cycles: history.at(-1)?.cycles ?? 0,
              resistance: 0,
              temperature: 20,
            },
          ])
        }
      >
        Its resistance was measured
      </Button>
    </Folded>
  );
}
