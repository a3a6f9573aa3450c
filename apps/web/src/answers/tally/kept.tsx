import type { ReactElement } from 'react';
import { MarkSign } from '../../ui/mark.tsx';
import type { KeptProps } from '../answer-view.ts';

/** The counts as they were kept. */
export function KeptTally({ answer }: KeptProps<'tally'>): ReactElement {
  return (
    <ul className="mt-2 max-w-xl">
      {answer.rows.map((r) => (
        <li key={r.what} className="flex items-center gap-3 border-b border-rule-2 py-1">
          <MarkSign mark={r.out === r.in ? 'within' : 'out'} size={14} label={false} />
          <span className="min-w-48">{r.what}</span>
          <span className="text-ink-2">
            {r.out} out, {r.in} in
          </span>
        </li>
      ))}
    </ul>
  );
}
