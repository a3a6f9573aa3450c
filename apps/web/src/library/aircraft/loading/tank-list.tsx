import { useState, type ReactElement } from 'react';
import { readFigure, type LoadingData, type LoadTank } from '@kanzel/core';
import { Button } from '../../../ui/button.tsx';
import { FigureField } from '../../../ui/figure-field.tsx';
import { LineField } from '../../../ui/picker.tsx';
import { freshTank } from './fresh-loading.ts';
import type { ChangeLoading } from './change-loading.ts';

/** The table of a tank as a line: "30 at 1350; 60 at 1400". */
const armsText = (tank: LoadTank): string =>
  tank.arms.map((r) => `${r.volume} at ${r.arm}${r.lateral === 0 ? '' : ` right ${r.lateral}`}`).join('; ');

/** Reads that line again; undefined while it is not whole. */
function readArms(text: string): LoadTank['arms'] | undefined {
  const rows = text
    .split(';')
    .map((part) => /^\s*(\S+)\s+at\s+(\S+)(?:\s+right\s+(\S+))?\s*$/.exec(part))
    .map((m) => {
      const [volume, arm, lateral] = [m?.[1], m?.[2], m?.[3] ?? '0'].map((t) => readFigure(t ?? ''));
      return volume?.ok && arm?.ok && lateral?.ok
        ? { volume: volume.value.value, arm: arm.value.value, lateral: lateral.value.value }
        : undefined;
    });
  return rows.every((r) => r !== undefined) ? rows : undefined;
}

/** The table of a tank as it is typed: what cannot be read yet stays as it stands, and says so. */
function ArmsLine({
  tank,
  unit,
  onChange,
}: {
  tank: LoadTank;
  unit: string;
  onChange: (arms: LoadTank['arms']) => void;
}): ReactElement {
  const [text, setText] = useState<string>();
  const unread = text !== undefined && readArms(text) === undefined;
  return (
    <div className="col-span-full">
      <LineField
        label={`Where its fuel lies, by usable ${unit}: volume at arm, rising; “30 at 1350; 60 at 1400 right 200”`}
        value={text ?? armsText(tank)}
        onChange={(next) => {
          setText(next);
          const arms = readArms(next);
          if (arms) onChange(arms);
        }}
      />
      {unread ? (
        <p className="text-[0.8rem] text-out">
          That is not volumes at arms yet; what stood there before is in force.
        </p>
      ) : null}
    </div>
  );
}

/** Tanks, where their fuel lies, and the order in which they are used. */
export function TankList({ data, change }: { data: LoadingData; change: ChangeLoading }): ReactElement {
  const { tanks, units, burn } = data;
  const put = (item: LoadTank, name: string): void =>
    change({ ...data, tanks: tanks.map((t) => (t.id === item.id ? item : t)) }, `${item.id} ${name}`);
  const groupOf = (id: string): number => burn.findIndex((g) => g.includes(id)) + 1;
  const move = (id: string, to: number): void => {
    const groups = Array.from({ length: Math.max(burn.length, to) }, (_, i) =>
      (burn[i] ?? []).filter((o) => o !== id),
    );
    if (to > 0) groups[to - 1] = [...(groups[to - 1] ?? []), id];
    change({ ...data, burn: groups.filter((g) => g.length > 0) }, `burn ${id}`);
  };
  return (
    <>
      <h3 className="mt-4 flex items-center font-semibold">
        Tanks
        <Button
          kind="quiet"
          className="ml-auto"
          onClick={() => {
            const tank = freshTank(data);
            change({ ...data, tanks: [...tanks, tank], burn: [...burn, [tank.id]] });
          }}
        >
          Add a tank
        </Button>
      </h3>
      {tanks.map((t) => {
        const figure = (
          label: string,
          name: 'usable' | 'unusable' | 'density' | 'densityBand' | 'gauge',
          unit: string,
        ): ReactElement => (
          <FigureField
            label={label}
            unit={unit}
            value={t[name]}
            onChange={(v) => (v === undefined ? undefined : put({ ...t, [name]: v }, name))}
          />
        );
        return (
          <div
            key={t.id}
            className="grid grid-cols-[2fr_1fr_1fr_1fr_1fr_1fr_1fr_auto] items-end gap-x-4 border-b border-rule py-1 max-md:grid-cols-2"
          >
            <LineField label="Tank" value={t.title} onChange={(title) => put({ ...t, title }, 'title')} />
            {figure('Usable', 'usable', units.volume)}
            {figure('Not usable', 'unusable', units.volume)}
            {figure('Density', 'density', 'kg/L')}
            {figure('Known to ±', 'densityBand', 'kg/L')}
            {figure('Gauge ±', 'gauge', units.volume)}
            <FigureField
              label="Used as no."
              value={groupOf(t.id)}
              onChange={(n) => (n === undefined || n < 0 || n > 9 ? undefined : move(t.id, Math.round(n)))}
            />
            <Button
              kind="quiet"
              onClick={() =>
                change({
                  ...data,
                  tanks: tanks.filter((o) => o !== t),
                  burn: burn.map((g) => g.filter((id) => id !== t.id)).filter((g) => g.length > 0),
                })
              }
            >
              Take out
            </Button>
            <ArmsLine tank={t} unit={units.volume} onChange={(arms) => put({ ...t, arms }, 'arms')} />
          </div>
        );
      })}
    </>
  );
}
