import type { ReactElement } from 'react';
import { formatFigure, turnsBack } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const FOOT = 0.3048;

/** What every turn lost, downwards, beside the height below which nobody turns. */
export function TurnsLost({ figures }: PictureProps): ReactElement | null {
  const worked = turnsBack(figures);
  if (!worked.ok) return null;
  const { losses, lowest } = worked.value;
  const feet = (metres: number): string => `${formatFigure(Math.ceil(metres / FOOT / 10) * 10, 10)} ft`;
  return (
    <figure aria-label="Height that each turn took" className="mt-3 max-w-[40rem]">
      {[...losses, lowest].map((loss, i) => (
        <div key={i} className="grid grid-cols-[7rem_1fr_5rem] items-center gap-x-3 py-1">
          <span className="text-[0.9rem]">{i < losses.length ? `Turn ${i + 1}` : 'No turn below'}</span>
          <span className="block h-4 bg-rule-2">
            <span
              className={`block h-4 ${i < losses.length ? 'bg-hand' : 'bg-ink'}`}
              style={{ width: `${(100 * loss) / lowest}%` }}
            />
          </span>
          <b className="text-right font-mono">{feet(loss)}</b>
        </div>
      ))}
    </figure>
  );
}
