import type { ReactElement } from 'react';
import { cruised, formatFigure } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const KNOT = 1852 / 3600;

/** Every setting as a bar, with the reference as a line across it. */
export function CruiseBars({ figures }: PictureProps): ReactElement | null {
  const worked = cruised(figures);
  if (!worked.ok) return null;
  const { speeds, shares } = worked.value;
  const rows = figures.rows.map((row, i) => ({
    setting: row('setting') ?? NaN,
    reference: row('reference') ?? NaN,
    speed: (speeds[i] ?? NaN) / KNOT,
    share: 100 * (shares[i] ?? NaN),
  }));
  const most = 1.1 * Math.max(...rows.flatMap((r) => [r.speed, r.reference]));
  return (
    <figure aria-label="Cruise beside its reference" className="mt-3 max-w-[30rem]">
      {rows.map((r, i) => (
        <div key={i} className="mb-1.5 grid grid-cols-[5.5rem_1fr_9rem] items-center gap-2 text-[0.9rem]">
          <span>{formatFigure(r.setting, 10)} rpm</span>
          <span className="relative block h-5 border border-rule">
            <span
              className="absolute inset-y-0 left-0 bg-hand"
              style={{ width: `${(100 * r.speed) / most}%` }}
            />
            <span
              className="absolute -inset-y-1 w-[3px] bg-ink"
              style={{ left: `${(100 * r.reference) / most}%` }}
            />
          </span>
          <span className="tabular-nums">
            {formatFigure(r.speed, 0.1)} kt, {r.share < 0 ? '−' : '+'}
            {formatFigure(Math.abs(r.share), 0.1)} %
          </span>
        </div>
      ))}
      <figcaption className="cap">True airspeed. The dark line is the reference.</figcaption>
    </figure>
  );
}
