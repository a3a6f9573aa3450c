import { useId, type ReactElement } from 'react';
import { airspeedOf, formatFigure, legsOf, nextLeg } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const SIZE = 300;
const KNOT = 1852 / 3600;
const rad = (degrees: number): number => (degrees * Math.PI) / 180;

/** The legs over the ground, north up: their ends lie on a circle as wide as the airspeed, whose middle the wind has moved. */
export function AirspeedCircle({ figures }: PictureProps): ReactElement | null {
  const id = useId();
  const worked = airspeedOf(figures);
  if (!worked.ok) return null;
  const { airspeed, wind, windFrom = 0, off } = worked.value;
  const legs = legsOf(figures);
  const next = nextLeg(legs);
  const most = Math.max(airspeed + wind, ...legs.map((l) => l.speed)) * 1.08;
  const at = (track: number, speed: number): readonly [number, number] => [
    (SIZE / 2) * ((speed * Math.sin(rad(track))) / most),
    (-SIZE / 2) * ((speed * Math.cos(rad(track))) / most),
  ];
  const middle = at(windFrom + 180, wind);
  const radius = ((SIZE / 2) * airspeed) / most;
  const worst = off.reduce((a, b, i) => (Math.abs(b) > Math.abs(off[a] ?? 0) ? i : a), 0);
  const onward = next.ok ? next.value.track : undefined;
  return (
    <figure aria-label="Legs over the ground" className="mt-3">
      <svg
        width={SIZE}
        height={SIZE}
        viewBox={`${-SIZE / 2} ${-SIZE / 2} ${SIZE} ${SIZE}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>
          Each leg over the ground from the middle out; the circle is the airspeed, moved by the wind
        </title>
        <line x1={-SIZE / 2} y1="0" x2={SIZE / 2} y2="0" className="stroke-rule" />
        <line x1="0" y1={-SIZE / 2} x2="0" y2={SIZE / 2} className="stroke-rule" />
        <text x="5" y={-SIZE / 2 + 13} className="fill-ink-2 text-[13px]">
          N
        </text>
        <circle
          cx={middle[0]}
          cy={middle[1]}
          r={radius}
          className="fill-none stroke-hand"
          strokeWidth="2.5"
        />
        <line x1="0" y1="0" x2={middle[0]} y2={middle[1]} className="stroke-ink" strokeWidth="3" />
        {onward === undefined ? null : (
          <line
            x1="0"
            y1="0"
            x2={at(onward, most)[0]}
            y2={at(onward, most)[1]}
            className="stroke-ink-3"
            strokeDasharray="5 4"
          />
        )}
        {legs.map((leg, i) => {
          const [x, y] = at(leg.track, leg.speed);
          return (
            <g key={i}>
              <line x1="0" y1="0" x2={x} y2={y} className="stroke-ink-3" />
              <circle
                cx={x}
                cy={y}
                r="6"
                className={i === worst && legs.length > 3 ? 'fill-near stroke-ink' : 'fill-hand'}
              />
              <text x={x + 9} y={y + 4} className="fill-ink text-[13px] font-semibold">
                {i + 1}
              </text>
            </g>
          );
        })}
      </svg>
      <figcaption className="cap">
        The thick line is the wind, {formatFigure(wind / KNOT, 0.1)} kt
        {onward === undefined ? '' : '; the dashed one is where another leg would tell most'}.
      </figcaption>
    </figure>
  );
}
