import { useId, type ReactElement } from 'react';
import { climbedAtSpeeds, formatFigure } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const [WIDTH, HEIGHT] = [420, 190];
const KNOT = 1852 / 3600;
const STEPS = 40;

/** How it climbs over speed, upwards, with a ring about the top of the curve. */
export function ClimbCurve({ figures }: PictureProps): ReactElement | null {
  const id = useId();
  const worked = climbedAtSpeeds(figures);
  if (!worked.ok) return null;
  const { points, at, best, steepest, enclosed } = worked.value;
  const speeds = points.map((p) => p.speed);
  const [slow, fast] = [Math.min(...speeds), Math.max(...speeds)];
  const curve = Array.from({ length: STEPS + 1 }, (_, i) => {
    const speed = slow + ((fast - slow) * i) / STEPS;
    return { speed, rate: at(speed) };
  });
  const rates = [...curve, ...points].map((p) => p.rate);
  // Not from nothing: what tells is how far they lie apart.
  const [least, most] = [Math.min(...rates), Math.max(...rates)];
  const room = Math.max(0.15 * (most - least), 0.05);
  const x = (speed: number): number => WIDTH * (0.06 + (0.88 * (speed - slow)) / (fast - slow));
  const y = (rate: number): number => (HEIGHT * (most + room - rate)) / (most - least + 2 * room);
  return (
    <figure aria-label="Climb over speed" className="mt-3">
      <svg
        width={WIDTH + 90}
        height={HEIGHT + 40}
        viewBox={`-70 -10 ${WIDTH + 90} ${HEIGHT + 40}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>
          How it climbs at each speed; the ring is where it climbs best, the dashed line where it is steepest
        </title>
        <line x1="0" y1={HEIGHT} x2={WIDTH} y2={HEIGHT} className="stroke-ink" />
        {steepest === undefined ? null : (
          <line
            x1={x(steepest)}
            x2={x(steepest)}
            y1={y(at(steepest))}
            y2={HEIGHT}
            className="stroke-ink-3"
            strokeDasharray="5 4"
          />
        )}
        <polyline
          points={curve.map((p) => `${x(p.speed)},${y(p.rate)}`).join(' ')}
          className="fill-none stroke-hand"
          strokeWidth="2.5"
        />
        {enclosed ? (
          <circle
            cx={x(best.speed)}
            cy={y(best.rate)}
            r="9"
            className="fill-none stroke-within"
            strokeWidth="3"
          />
        ) : null}
        {points.map((p, i) => (
          <g key={i}>
            <circle cx={x(p.speed)} cy={y(p.rate)} r="5" className="fill-ink" />
            <text x={x(p.speed) + 8} y={y(p.rate) + 16} className="fill-ink-2 text-[13px]">
              {i + 1}
            </text>
          </g>
        ))}
        {[most, least].map((rate) => (
          <text key={rate} x="-6" y={y(rate) + 4} textAnchor="end" className="fill-ink-2 text-[13px]">
            {formatFigure(rate, 0.01)} m/s
          </text>
        ))}
        {[slow, fast].map((speed) => (
          <text
            key={speed}
            x={x(speed)}
            y={HEIGHT + 24}
            textAnchor="middle"
            className="fill-ink-2 text-[13px]"
          >
            {formatFigure(speed / KNOT, 1)} kt
          </text>
        ))}
      </svg>
      <figcaption className="cap">
        {enclosed
          ? `The ring: ${formatFigure(best.rate, 0.01)} m/s at ${formatFigure(best.speed / KNOT, 1)} kt.`
          : 'Where it climbs best was not flown: climb on that side as well.'}
      </figcaption>
    </figure>
  );
}
