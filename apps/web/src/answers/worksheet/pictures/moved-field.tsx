import type { ReactElement } from 'react';
import { fieldMoved, formatFigure } from '@kanzel/core';
import type { PictureProps } from './props.ts';

/** What motors and leads move of the field, throttle by throttle. */
export function MovedField({ figures }: PictureProps): ReactElement {
  const all = fieldMoved(figures);
  const most = Math.max(0.1, ...all.map((s) => s.moved));
  return (
    <figure aria-label="Field moved by the motors" className="mt-3 max-w-[40rem]">
      {all.map(({ throttle, moved }, i) => (
        <div key={i} className="grid grid-cols-[7rem_1fr_5rem] items-center gap-x-3 py-0.5">
          <span>{i === 0 ? 'At rest' : `Throttle ${formatFigure(throttle, 1)} %`}</span>
          <span className="block h-5 bg-rule-2">
            <span className="block h-5 bg-hand" style={{ width: `${(100 * moved) / most}%` }} />
          </span>
          <b className="text-right font-mono">{formatFigure(100 * moved, 0.1)} %</b>
        </div>
      ))}
      <figcaption className="cap mt-1">Of the field at rest: what motors and leads add to it.</figcaption>
    </figure>
  );
}
