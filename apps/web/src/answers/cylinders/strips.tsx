import { formatFigure, ownMember, type Reading } from '@kanzel/core';
import type { ReactElement } from 'react';

/** A cylinder as its strip shows it. */
export interface StripCylinder {
  readonly name: string;
  readonly value: number | undefined;
  /** How it was before something was switched, in the same unit. */
  readonly before: number | undefined;
  /** What is wrong with it, in a word; undefined where nothing is. */
  readonly flaw?: string | undefined;
}

const HEIGHT = 84;
const WIDTH = 54;
const BAR = 18;
/** Cylinders that differ by less than this stand side by side as equals: the scale is never finer. */
const LEAST_REACH = 80;

/** Height on the strip (px from above) of a figure. */
function scaleOf(figures: readonly number[]): (value: number) => number {
  const [low, high] = [Math.min(...figures), Math.max(...figures)];
  const pad = Math.max(LEAST_REACH - (high - low), (high - low) * 0.2) / 2;
  const [from, to] = [low - pad, high + pad];
  return (value) => HEIGHT - ((value - from) / (to - from)) * HEIGHT;
}

/** The cylinders of an engine side by side: how hot each is now, and where it was on both. */
export function CylinderStrips({
  cylinders,
  unit,
  legend,
}: {
  readonly cylinders: readonly StripCylinder[];
  readonly unit: string;
  /** What the mark beside each strip is; undefined where there is none. */
  readonly legend: string | undefined;
}): ReactElement | null {
  const figures = cylinders.flatMap((c) => [c.value, c.before]).filter((v) => v !== undefined);
  if (figures.length === 0) return null;
  const y = scaleOf(figures);
  const width = WIDTH * cylinders.length;
  const say = cylinders
    .map((c) => {
      const now = c.value === undefined ? 'none' : `${formatFigure(c.value, 1)} ${unit}`;
      return `cylinder ${c.name} ${now}${c.before === undefined ? '' : `, ${formatFigure(c.before, 1)} before`}${c.flaw ? `, ${c.flaw}` : ''}`;
    })
    .join('; ');
  return (
    <figure className="mt-3">
      <svg
        viewBox={`0 0 ${width} ${HEIGHT + 34}`}
        className="w-full"
        style={{ maxWidth: `${width * 1.15}px` }}
        role="img"
        aria-label={`Cylinders side by side: ${say}`}
      >
        {cylinders.map((c, i) => {
          const x = i * WIDTH + (WIDTH - BAR) / 2;
          const top = c.value === undefined ? HEIGHT : y(c.value);
          return (
            <g key={c.name}>
              <rect x={x} y={0} width={BAR} height={HEIGHT} fill="var(--rule)" opacity={0.35} />
              <rect
                x={x}
                y={top}
                width={BAR}
                height={HEIGHT - top}
                fill={c.flaw ? 'var(--out)' : 'var(--ink-2)'}
              />
              {c.before === undefined ? null : (
                <line
                  x1={x - 7}
                  x2={x + BAR + 7}
                  y1={y(c.before)}
                  y2={y(c.before)}
                  stroke="var(--ink)"
                  strokeWidth={2}
                  strokeDasharray="4 2"
                />
              )}
              <text
                x={i * WIDTH + WIDTH / 2}
                y={HEIGHT + 15}
                textAnchor="middle"
                fontSize={13}
                fontWeight={c.flaw ? 700 : 500}
                fill={c.flaw ? 'var(--out)' : 'var(--ink)'}
              >
                {c.name}
              </text>
              {c.flaw ? (
                <text
                  x={i * WIDTH + WIDTH / 2}
                  y={HEIGHT + 30}
                  textAnchor="middle"
                  fontSize={12}
                  fontWeight={700}
                  fill="var(--out)"
                >
                  {c.flaw}
                </text>
              ) : null}
            </g>
          );
        })}
      </svg>
      {legend ? <figcaption className="cap">Dashed: {legend}.</figcaption> : null}
    </figure>
  );
}

/** The figure of a reading by its name. */
export const valueOf = (readings: Readonly<Record<string, Reading>>, name: string): number | undefined =>
  ownMember(readings, name)?.value;
