import type { ReactElement } from 'react';
import { boundsOf, limitErrors, limitInWords, type Limit } from '@kanzel/core';
import { LimitRuler } from '../../ui/limit-ruler.tsx';

/** A limit as a quiet line: its name, its band drawn, its figures, its source. */
export function LimitLine({ limit, narrow = false }: { limit: Limit; narrow?: boolean }): ReactElement {
  const drawn = boundsOf(limit);
  const usable = drawn !== undefined && limitErrors(limit).length === 0;
  return (
    <span
      className={`grid w-full items-center gap-x-4 text-left max-md:grid-cols-1 ${narrow ? '' : 'grid-cols-[minmax(0,1.3fr)_140px_minmax(0,1.6fr)]'}`}
    >
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
