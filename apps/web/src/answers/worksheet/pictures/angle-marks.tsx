import { useId, type ReactElement } from 'react';
import { angleCalibrated, formatFigure } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const [WIDTH, HEIGHT] = [420, 60];
const KNOT = 1852 / 3600;

/** The scale of the gauge, with the points as they were read and the marks that follow. */
export function AngleMarks({ figures }: PictureProps): ReactElement | null {
  const id = useId();
  const worked = angleCalibrated(figures);
  if (!worked.ok) return null;
  const { zero, whole, at, scatter } = worked.value;
  const { head, rows } = figures;
  const mass = head('mass') ?? NaN;
  const stall = (head('stall') ?? NaN) * Math.sqrt(mass / (head('stall-mass') ?? NaN));
  const marks = [
    { title: 'Best glide', value: at((head('best') ?? NaN) * KNOT, mass) },
    { title: 'Approach', value: at(1.3 * stall * KNOT, mass) },
    { title: 'Stall', value: zero + whole },
  ];
  const shown = rows.map((r) => r('shown') ?? NaN);
  const all = [...marks.map((m) => m.value), ...shown];
  const [low, high] = [Math.min(...all) - 1, Math.max(...all) + 1];
  const x = (value: number): number => (WIDTH * (value - low)) / (high - low);
  return (
    <figure aria-label="Marks on the gauge" className="mt-3">
      <svg
        width={WIDTH + 60}
        height={HEIGHT + 60}
        viewBox={`-30 -44 ${WIDTH + 60} ${HEIGHT + 60}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>
          The scale of the gauge: dots are what it showed, marks are where best glide, approach and stall lie
        </title>
        <rect x="0" y="8" width={WIDTH} height="24" className="fill-paper-2 stroke-rule" />
        {shown.map((value, i) => (
          <circle key={i} cx={x(value)} cy="20" r="5" className="fill-ink" />
        ))}
        {marks.map(({ title, value }, i) => (
          <g key={title}>
            <rect
              x={x(value - 2 * scatter)}
              y="8"
              width={Math.max(1, x(value + 2 * scatter) - x(value - 2 * scatter))}
              height="24"
              className="fill-hand opacity-25"
            />
            <line x1={x(value)} x2={x(value)} y1="0" y2="40" className="stroke-hand" strokeWidth="3" />
            <text
              x={x(value)}
              y={i === 1 ? -24 : -6}
              textAnchor="middle"
              className="fill-ink text-[13px] font-semibold"
            >
              {title} {formatFigure(value, 0.1)}°
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="cap">Shaded: where a mark may lie by how the points scatter.</figcaption>
    </figure>
  );
}
