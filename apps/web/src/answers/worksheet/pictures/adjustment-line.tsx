import { useId, type ReactElement } from 'react';
import { adjusted, formatFigure } from '@kanzel/core';
import type { PictureProps } from './props.ts';

const [WIDTH, HEIGHT] = [420, 150];

/** What was moved before and what it changed, the line through nothing, and where the step that is proposed lies on it. */
export function AdjustmentLine({ figures }: PictureProps): ReactElement | null {
  const id = useId();
  const worked = adjusted(figures);
  if (!worked.ok || !worked.value.influence) return null;
  const { step, influence } = worked.value;
  const rows = figures.rows.map((row) => ({ moved: row('moved') ?? 0, changed: row('changed') ?? 0 }));
  const wide = 1.15 * Math.max(Math.abs(step), ...rows.map((r) => Math.abs(r.moved)), 1e-9);
  const tall =
    1.15 * Math.max(Math.abs(influence.each * step), ...rows.map((r) => Math.abs(r.changed)), 1e-9);
  const x = (moved: number): number => WIDTH / 2 + ((WIDTH / 2) * moved) / wide;
  const y = (changed: number): number => HEIGHT / 2 - ((HEIGHT / 2) * changed) / tall;
  return (
    <figure aria-label="What the same adjustment did before" className="mt-3">
      <svg
        width={WIDTH + 20}
        height={HEIGHT + 20}
        viewBox={`-10 -10 ${WIDTH + 20} ${HEIGHT + 20}`}
        role="img"
        aria-labelledby={id}
        className="max-w-full"
      >
        <title id={id}>Change over movement, as it was before, and the step that is proposed</title>
        <line x1="0" y1={HEIGHT / 2} x2={WIDTH} y2={HEIGHT / 2} className="stroke-rule" />
        <line x1={WIDTH / 2} y1="0" x2={WIDTH / 2} y2={HEIGHT} className="stroke-rule" />
        <line
          x1={x(-wide)}
          y1={y(-influence.each * wide)}
          x2={x(wide)}
          y2={y(influence.each * wide)}
          className="stroke-hand"
          strokeWidth="2"
        />
        {rows.map((r, i) => (
          <circle key={i} cx={x(r.moved)} cy={y(r.changed)} r="5" className="fill-ink" />
        ))}
        <circle
          cx={x(step)}
          cy={y(influence.each * step)}
          r="9"
          className="fill-none stroke-within"
          strokeWidth="3"
        />
      </svg>
      <figcaption className="cap">
        Black: what it did before. The ring: the step that is proposed, {formatFigure(influence.each, 0.01)}{' '}
        for every one moved.
      </figcaption>
    </figure>
  );
}
