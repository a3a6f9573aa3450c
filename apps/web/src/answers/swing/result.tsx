import type { ReactElement } from 'react';
import {
  afterCorrection,
  cardOf,
  correctorTurns,
  deviationAt,
  formatFigure,
  swingOf,
  type AnswerOf,
  type CorrectorTurn,
  type Deviation,
} from '@kanzel/core';
import { Polar } from './polar.tsx';

const WHAT: Readonly<Record<CorrectorTurn['what'], string>> = {
  'north-south': 'north-south corrector',
  'east-west': 'east-west corrector',
  mount: 'compass in its mount',
};

const heading = (degrees: number): string => `${String(Math.round(degrees) % 360).padStart(3, '0')}°`;

/** The largest deviation that is left anywhere on a curve. */
const mostOf = (deviation: Deviation): number =>
  Math.max(...Array.from({ length: 360 }, (_, h) => Math.abs(deviationAt(deviation, h))));

/** The curve, what to turn, and the card as it is now and as it would be: to be printed for the panel. */
export function SwingResult({ answer }: { answer: AnswerOf<'swing'> }): ReactElement | null {
  const swing = swingOf(answer);
  if (!swing.ok) return null;
  const { deviation, whole } = swing.value;
  const turns = correctorTurns(deviation);
  const after = afterCorrection(deviation);
  const [now, then] = [cardOf(deviation), cardOf(after)];
  return (
    <div className="mt-3 flex flex-wrap gap-x-8 gap-y-3">
      <figure>
        <Polar swing={swing.value} shown={answer.points.map((p) => p.shown.value)} />
        <figcaption className="cap max-w-[18.75rem]">
          {(['a', 'b', 'c', ...(whole ? (['d', 'e'] as const) : [])] as const)
            .map((k) => `${k.toUpperCase()} ${formatFigure(deviation[k], 0.1)}°`)
            .join(' · ')}
          {whole ? '' : ' · D and E take eight headings'}. Outside the circle east, inside west.
        </figcaption>
      </figure>
      <div className="min-w-60 flex-1">
        <h3 className="font-semibold">What to turn</h3>
        {turns.length === 0 ? (
          <p>Nothing: less than a degree could be turned away.</p>
        ) : (
          <ol className="list-decimal pl-5">
            {turns.map((t) => (
              <li key={t.what} className="py-0.5">
                On {heading(t.on)}: {WHAT[t.what]}, until {heading(t.from)} has become <b>{heading(t.to)}</b>.
              </li>
            ))}
          </ol>
        )}
        {turns.length === 0 ? null : (
          <p className="mt-1 text-ink-2">
            That would leave {formatFigure(mostOf(after), 0.1)}° at most. Swing it again then: this card is of
            before.
          </p>
        )}
        <table className="mt-3 text-[0.9rem]" aria-label="Deviation card">
          <thead>
            <tr className="cap text-left">
              <th className="pr-6">For</th>
              <th className="pr-6">Steer now</th>
              {turns.length === 0 ? null : <th>Once turned</th>}
            </tr>
          </thead>
          <tbody>
            {now.map((line, i) => (
              <tr key={line.magnetic} className="border-b border-rule-2 font-mono">
                <td className="pr-6">{heading(line.magnetic)}</td>
                <td className="pr-6 font-bold">{heading(line.steer)}</td>
                {turns.length === 0 ? null : <td className="text-ink-2">{heading(then[i]?.steer ?? 0)}</td>}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
