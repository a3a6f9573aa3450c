import { useId, type ReactElement } from 'react';
import { climbed, formatFigure } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const [WIDTH, HEIGHT] = [420, 180];
const FOOT = 0.3048;

/** Every stretch over the height of a standard day, the line through them, and where the figure is told for. */
export function ClimbLine({ figures }: PictureProps): ReactElement | null {
  const id = useId();
  const worked = climbed(figures);
  if (!worked.ok) return null;
  const { stretches, at } = worked.value;
  const told = (figures.head('height') ?? NaN) * FOOT;
  const heights = [...stretches.map((s) => s.height), told];
  const [low, high] = [Math.min(...heights) - 100, Math.max(...heights) + 100];
  const rates = stretches.map((s) => s.rate);
  const figure = at(told);
  const most = 1.15 * Math.max(0.1, ...rates, figure.ok ? figure.value : 0);
  const x = (height: number): number => (WIDTH * (height - low)) / (high - low);
  const y = (rate: number): number => HEIGHT - (HEIGHT * Math.max(0, rate)) / most;
  const line = heights.flatMap((h) => {
    const rate = at(h);
    return rate.ok ? [{ h, rate: rate.value }] : [];
  });
  const feet = (height: number): string => `${formatFigure(Math.round(height / FOOT / 10) * 10, 10)} ft`;
  return (
    <figure aria-label="Climb over height" className="mt-3">
      <svg
        width={WIDTH + 90}
        height={HEIGHT + 44}
        viewBox={`-70 -10 ${WIDTH + 90} ${HEIGHT + 44}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>
          Rate of climb of every stretch, over the height at which a standard day is as thin
        </title>
        <line x1="0" y1={HEIGHT} x2={WIDTH} y2={HEIGHT} className="stroke-ink" />
        <polyline
          points={line
            .sort((a, b) => a.h - b.h)
            .map((p) => `${x(p.h)},${y(p.rate)}`)
            .join(' ')}
          className="fill-none stroke-hand"
          strokeWidth="2.5"
        />
        {stretches.map((s, i) => (
          <g key={i}>
            <circle cx={x(s.height)} cy={y(s.rate)} r="5" className="fill-ink" />
            <text x={x(s.height) + 8} y={y(s.rate) - 6} className="fill-ink-2 text-[13px]">
              {i + 1}
            </text>
          </g>
        ))}
        <line x1={x(told)} y1="0" x2={x(told)} y2={HEIGHT} className="stroke-ink-3" strokeDasharray="5 4" />
        {figure.ok ? (
          <text x={x(told) - 6} y="10" textAnchor="end" className="fill-ink text-[13px] font-semibold">
            {formatFigure(figure.value, 0.01)} m/s
          </text>
        ) : null}
        <text x="-6" y="10" textAnchor="end" className="fill-ink-2 text-[13px]">
          {formatFigure(most, 0.1)} m/s
        </text>
        <text x="-6" y={HEIGHT} textAnchor="end" className="fill-ink-2 text-[13px]">
          0
        </text>
        <text x="0" y={HEIGHT + 26} className="fill-ink-2 text-[13px]">
          {feet(low)}
        </text>
        <text x={WIDTH} y={HEIGHT + 26} textAnchor="end" className="fill-ink-2 text-[13px]">
          {feet(high)}
        </text>
      </svg>
      <figcaption className="cap">
        Dashed: the height it is told for. Nothing is drawn where nothing was flown near.
      </figcaption>
    </figure>
  );
}
