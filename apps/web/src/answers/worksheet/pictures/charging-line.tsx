import { useId, type ReactElement } from 'react';
import { chargingOf, formatFigure } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const [WIDTH, HEIGHT] = [420, 160];

/** The ammeter over the speed: what lies below the line draws from the battery. */
export function ChargingLine({ figures }: PictureProps): ReactElement | null {
  const id = useId();
  const worked = chargingOf(figures);
  if (!worked.ok) return null;
  const points = figures.rows
    .map((r) => ({ speed: r('speed') ?? 0, amperes: r('amperes') ?? 0 }))
    .sort((a, b) => a.speed - b.speed);
  const [slowest, fastest] = [points[0]?.speed ?? 0, points.at(-1)?.speed ?? 1];
  const most = Math.max(1, ...points.map((p) => Math.abs(p.amperes)));
  const x = (speed: number): number => (WIDTH * (speed - slowest)) / (fastest - slowest);
  const y = (amperes: number): number => HEIGHT / 2 - ((HEIGHT / 2) * amperes) / most;
  const { cutIn, fromTheSlowest } = worked.value;
  return (
    <figure aria-label="Charging over speed" className="mt-3">
      <svg
        width={WIDTH + 90}
        height={HEIGHT + 44}
        viewBox={`-60 -10 ${WIDTH + 90} ${HEIGHT + 44}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>
          The ammeter over the speed of the engine; below the line the battery is drawn from
        </title>
        <line x1="0" y1={y(0)} x2={WIDTH} y2={y(0)} className="stroke-ink" />
        <polyline
          points={points.map((p) => `${x(p.speed)},${y(p.amperes)}`).join(' ')}
          className="fill-none stroke-hand"
          strokeWidth="2.5"
        />
        {points.map((p) => (
          <circle
            key={p.speed}
            cx={x(p.speed)}
            cy={y(p.amperes)}
            r="5"
            className={p.amperes > 0 ? 'fill-hand' : 'fill-out'}
          />
        ))}
        {cutIn && !fromTheSlowest ? (
          <>
            <line
              x1={x(cutIn.speed)}
              y1="0"
              x2={x(cutIn.speed)}
              y2={HEIGHT}
              className="stroke-ink-3"
              strokeDasharray="5 4"
            />
            <text x={x(cutIn.speed) + 6} y="10" className="fill-ink text-[13px]">
              from {formatFigure(cutIn.speed, 1)} rpm on
            </text>
          </>
        ) : null}
        <text x="-6" y="10" textAnchor="end" className="fill-ink-2 text-[13px]">
          {formatFigure(most, 1)} A
        </text>
        <text x="-6" y={y(0) + 4} textAnchor="end" className="fill-ink-2 text-[13px]">
          0
        </text>
        <text x="0" y={HEIGHT + 28} className="fill-ink-2 text-[13px]">
          {formatFigure(slowest, 1)} rpm
        </text>
        <text x={WIDTH} y={HEIGHT + 28} textAnchor="end" className="fill-ink-2 text-[13px]">
          {formatFigure(fastest, 1)} rpm
        </text>
      </svg>
    </figure>
  );
}
