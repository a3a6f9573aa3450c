import { useId, type ReactElement } from 'react';
import { formatFigure, glided, sinkAt } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const [WIDTH, HEIGHT] = [420, 190];
const KNOT = 1852 / 3600;
const STEPS = 40;

/** How it sinks over speed, downwards as it does, with the tangent that touches where it reaches furthest. */
export function GlideCurve({ figures }: PictureProps): ReactElement | null {
  const id = useId();
  const worked = glided(figures);
  if (!worked.ok) return null;
  const { polar, points, enclosed } = worked.value;
  const speeds = points.map((p) => p.speed);
  const [slow, fast] = [Math.min(...speeds) * 0.92, Math.max(...speeds) * 1.08];
  const curve = Array.from({ length: STEPS + 1 }, (_, i) => {
    const speed = slow + ((fast - slow) * i) / STEPS;
    return { speed, sink: sinkAt(polar, speed) };
  });
  const most = 1.1 * Math.max(...curve.map((p) => p.sink), ...points.map((p) => p.sink));
  const x = (speed: number): number => (WIDTH * (speed - slow)) / (fast - slow);
  const y = (sink: number): number => (HEIGHT * sink) / most;
  const { best } = polar;
  const tangent = (speed: number): number => speed / best.ratio;
  return (
    <figure aria-label="Sinking over speed" className="mt-3">
      <svg
        width={WIDTH + 90}
        height={HEIGHT + 40}
        viewBox={`-70 -10 ${WIDTH + 90} ${HEIGHT + 40}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>How it sinks at each speed; the dashed line touches where it reaches furthest</title>
        <line x1="0" y1="0" x2={WIDTH} y2="0" className="stroke-ink" />
        {enclosed ? (
          <>
            <line
              x1="0"
              y1={y(tangent(slow))}
              x2={WIDTH}
              y2={y(tangent(fast))}
              className="stroke-ink-3"
              strokeDasharray="5 4"
            />
            <circle
              cx={x(best.speed)}
              cy={y(best.sink)}
              r="9"
              className="fill-none stroke-within"
              strokeWidth="3"
            />
          </>
        ) : null}
        <polyline
          points={curve.map((p) => `${x(p.speed)},${y(p.sink)}`).join(' ')}
          className="fill-none stroke-hand"
          strokeWidth="2.5"
        />
        {points.map((p, i) => (
          <g key={i}>
            <circle cx={x(p.speed)} cy={y(p.sink)} r="5" className="fill-ink" />
            <text x={x(p.speed) + 8} y={y(p.sink) + 16} className="fill-ink-2 text-[13px]">
              {i + 1}
            </text>
          </g>
        ))}
        <text x="-6" y="5" textAnchor="end" className="fill-ink-2 text-[13px]">
          0
        </text>
        <text x="-6" y={HEIGHT} textAnchor="end" className="fill-ink-2 text-[13px]">
          {formatFigure(most, 0.1)} m/s
        </text>
        <text x="0" y={HEIGHT + 24} className="fill-ink-2 text-[13px]">
          {formatFigure(slow / KNOT, 1)} kt
        </text>
        <text x={WIDTH} y={HEIGHT + 24} textAnchor="end" className="fill-ink-2 text-[13px]">
          {formatFigure(fast / KNOT, 1)} kt
        </text>
      </svg>
      <figcaption className="cap">
        {enclosed
          ? `The ring: ${formatFigure(best.ratio, 0.1)} to one at ${formatFigure(best.speed / KNOT, 1)} kt.`
          : 'Where it reaches furthest was not flown: glide on that side as well.'}
      </figcaption>
    </figure>
  );
}
