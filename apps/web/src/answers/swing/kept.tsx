import type { ReactElement } from 'react';
import { formatWithUnit, HEADING_SOURCES } from '@kanzel/core';
import type { KeptProps } from '../answer-view.ts';
import { SwingResult } from './result.tsx';

/** The swing as it was read, its curve, and its card. */
export function KeptSwing({ answer }: KeptProps<'swing'>): ReactElement {
  return (
    <div className="mt-2">
      <p className="cap">
        Set by: {HEADING_SOURCES[answer.source].toLowerCase()}, {answer.north}
        {answer.declination ? `, declination ${formatWithUnit(answer.declination)}` : ''}.
      </p>
      <ul className="flex flex-wrap gap-x-6 gap-y-0.5 font-mono text-[0.9rem]">
        {answer.points.map((p, i) => (
          <li key={i}>
            {formatWithUnit(p.reference)} shows <b>{formatWithUnit(p.shown)}</b>
            {p.off ? `, off ${formatWithUnit(p.off)}` : ''}
          </li>
        ))}
      </ul>
      <SwingResult answer={answer} />
    </div>
  );
}
