import type { ReactElement } from 'react';
import { type BookChanges, type Limit } from '@kanzel/core';
import { plainWords } from '../../ui/plain-words.ts';
import { LimitLine } from './limit-row.tsx';

const Side = ({ limit, none }: { limit: Limit | undefined; none: string }): ReactElement =>
  limit ? <LimitLine limit={limit} narrow /> : <span className="text-ink-2">{none}</span>;

/** Two revisions side by side, limit by limit; what looks like a slip is said below it. */
export function CompareBooks({
  changes,
  before,
  after,
}: {
  changes: BookChanges;
  before: string;
  after: string;
}): ReactElement {
  if (changes.length === 0)
    return <p className="px-[22px] py-4 text-ink-2">The two say the same of every limit.</p>;
  return (
    <div className="px-[22px] py-2">
      <div className="grid grid-cols-2 gap-x-6 border-b-2 border-ink py-1 font-semibold max-md:hidden">
        <span>{before}</span>
        <span>{after}</span>
      </div>
      <ul>
        {changes.map((c) => (
          <li key={c.key} className="border-b border-rule py-2">
            <div className="grid grid-cols-2 gap-x-6 max-md:grid-cols-1">
              <Side limit={c.before} none="Not in it" />
              <Side limit={c.after} none="Taken out" />
            </div>
            <p className="cap">
              {c.change === 'changed'
                ? `Changed: ${c.fields.join(', ')}${c.judgesOther ? '' : '. Words only; nothing is judged otherwise'}`
                : c.change === 'added'
                  ? 'New'
                  : 'Removed'}
            </p>
            {c.slips.map((s, i) => (
              <p key={i} className="border-l-4 border-near bg-near-bg px-3 py-1 text-near">
                {plainWords(s)}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </div>
  );
}
