import type { ReactElement } from 'react';
import { formatFigure } from '@kanzel/core';

/** One of what is compared, with its figure. */
export interface Bar {
  readonly id: string;
  readonly title: string;
  readonly value: number | undefined;
  readonly text: string;
}

/** Figures beside one another, from nothing to the largest of them: which one is unlike the others is seen before it is read. */
export function Bars({ bars, unit }: { bars: readonly Bar[]; unit: string }): ReactElement {
  const known = bars.flatMap((b) => b.value ?? []);
  const most = Math.max(...known, 0);
  const middle = known.toSorted((a, b) => a - b)[Math.floor(known.length / 2)];
  return (
    <ul aria-label="Compared with one another" className="mt-2 max-w-[40rem]">
      {bars.map(({ id, title, value, text }) => (
        <li
          key={id}
          className="grid grid-cols-[minmax(7rem,10rem)_1fr_5.5rem] items-center gap-x-3 py-0.5 text-[0.86rem]"
        >
          <span>{title}</span>
          <span className="relative block h-4 bg-rule-2">
            <span
              className="absolute inset-y-0 left-0 bg-ink-2"
              style={{ width: `${most > 0 && value !== undefined ? (100 * value) / most : 0}%` }}
            />
            {middle === undefined || most <= 0 ? null : (
              <span
                className="absolute inset-y-[-2px] w-[2px] bg-hand"
                style={{ left: `${(100 * middle) / most}%` }}
              />
            )}
          </span>
          <b className="text-right font-mono">{value === undefined ? '—' : `${text} ${unit}`}</b>
        </li>
      ))}
      {middle === undefined || known.length < 3 ? null : (
        <li className="cap mt-1">
          Blue line: the middle one, {formatFigure(middle, 0.01)} {unit}
        </li>
      )}
    </ul>
  );
}
