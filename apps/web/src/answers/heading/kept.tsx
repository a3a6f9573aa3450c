import type { ReactElement } from 'react';
import { formatWithUnit, HEADING_SOURCES } from '@kanzel/core';
import type { KeptProps } from '../answer-view.ts';
import { handsOf } from './hands.ts';
import { Rose } from './rose.tsx';

/** The heading as it was shown, beside what it was held against. */
export function KeptHeading({ answer }: KeptProps<'heading'>): ReactElement {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-8">
      <ul>
        <li className="flex gap-4 border-b border-rule-2 py-1">
          <span className="min-w-56 flex-1">Shown</span>
          <b className="font-mono">{formatWithUnit(answer.own)}</b>
          <span className="text-ink-2">{answer.north}</span>
        </li>
        {answer.references.map(({ source, reading, north }) => (
          <li key={source} className="flex gap-4 border-b border-rule-2 py-1">
            <span className="min-w-56 flex-1">{HEADING_SOURCES[source]}</span>
            <b className="font-mono">{formatWithUnit(reading)}</b>
            <span className="text-ink-2">{north}</span>
          </li>
        ))}
        {answer.declination ? (
          <li className="cap mt-1">Declination {formatWithUnit(answer.declination)}, east plus</li>
        ) : null}
      </ul>
      <Rose hands={handsOf(answer)} />
    </div>
  );
}
