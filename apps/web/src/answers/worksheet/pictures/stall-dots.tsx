import { useId, type ReactElement } from 'react';
import { atMass, formatFigure, stallRunsOf, stallsOf } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const [WIDTH, ROW] = [420, 26];
const KNOT = 1852 / 3600;
const MARKS = [
  { what: 'warning', text: 'warning', shape: 'fill-sheet stroke-ink' },
  { what: 'buffet', text: 'buffet', shape: 'fill-ink-3' },
  { what: 'break', text: 'break', shape: 'fill-ink' },
] as const;

/** Every stall on one line, reduced to the mass of reference: warning, buffet, break; what stands off has a ring. */
export function StallDots({ figures }: PictureProps): ReactElement | null {
  const id = useId();
  const worked = stallsOf(figures);
  if (!worked.ok) return null;
  const reference = figures.head('reference') ?? NaN;
  const runs = stallRunsOf(figures);
  const reduced = runs.map((run) => ({
    run,
    of: (what: (typeof MARKS)[number]['what']): number | undefined => {
      const speed = run[what];
      return speed === undefined ? undefined : atMass(speed, run.mass, reference) / KNOT;
    },
  }));
  const all = reduced.flatMap((r) => MARKS.flatMap((m) => r.of(m.what) ?? []));
  const [low, high] = [Math.min(...all) - 2, Math.max(...all) + 2];
  const x = (speed: number): number => (WIDTH * (speed - low)) / (high - low);
  const middle = worked.value.break?.middle;
  return (
    <figure aria-label="Stalls at one mass" className="mt-3">
      <svg
        width={WIDTH + 80}
        height={ROW * runs.length + 44}
        viewBox={`-70 -6 ${WIDTH + 80} ${ROW * runs.length + 44}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>Warning, buffet and break of every stall, at {formatFigure(reference, 1)} kg</title>
        {middle === undefined ? null : (
          <line
            x1={x(middle / KNOT)}
            y1="0"
            x2={x(middle / KNOT)}
            y2={ROW * runs.length}
            className="stroke-hand"
            strokeDasharray="5 4"
          />
        )}
        {reduced.map(({ of }, i) => (
          <g key={i}>
            <text x="-8" y={ROW * i + 18} textAnchor="end" className="fill-ink-2 text-[13px]">
              Stall {i + 1}
            </text>
            <line x1="0" y1={ROW * i + 13} x2={WIDTH} y2={ROW * i + 13} className="stroke-rule-2" />
            {MARKS.map(({ what, shape }) => {
              const speed = of(what);
              if (speed === undefined) return null;
              const stands = worked.value[what]?.odd.includes(i) ?? false;
              const left = worked.value.tooFast.includes(i);
              return (
                <g key={what} opacity={left ? 0.4 : 1}>
                  {stands ? (
                    <circle
                      cx={x(speed)}
                      cy={ROW * i + 13}
                      r="10"
                      className="fill-none stroke-near"
                      strokeWidth="3"
                    />
                  ) : null}
                  <circle cx={x(speed)} cy={ROW * i + 13} r="5" className={shape} />
                </g>
              );
            })}
          </g>
        ))}
        <text x="0" y={ROW * runs.length + 24} className="fill-ink-2 text-[13px]">
          {formatFigure(low, 1)} kt
        </text>
        <text x={WIDTH} y={ROW * runs.length + 24} textAnchor="end" className="fill-ink-2 text-[13px]">
          {formatFigure(high, 1)} kt
        </text>
      </svg>
      <figcaption className="cap">
        Open: warning. Grey: buffet. Black: break, its middle dashed. Pale: entered too fast, and left out.
      </figcaption>
    </figure>
  );
}
