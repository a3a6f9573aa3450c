import { useId, type ReactElement, type ReactNode } from 'react';
import { formatFigure } from '@kanzel/core';

export const [WIDTH, HEIGHT] = [420, 190];
export const KNOT = 1852 / 3600;
const STEPS = 40;

/** A speed with what it goes up or down by there. */
export interface Spot {
  readonly speed: number;
  readonly by: number;
}

/** Spots close enough to draw a curve through. */
export const curveBetween = (slow: number, fast: number, by: (speed: number) => number): readonly Spot[] =>
  Array.from({ length: STEPS + 1 }, (_, i) => {
    const speed = slow + ((fast - slow) * i) / STEPS;
    return { speed, by: by(speed) };
  });

/**
 * Something over the speed: where the axis lies, the curve, what was flown with its numbers, a ring about the best of it where that was
 * flown, and what is said at both edges. `behind` is drawn before the curve.
 */
export function OverSpeed({
  title,
  says,
  axisAt,
  x,
  y,
  curve,
  flown,
  best,
  heights,
  speeds,
  caption,
  behind,
}: {
  readonly title: string;
  readonly says: string;
  readonly axisAt: number;
  readonly x: (speed: number) => number;
  readonly y: (by: number) => number;
  readonly curve: readonly Spot[];
  readonly flown: readonly Spot[];
  readonly best: Spot | undefined;
  readonly heights: readonly { readonly at: number; readonly text: string }[];
  readonly speeds: readonly number[];
  readonly caption: string;
  readonly behind: ReactNode;
}): ReactElement {
  const id = useId();
  return (
    <figure aria-label={title} className="mt-3">
      <svg
        width={WIDTH + 100}
        height={HEIGHT + 40}
        viewBox={`-70 -10 ${WIDTH + 100} ${HEIGHT + 40}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>{says}</title>
        <line x1="0" y1={axisAt} x2={WIDTH} y2={axisAt} className="stroke-ink" />
        {behind}
        <polyline
          points={curve.map((p) => `${x(p.speed)},${y(p.by)}`).join(' ')}
          className="fill-none stroke-hand"
          strokeWidth="2.5"
        />
        {best ? (
          <circle
            cx={x(best.speed)}
            cy={y(best.by)}
            r="9"
            className="fill-none stroke-within"
            strokeWidth="3"
          />
        ) : null}
        {flown.map((p, i) => (
          <g key={i}>
            <circle cx={x(p.speed)} cy={y(p.by)} r="5" className="fill-ink" />
            <text x={x(p.speed) + 8} y={y(p.by) + 16} className="fill-ink-2 text-[13px]">
              {i + 1}
            </text>
          </g>
        ))}
        {heights.map(({ at, text }) => (
          <text key={text} x="-6" y={at} textAnchor="end" className="fill-ink-2 text-[13px]">
            {text}
          </text>
        ))}
        {speeds.map((speed) => (
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
      <figcaption className="cap">{caption}</figcaption>
    </figure>
  );
}
