import type { ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import { Button } from '../../ui/button.tsx';
import { RowHeads, RowInput } from '../../ui/row-input.tsx';
import type { EntryProps } from '../answer-view.ts';
import type { Row } from '../desk.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { tallyRows } from './desk.ts';

const GRID = 'grid-cols-[minmax(10rem,1fr)_6rem_6rem]';

/** What went to the aircraft and what came back, a row each; the counts out stay on the desk until the counts in are there. */
export function TallyEntry({ part, spec }: EntryProps<'tally'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const rows = tallyRows(spec.listed, draft);
  const set = (next: readonly Row[]): void =>
    changeDraft(view.id, part.key, { lists: { ...draft.lists, tally: next } });
  const type = (i: number, key: string, value: string): void =>
    set(rows.map((r, k) => (k === i ? { ...r, [key]: value } : r)));
  return (
    <div className="max-w-2xl">
      <RowHeads grid={GRID} heads={['Thing', 'Out', 'In again']} />
      {rows.map((row, i) => {
        const what = row['what'] ?? '';
        const isListed = spec.listed.includes(what) && i < spec.listed.length;
        return (
          <div
            key={row['id'] ?? i}
            className={`grid items-baseline gap-x-3 border-b border-rule-2 py-1 ${GRID}`}
          >
            {isListed ? (
              <span className="font-semibold">{what}</span>
            ) : (
              <RowInput
                label={`Thing ${i + 1}`}
                value={what}
                onChange={(e) => type(i, 'what', e.target.value)}
              />
            )}
            {(['out', 'in'] as const).map((key) => (
              <RowInput
                key={key}
                label={`${what || `Thing ${i + 1}`}, ${key === 'out' ? 'out' : 'in again'}`}
                inputMode="numeric"
                value={row[key] ?? ''}
                onChange={(e) => type(i, key, e.target.value)}
              />
            ))}
          </div>
        );
      })}
      <Button
        className="mt-2"
        onClick={() => set([...rows, { id: `t${Date.now()}`, what: '', out: '', in: '' }])}
      >
        Another thing
      </Button>
    </div>
  );
}
