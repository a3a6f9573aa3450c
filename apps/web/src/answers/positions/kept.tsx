import type { ReactElement } from 'react';
import { MarkSign } from '../../ui/mark.tsx';
import type { KeptProps } from '../answer-view.ts';

/** What was seen at each position, beside what has to be seen there where it was something else. */
export function KeptPositions({ part, answer }: KeptProps<'positions'>): ReactElement | null {
  const spec = part.check.answer;
  if (spec.kind !== 'positions') return null;
  const textOf = (id: string | undefined): string => spec.seen.find((s) => s.id === id)?.text ?? '';
  return (
    <ul className="mt-2 max-w-[44rem]">
      {spec.steps.map(({ position, expected }, i) => {
        const wrong = answer.seen[i] !== expected;
        return (
          <li
            key={i}
            className={`flex items-center gap-3 border-b border-rule-2 px-1 py-1 ${wrong ? 'bg-out-bg' : ''}`}
          >
            <MarkSign mark={wrong ? 'out' : 'within'} size={14} />
            <span className="min-w-32 flex-1">{position}</span>
            <b className={`min-w-32 ${wrong ? 'text-out' : ''}`}>{textOf(answer.seen[i])}</b>
            <span className="min-w-40 text-[0.82rem] text-ink-2">
              {wrong ? `has to be: ${textOf(expected).toLowerCase()}` : 'as expected'}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
