import type { ReactElement } from 'react';
import { boundsOf, limitInWords, type Limit } from '@kanzel/core';
import { LimitRuler } from '../../ui/limit-ruler.tsx';

/** A limit as a quiet line: its name, its band drawn, its figures, its source. */
export function LimitLine({ limit }: { limit: Limit }): ReactElement {
  const drawn = boundsOf(limit);
  const usable = drawn !== undefined && (drawn.bounds.low !== undefined || drawn.bounds.high !== undefined);
  return (
    <span className="grid w-full grid-cols-[minmax(0,1.3fr)_140px_minmax(0,1.6fr)] items-center gap-x-4 text-left max-md:grid-cols-1">
      <span className="min-w-0">
        <span className="block font-semibold">{limit.title}</span>
        <span className="block text-[0.78rem] text-ink-2">
          {limit.class}
          {limit.acceptance === 'guarded' ? ', guarded' : ''}
        </span>
      </span>
      <span>
        {usable ? <LimitRuler bounds={drawn.bounds} size="small" sentence={limitInWords(limit)} /> : null}
      </span>
      <span className="min-w-0">
        <span className="block">{limitInWords(limit)}</span>
        <span className="block text-[0.78rem] text-ink-2">
          {limit.source.document} {limit.source.revision}
          {limit.source.place ? `, ${limit.source.place}` : ''}
        </span>
      </span>
    </span>
  );
}
