import { coldAgreement, coldSensors, formatFigure } from '@kanzel/core';
import type { ReactElement } from 'react';
import type { PictureProps } from './props.ts';

/** The scale is never finer than this (K): sensors that agree stand together. */
const LEAST = 16;

/** Every sensor where it stands, the air as a line: the one that lies stands apart. */
export function ColdDots({ figures, room }: PictureProps): ReactElement | null {
  const sensors = coldSensors(figures, room);
  const air = figures.head('air') ?? NaN;
  const agreed = coldAgreement(sensors, air);
  if (!agreed.ok) return null;
  const { together, furthest } = agreed.value;
  const all = [air, ...sensors.map((s) => s.shows)];
  const middle = (Math.min(...all) + Math.max(...all)) / 2;
  const reach = Math.max(LEAST, (Math.max(...all) - Math.min(...all)) * 1.15);
  const at = (value: number): string => `${(100 * (value - middle + reach / 2)) / reach}%`;
  const engines = [...new Set(sensors.map((s) => s.name.split(', ')[0] ?? ''))];
  return (
    <figure
      className="mt-3 max-w-[44rem]"
      aria-label={`Sensors by temperature: ${formatFigure(together, 1)} °C together, ${furthest.name} ${formatFigure(furthest.by + together, 1)} °C`}
    >
      {engines.map((engine) => (
        <div key={engine} className="grid grid-cols-[8rem_1fr] items-center gap-3">
          <span className="text-[0.86rem] font-semibold">{engine}</span>
          <span className="relative block h-9 border-b border-rule">
            <span
              className="absolute inset-y-0 border-l-2 border-dashed border-ink-2"
              style={{ left: at(air) }}
            />
            {sensors
              .filter((s) => s.name.startsWith(`${engine}, `))
              .map((s) => {
                const apart = s.name === furthest.name && Math.abs(furthest.by) >= 3;
                return (
                  <span
                    key={s.name}
                    title={`${s.name}: ${formatFigure(s.shows, 1)} °C`}
                    className={`absolute bottom-0 -translate-x-1/2 border-2 border-sheet ${apart ? 'h-7 w-3.5 bg-out' : 'h-5 w-2.5 bg-ink-2'}`}
                    style={{ left: at(s.shows) }}
                  />
                );
              })}
          </span>
        </div>
      ))}
      <figcaption className="cap mt-1">
        Dashed: outside air, {formatFigure(air, 1)} °C. Furthest from the others: {furthest.name},{' '}
        {formatFigure(furthest.by + together, 1)} °C.
      </figcaption>
    </figure>
  );
}
