import type { ReactElement } from 'react';
import { formatFigure, hotCylinders } from '@kanzel/core';
import type { PictureProps } from './props.ts';

/** Below this nothing is drawn of a head: what differs lies above (°C). */
const FLOOR = 60;

/** Every head on the hot day: now in full, before as an outline beside it. */
export function HotHeads({ figures }: PictureProps): ReactElement | null {
  const found = hotCylinders(figures);
  if (!found.ok) return null;
  const all = found.value.flatMap((c) => [c.now, ...(c.before === undefined ? [] : [c.before])]);
  const low = Math.min(...all) - FLOOR;
  const height = (temperature: number): string =>
    `${Math.max(2, (100 * (temperature - low)) / (Math.max(...all) - low))}%`;
  return (
    <figure aria-label="Heads on the hot day" className="mt-3 max-w-[40rem]">
      <div className="flex h-40 items-end gap-4 border-b border-ink">
        {found.value.map(({ cylinder, now, before }) => (
          <div key={cylinder} className="flex h-full w-16 items-end justify-center gap-1">
            {before === undefined ? null : (
              <span className="w-5 border-2 border-b-0 border-ink-3" style={{ height: height(before) }} />
            )}
            <span
              className={`w-6 ${before !== undefined && now > before ? 'bg-near' : 'bg-hand'}`}
              style={{ height: height(now) }}
            />
          </div>
        ))}
      </div>
      <div className="flex gap-4">
        {found.value.map(({ cylinder, now, before }) => (
          <div key={cylinder} className="w-16 text-center text-[0.82rem] leading-tight">
            <b className="block">Cyl {cylinder}</b>
            <span className="font-mono">{formatFigure(now, 1)} °C</span>
            {before === undefined ? null : (
              <span className="block font-mono text-ink-2">
                {now > before ? '+' : '−'}
                {formatFigure(Math.abs(now - before), 1)}
              </span>
            )}
          </div>
        ))}
      </div>
      <figcaption className="cap mt-1">
        As on the hot day. Outline: the flight before. Not from nothing: only what lies above counts.
      </figcaption>
    </figure>
  );
}
