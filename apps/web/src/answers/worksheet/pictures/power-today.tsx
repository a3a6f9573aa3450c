import { formatFigure, todayOf, unitOf } from '@kanzel/core';
import type { ReactElement } from 'react';
import type { PictureProps } from './props.ts';

const ROWS = [
  { id: 'speed', title: 'Speed', unit: 'rpm', step: 1 },
  { id: 'manifold', title: 'Manifold', unit: 'inHg', step: 0.1 },
  { id: 'flow', title: 'Fuel flow', unit: 'L/h', step: 0.1 },
] as const;
/** So far beside what should come the scale reaches, as a share of it. */
const REACH = 0.15;

/** What every engine gave, beside what the air of today should let it give. */
export function PowerToday({ figures, room }: PictureProps): ReactElement | null {
  const today = todayOf(figures, room);
  if (!today.ok) return null;
  const engines = room.index.basis.aircraft.engines.filter((e) => (e.cylinders ?? 0) > 0);
  return (
    <figure className="mt-3 max-w-[44rem]" aria-label="Full power beside what should come today">
      {ROWS.map(({ id, title, unit, step }) => {
        const should = today.value[id];
        if (should === undefined) return null;
        return (
          <div key={id} className="grid grid-cols-[12rem_1fr] items-center gap-3 py-1">
            <span className="leading-tight">
              <b className="block text-[0.86rem]">{title} today</b>
              <span className="font-mono">
                {formatFigure(should, step)} {unitOf(unit).symbol}
              </span>
            </span>
            <span className="relative block h-10 border-b border-rule">
              <span className="absolute inset-y-0 left-1/2 border-l-2 border-dashed border-ink-2" />
              {figures.rows.map((row, i) => {
                const read = row(id);
                if (read === undefined) return null;
                const share = Math.max(-1, Math.min(1, (read / should - 1) / REACH));
                return (
                  <span
                    key={engines[i]?.id ?? i}
                    className="absolute bottom-0 -translate-x-1/2 bg-sheet px-0.5 text-center text-[0.72rem] leading-none font-bold whitespace-nowrap"
                    style={{ left: `${50 + 48 * share}%`, bottom: i % 2 === 0 ? 0 : 18 }}
                  >
                    ▲ {engines[i]?.title}
                  </span>
                );
              })}
            </span>
          </div>
        );
      })}
      <figcaption className="cap">Dashed: what should come. The ends are 15 % beside it.</figcaption>
    </figure>
  );
}
