import type { ReactElement } from 'react';
import { aboardBy, formatFigure, fuelPlanOf } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const SAYS = { stick: 'Stick', gauge: 'Gauge', receipt: 'Receipt' } as const;

/** What the flight takes, piece by piece, against what is aboard by each that says it; and when to turn back. */
export function FuelBar({ figures }: PictureProps): ReactElement | null {
  const planned = fuelPlanOf(figures);
  if (!planned.ok) return null;
  const { ground, flown, contingency, circuit, reserve, needed, margin, turnBack } = planned.value;
  const aboard = aboardBy(figures);
  const most = 1.06 * Math.max(needed, ...aboard.map((a) => a.litres), 1);
  const wide = (litres: number): string => `${(100 * litres) / most}%`;
  const pieces = [
    { title: 'Ground', litres: ground, tone: 'bg-ink-3 text-sheet' },
    { title: 'Flown', litres: flown, tone: 'bg-hand text-sheet' },
    { title: 'Contingency', litres: contingency, tone: 'bg-again-bg' },
    { title: 'Circuit', litres: circuit, tone: 'bg-near-bg' },
    { title: 'Reserve', litres: reserve, tone: 'bg-ink text-sheet' },
  ];
  const litres = (value: number): string => `${formatFigure(value, 0.1)} L`;
  return (
    <figure aria-label="Fuel of the flight" className="mt-3 max-w-[48rem]">
      <p className="text-[1.15rem]">
        {margin < 0 ? (
          <b className="text-out">{litres(-margin)} short.</b>
        ) : (
          <>
            <b className="font-mono text-2xl">{litres(margin)}</b> above what is needed.
          </>
        )}{' '}
        Turn back <b className="font-mono text-2xl">{formatFigure(Math.floor(turnBack), 1)} min</b> after
        take-off at the latest.
      </p>
      <div className="mt-2 grid grid-cols-[5rem_1fr_5rem] items-center gap-x-3 gap-y-1 text-[0.86rem]">
        <span>Needed</span>
        <span className="flex h-9 bg-rule-2">
          {pieces.map(({ title, litres: takes, tone }) => (
            <span
              key={title}
              title={`${title}: ${litres(takes)}`}
              className={`overflow-hidden border-r border-sheet pl-1 leading-9 whitespace-nowrap print:border-ink ${tone}`}
              style={{ width: wide(takes) }}
            >
              {takes / most > 0.1 ? title : ''}
            </span>
          ))}
        </span>
        <b className="text-right font-mono">{litres(needed)}</b>
        {aboard.map(({ by, litres: has }) => (
          <div key={by} className="contents">
            <span>{SAYS[by]}</span>
            <span className="block h-4 bg-rule-2">
              <span
                className={`block h-4 ${has < needed ? 'bg-out' : 'bg-within'}`}
                style={{ width: wide(has) }}
              />
            </span>
            <b className="text-right font-mono">{litres(has)}</b>
          </div>
        ))}
      </div>
      <figcaption className="cap mt-1">
        {pieces.map((p) => `${p.title} ${litres(p.litres)}`).join(' · ')}
      </figcaption>
    </figure>
  );
}
