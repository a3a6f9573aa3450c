import type { ReactElement } from 'react';
import {
  correctedField,
  formatFigure,
  sphereFigures,
  sphereFitted,
  sphereSamples,
  type AnswerOf,
} from '@kanzel/core';
import { Globe } from './globe.tsx';

/** The sphere that was found: where it was seen, and its figures. */
export function SphereResult({ answer }: { answer: AnswerOf<'sphere'> }): ReactElement | null {
  const fit = sphereFitted(answer);
  const samples = sphereSamples(answer);
  if (!fit.ok || !samples.ok) return null;
  const { value } = fit;
  const figures = sphereFigures(value);
  const said = [
    ['Left beside the sphere', `${formatFigure(figures.residual, 0.1)} %`],
    ['Hard iron', value.centre.map((c) => formatFigure(c, 1)).join(' / ') + ' mG'],
    ['Stretch', `${formatFigure(figures.stretch, 0.1)} %`],
    ['Field', `${formatFigure(value.strength, 1)} mG`],
  ] as const;
  return (
    <figure
      aria-label="Sphere of the magnetometer"
      className="mt-3 flex flex-wrap items-start gap-x-10 gap-y-3"
    >
      <Globe seen={value.seen} directions={samples.value.map((s) => correctedField(value, s))} />
      <div>
        <dl className="grid grid-cols-[11rem_auto] gap-x-4">
          {said.map(([title, text]) => (
            <div key={title} className="contents">
              <dt>{title}</dt>
              <dd className="text-right font-mono font-bold">{text}</dd>
            </div>
          ))}
        </dl>
      </div>
    </figure>
  );
}
