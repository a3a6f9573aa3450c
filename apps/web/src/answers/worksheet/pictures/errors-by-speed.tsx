import { useId, type ReactElement } from 'react';
import { errorsBySpeed, formatFigure } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const [WIDTH, HEIGHT] = [420, 170];
const KNOT = 1852 / 3600;

/** What has to be added to the indicator at each speed, with how well it is known. */
export function ErrorsBySpeed({ figures }: PictureProps): ReactElement | null {
  const id = useId();
  const worked = errorsBySpeed(figures);
  if (!worked.ok) return null;
  const rows = worked.value.map((r) => ({
    shown: r.shown / KNOT,
    error: r.error / KNOT,
    off: (2 * r.uncertainty) / KNOT,
  }));
  const most = Math.max(2, ...rows.map((r) => Math.abs(r.error) + r.off));
  const [low, high] = [rows[0]?.shown ?? 0, rows.at(-1)?.shown ?? 1];
  const x = (speed: number): number => 40 + ((WIDTH - 80) * (speed - low)) / Math.max(1, high - low);
  const y = (error: number): number => HEIGHT / 2 - (HEIGHT / 2) * (error / most);
  return (
    <figure aria-label="Position errors over speed" className="mt-3">
      <svg
        width={WIDTH + 60}
        height={HEIGHT + 46}
        viewBox={`-56 -12 ${WIDTH + 60} ${HEIGHT + 46}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>Position error at every speed, with twice its standard error to either side</title>
        <line x1="0" y1={y(0)} x2={WIDTH} y2={y(0)} className="stroke-ink" />
        <polyline
          points={rows.map((r) => `${x(r.shown)},${y(r.error)}`).join(' ')}
          className="fill-none stroke-hand"
          strokeWidth="2.5"
        />
        {rows.map((r) => (
          <g key={r.shown}>
            <line
              x1={x(r.shown)}
              x2={x(r.shown)}
              y1={y(r.error - r.off)}
              y2={y(r.error + r.off)}
              className="stroke-ink"
              strokeWidth="2"
            />
            <circle cx={x(r.shown)} cy={y(r.error)} r="5" className="fill-ink" />
            <text x={x(r.shown)} y={HEIGHT + 26} textAnchor="middle" className="fill-ink-2 text-[13px]">
              {formatFigure(r.shown, 1)} kt
            </text>
          </g>
        ))}
        {[most, 0, -most].map((e) => (
          <text key={e} x="-6" y={y(e) + 5} textAnchor="end" className="fill-ink-2 text-[13px]">
            {e > 0 ? '+' : ''}
            {formatFigure(e, 0.1)} kt
          </text>
        ))}
      </svg>
      <figcaption className="cap">
        To be added to what is shown. Bars: where it lies in nineteen of twenty.
      </figcaption>
    </figure>
  );
}
