import type { ReactElement } from 'react';
import { formatFigure, runExpected } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const NAMES = { mass: 'Mass', air: 'Air', wind: 'Wind', slope: 'Slope', surface: 'Surface' } as const;

/** The runway with the run on it, where it is stopped, and what made the run longer or shorter. */
export function RunMade({ figures, room }: PictureProps): ReactElement | null {
  const worked = runExpected(figures, room);
  const there = figures.head('there');
  if (!worked.ok || there === undefined) return null;
  const { run, half, factors } = worked.value;
  const most = Math.max(there, run);
  const at = (metres: number): string => `${(100 * metres) / most}%`;
  return (
    <figure aria-label="The run on the runway" className="mt-3 max-w-[40rem]">
      <div className="relative h-9 bg-rule-2" style={{ width: at(there) }} />
      <div className="relative -mt-9 h-9">
        <span
          className={`absolute inset-y-1.5 left-0 ${run > there ? 'bg-out' : 'bg-hand'}`}
          style={{ width: at(run) }}
        />
        <span className="absolute inset-y-0 border-l-4 border-ink" style={{ left: at(half.at) }} />
      </div>
      <div className="relative h-6 text-[0.82rem]">
        <span className="absolute -translate-x-1/2 font-bold" style={{ left: at(half.at) }}>
          {formatFigure(Math.ceil(half.at), 1)} m
        </span>
        <span className="absolute right-0">{formatFigure(there, 1)} m</span>
      </div>
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {Object.entries(NAMES).map(([id, name]) => (
          <li key={id} className="text-[0.9rem]">
            {name} <b className="font-mono">× {formatFigure(factors[id as keyof typeof NAMES], 0.01)}</b>
          </li>
        ))}
      </ul>
      <figcaption className="cap mt-1">The mark: too slow there is stopped there.</figcaption>
    </figure>
  );
}
