import type { ReactElement } from 'react';
import { formatFigure, hovered, liftMotors } from '@kanzel/core';
import type { PictureProps } from './props.ts';

/** What each motor takes, with the mean of all as a line across; the one that is furthest off by name. */
export function HoverBars({ figures, room }: PictureProps): ReactElement | null {
  const worked = hovered(figures);
  if (!worked.ok) return null;
  const { apart, odd, ideal, power } = worked.value;
  const motors = liftMotors(room);
  const most = 1.1 * Math.max(1, ...apart.map((share) => 1 + share));
  return (
    <figure aria-label="What each motor takes" className="mt-3 max-w-[30rem]">
      {apart.map((share, i) => (
        <div key={i} className="mb-1.5 grid grid-cols-[5.5rem_1fr_7rem] items-center gap-2 text-[0.9rem]">
          <span className={i === odd ? 'font-bold' : ''}>{motors[i]?.title ?? `Motor ${i + 1}`}</span>
          <span className="relative block h-5 border border-rule">
            <span
              className="absolute inset-y-0 left-0 bg-hand"
              style={{ width: `${(100 * (1 + share)) / most}%` }}
            />
            <span className="absolute -inset-y-1 w-[3px] bg-ink" style={{ left: `${100 / most}%` }} />
          </span>
          <span className="tabular-nums">
            {share < 0 ? '−' : '+'}
            {formatFigure(Math.abs(100 * share), 1)} %
          </span>
        </div>
      ))}
      <figcaption className="cap">
        The dark line is the mean. Physics asks {formatFigure(ideal, 1)} W of rotors this size; these take{' '}
        {formatFigure(power, 1)} W.
      </figcaption>
    </figure>
  );
}
