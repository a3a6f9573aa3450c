import type { ReactElement } from 'react';
import { formatFigure, runwayName, runwaysOf } from '@kanzel/core';
import type { PictureProps } from './props.ts';

/** Every direction with what the wind does there, the best first: along to the right, across below it. */
export function RunwayRows({ figures }: PictureProps): ReactElement | null {
  const runways = runwaysOf(figures);
  if (!runways.ok) return null;
  const most = Math.max(1, ...runways.value.flatMap((r) => [r.head, r.tail, r.cross]));
  return (
    <figure aria-label="Wind on every runway" className="mt-3 max-w-[40rem]">
      {runways.value.map((r, i) => (
        <div key={`${r.heading} ${i}`} className="grid grid-cols-[4rem_1fr_11rem] items-center gap-x-3 py-1">
          <b className="font-mono text-lg">{runwayName(r.heading)}</b>
          <span className="block">
            <span className="block h-2.5 bg-rule-2">
              <span
                className={`block h-2.5 ${r.tail > 0 ? 'bg-near' : 'bg-within'}`}
                style={{ width: `${(100 * Math.max(0, r.tail > 0 ? r.tail : r.head)) / most}%` }}
              />
            </span>
            <span className="mt-1 block h-2.5 bg-rule-2">
              <span className="block h-2.5 bg-hand" style={{ width: `${(100 * r.cross) / most}%` }} />
            </span>
          </span>
          <span className="text-right text-[0.9rem]">
            {r.tail > 0 ? `${formatFigure(r.tail, 0.1)} kt behind` : `${formatFigure(r.head, 0.1)} kt ahead`}
            <br />
            {formatFigure(r.cross, 0.1)} kt across{r.side === 'none' ? '' : `, ${r.side}`}
          </span>
        </div>
      ))}
      <figcaption className="cap mt-1">
        Above: along the runway. Below: across it. Gusts count across and from behind, and not from ahead.
      </figcaption>
    </figure>
  );
}
