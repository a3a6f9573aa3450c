import type { ReactElement } from 'react';
import { factorOf, formatFigure } from '@kanzel/core';
import type { PictureProps } from './props.ts';

/** How far the counter is off at each filling, and what to enter instead. */
export function CountedFillings({ figures }: PictureProps): ReactElement | null {
  const worked = factorOf(figures);
  if (!worked.ok) return null;
  const { each, factor, off } = worked.value;
  const most = Math.max(0.02, ...each.map(Math.abs)) * 1.15;
  const percent = (share: number): string =>
    `${share < 0 ? '−' : '+'}${formatFigure(Math.abs(100 * share), 0.1)} %`;
  return (
    <figure aria-label="Counted against filled" className="mt-3 max-w-[44rem]">
      <p className="text-[1.15rem]">
        Enter <b className="font-mono text-2xl">{formatFigure(factor, 1)}</b> pulses in a litre, where{' '}
        <span className="font-mono">{formatFigure(figures.head('pulses') ?? 0, 1)}</span> are now. Then count
        one more filling.
      </p>
      {[...each, off].map((share, i) => (
        <div key={i} className="grid grid-cols-[5.5rem_1fr_5rem] items-center gap-x-3 py-0.5 text-[0.86rem]">
          <span className={i === each.length ? 'font-semibold' : ''}>
            {i === each.length ? 'All' : `Filling ${i + 1}`}
          </span>
          <span className="relative block h-4 bg-rule-2">
            <span
              className={`absolute inset-y-0 ${i === each.length ? 'bg-ink' : 'bg-hand'}`}
              style={{
                left: `${50 + Math.min(0, (50 * share) / most)}%`,
                width: `${(50 * Math.abs(share)) / most}%`,
              }}
            />
            <span className="absolute inset-y-[-3px] left-1/2 w-[2px] bg-ink" />
          </span>
          <b className="text-right font-mono">{percent(share)}</b>
        </div>
      ))}
    </figure>
  );
}
