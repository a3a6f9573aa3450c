import type { ReactElement } from 'react';
import { ASSEMBLY_WORDS, standingOfAssembly, type Mark } from '@kanzel/core';
import { MarkSign } from '../../ui/mark.tsx';
import type { KeptProps } from '../answer-view.ts';

const MARKS: Readonly<Record<'home' | 'atFault' | 'waits' | 'open', Mark>> = {
  home: 'within',
  atFault: 'out',
  waits: 'unknown',
  open: 'unknown',
};

/** The parts as they were put on, in their order: what was not home, and what could not be put on because of it. */
export function KeptAssembly({ part, answer }: KeptProps<'assembly'>): ReactElement {
  const spec = part.check.answer;
  const standing = spec.kind === 'assembly' ? standingOfAssembly(spec.parts, answer.parts) : [];
  return (
    <ol className="mt-2">
      {standing.map(({ part: own, state, step, under }) => (
        <li key={own.id} className="flex items-center gap-3 border-b border-rule-2 py-1">
          <MarkSign mark={MARKS[state]} size={14} />
          <span className="min-w-48">{own.title}</span>
          <span className="text-ink-2">
            {state === 'home' ? 'home' : null}
            {state === 'atFault' && step
              ? `${ASSEMBLY_WORDS[step].title}: ${answer.parts.find((p) => p.id === own.id)?.fault ?? ''}`
              : null}
            {under ? `not put on: ${under.title} is not home` : null}
          </span>
        </li>
      ))}
    </ol>
  );
}
