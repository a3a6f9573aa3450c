import type { ReactElement } from 'react';
import { formatFigure, fullThrottleOf, resistancesOf } from '@kanzel/core';
import type { PictureProps } from './props.ts';

/** Volts between which a cell is drawn. */
const [EMPTY, FULL] = [3, 4.25];

/** Of more cells than these the figures are written upright: beside one another they would run into each other, on a phone first. */
const SIDE_BY_SIDE = 7;

interface DrawnCell {
  readonly rest: number;
  readonly loaded?: number;
  readonly full?: number;
  readonly says: string;
}

/** Cells side by side as they sit in the pack; the weakest stands out. */
function Strip({
  cells,
  weakest,
  acts,
  caption,
}: {
  cells: readonly DrawnCell[];
  weakest: number;
  acts: number | undefined;
  caption: string;
}): ReactElement {
  const at = (volts: number): string =>
    `${Math.min(100, Math.max(0, (100 * (volts - EMPTY)) / (FULL - EMPTY)))}%`;
  return (
    <figure aria-label="Cells of the pack" className="mt-3 max-w-[48rem]">
      <div className="flex gap-1">
        {cells.map(({ rest, loaded, full, says }, i) => (
          <div key={i} className="min-w-0 flex-1 text-center">
            <span
              className={`relative block h-36 border-[1.5px] ${i === weakest ? 'border-[3px] border-hand' : 'border-ink'}`}
            >
              <span
                className={`absolute inset-x-0 bottom-0 ${i === weakest ? 'bg-hand' : 'bg-rule'}`}
                style={{ height: at(rest) }}
              />
              {loaded === undefined ? null : (
                <span className="absolute inset-x-0 h-[3px] bg-ink" style={{ bottom: at(loaded) }} />
              )}
              {full === undefined ? null : (
                <span
                  className={`absolute inset-x-0 h-[5px] ${acts !== undefined && full < acts ? 'bg-out' : 'bg-near'}`}
                  style={{ bottom: at(full) }}
                />
              )}
              {acts === undefined ? null : (
                <span
                  className="absolute inset-x-0 border-t-2 border-dashed border-out"
                  style={{ bottom: at(acts) }}
                />
              )}
            </span>
            <span className="cap block">{i + 1}</span>
            <b
              className={`block font-mono text-[0.8rem] whitespace-nowrap ${cells.length > SIDE_BY_SIDE ? 'mx-auto [writing-mode:vertical-rl]' : ''}`}
            >
              {says}
            </b>
          </div>
        ))}
      </div>
      <figcaption className="cap mt-1">{caption}</figcaption>
    </figure>
  );
}

/** Cells at rest. */
export function CellStrip({ figures, room }: PictureProps): ReactElement {
  const rest = figures.rows.map((r) => r('rest') ?? 0);
  return (
    <Strip
      cells={rest.map((v) => ({ rest: v, says: formatFigure(v, 0.001) }))}
      weakest={rest.indexOf(Math.min(...rest))}
      acts={room.index.basis.aircraft.loading?.power?.cellLow}
      caption={`Volts at rest, drawn from ${formatFigure(EMPTY, 0.1)} to ${formatFigure(FULL, 0.01)}. Dashed: where the aircraft acts by itself.`}
    />
  );
}

/** Cells at rest, under the load, and as full throttle leaves them today. */
export function LoadedStrip({ figures, room }: PictureProps): ReactElement | null {
  const worked = resistancesOf(figures);
  if (!worked.ok) return null;
  const full = fullThrottleOf(figures, worked.value, room);
  return (
    <Strip
      cells={figures.rows.map((r, i) => {
        const own = full?.[i];
        return {
          rest: r('rest') ?? 0,
          loaded: r('loaded') ?? 0,
          ...(own === undefined ? {} : { full: own }),
          says: `${formatFigure(worked.value[i] ?? 0, 0.1)} mΩ`,
        };
      })}
      weakest={worked.value.indexOf(Math.max(...worked.value))}
      acts={room.index.basis.aircraft.loading?.power?.cellLow}
      caption={`Filled: at rest. Thin line: under the load. ${full ? 'Thick line: at full throttle, as cold as today. ' : ''}Dashed: where the aircraft acts by itself.`}
    />
  );
}
