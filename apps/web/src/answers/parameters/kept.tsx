import type { ReactElement } from 'react';
import { compareParameters, ownMember } from '@kanzel/core';
import { MarkSign } from '../../ui/mark.tsx';
import { whenInWords } from '../../ui/when.ts';
import type { KeptProps } from '../answer-view.ts';
import { inWords } from './in-words.ts';

/** What was otherwise than it was left: what is to be put back first, then what was accepted, and why. */
export function KeptParameters({ answer }: KeptProps<'parameters'>): ReactElement {
  const why = Object.fromEntries(answer.accepted.map((a) => [a.name, a.why]));
  const differences = compareParameters(answer.left.items, answer.read.items);
  const open = differences.filter((d) => ownMember(why, d.name) === undefined);
  const taken = differences.filter((d) => ownMember(why, d.name) !== undefined);
  return (
    <div className="mt-2">
      <p className="cap">
        Against {answer.left.name}; read {answer.read.from === 'vehicle' ? 'from the vehicle' : 'from a file'}
        {answer.read.at ? `, ${whenInWords(answer.read.at)}` : ''}
      </p>
      <ul className="max-h-80 overflow-auto">
        {[...open, ...taken].map((d) => (
          <li key={d.name} className="flex flex-wrap items-center gap-x-4 border-b border-rule-2 py-1">
            <MarkSign mark={ownMember(why, d.name) === undefined ? 'out' : 'within'} size={14} />
            <b className="min-w-44 font-mono">{d.name}</b>
            <span>{inWords(d)}</span>
            <span className="text-ink-2">{ownMember(why, d.name) ?? 'to be put back'}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
