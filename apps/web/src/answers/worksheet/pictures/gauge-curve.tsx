import { useId, type ReactElement } from 'react';
import { formatFigure, gaugeStepsOf, inTankAt } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const [WIDTH, HEIGHT] = [300, 220];
const QUARTERS = [0.25, 0.5, 0.75, 1];

/** What the gauge shows over what is in the tank: red where it shows more; and the card that goes beside it. */
export function GaugeCurve({ figures }: PictureProps): ReactElement {
  const id = useId();
  const steps = gaugeStepsOf(figures);
  const most = Math.max(...steps.flatMap((s) => [s.inTank, s.shown]), 1);
  const x = (litres: number): number => (WIDTH * litres) / most;
  const y = (litres: number): number => HEIGHT - (HEIGHT * Math.max(0, litres)) / most;
  const points = steps.map((s) => `${x(s.inTank)},${y(s.shown)}`).join(' ');
  const full = steps.at(-1)?.shown ?? 0;
  return (
    <figure
      aria-label="Gauge over what is in the tank"
      className="mt-3 flex flex-wrap items-start gap-x-10 gap-y-3"
    >
      <svg
        width={WIDTH + 60}
        height={HEIGHT + 42}
        viewBox={`-44 -8 ${WIDTH + 60} ${HEIGHT + 42}`}
        role="img"
        aria-labelledby={id}
      >
        <title id={id}>What the gauge shows, over what is in the tank; the thin line is a true gauge</title>
        <path d={`M0,0 V${HEIGHT} H${WIDTH}`} className="fill-none stroke-ink" />
        <line x1="0" y1={HEIGHT} x2={x(most)} y2={y(most)} className="stroke-ink-3" strokeDasharray="5 4" />
        <polyline points={points} className="fill-none stroke-hand" strokeWidth="2.5" />
        {steps.map((s, i) => (
          <circle
            key={i}
            cx={x(s.inTank)}
            cy={y(s.shown)}
            r="5"
            className={s.shown > s.inTank ? 'fill-out' : 'fill-hand'}
          />
        ))}
        <text x={WIDTH} y={HEIGHT + 30} textAnchor="end" className="fill-ink-2 text-[13px]">
          in the tank, to {formatFigure(most, 1)} L
        </text>
        <text x="-6" y="10" textAnchor="end" className="fill-ink-2 text-[13px]">
          {formatFigure(most, 1)}
        </text>
        <text x="-6" y={HEIGHT} textAnchor="end" className="fill-ink-2 text-[13px]">
          0
        </text>
        <text x="6" y="10" className="fill-ink-2 text-[13px]">
          shows, L
        </text>
      </svg>
      <table className="text-[0.9rem]">
        <caption className="cap text-left">Card beside the gauge</caption>
        <thead>
          <tr className="cap text-right">
            <th className="pr-6 font-normal">It shows</th>
            <th className="font-normal">There are</th>
          </tr>
        </thead>
        <tbody>
          {QUARTERS.map((share) => {
            const shown = share * full;
            const there = inTankAt(steps, shown);
            return (
              <tr key={share} className="border-b border-rule-2 text-right font-mono font-bold">
                <td className="py-1 pr-6">{formatFigure(shown, 1)} L</td>
                <td>{there === undefined ? 'not known' : `${formatFigure(there, 1)} L`}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </figure>
  );
}
