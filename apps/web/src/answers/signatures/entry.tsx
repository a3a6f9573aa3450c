import { useState, type ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import type { EntryProps } from '../answer-view.ts';
import type { PartDraft, Row } from '../desk.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { Button } from '../../ui/button.tsx';
import { MarkSign } from '../../ui/mark.tsx';
import { RowHeads, RowInput } from '../../ui/row-input.tsx';
import { TakeCopies } from '../../papers/copies.tsx';
import { itemRows } from './desk.ts';
import { ownMember } from '@kanzel/core';

/** How a row stands by itself: signed, and inspected where that is asked for. */
function rowMark(row: Row, inspected: boolean): 'within' | 'out' | 'notStarted' {
  if (!row['what']?.trim()) return 'notStarted';
  const done = row['doneBy']?.trim().toLowerCase() ?? '';
  const seen = row['inspectedBy']?.trim().toLowerCase() ?? '';
  if (done === '' && seen === '') return 'notStarted';
  return done === '' || (inspected && (seen === '' || seen === done)) ? 'out' : 'within';
}

/** Work items or inspection sheets: who did it, who looked, on which sheet, and a picture of it. Searched by any word. */
export function SignaturesEntry({ part, spec }: EntryProps<'signatures'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const [search, setSearch] = useState('');
  const draft = draftOf(drafts, view.id, part.key);
  const put = (change: Partial<PartDraft>): void => changeDraft(view.id, part.key, change);
  const rows = itemRows(view.state, draft);
  const set = (next: readonly Row[]): void => put({ lists: { ...draft.lists, items: next } });
  const type = (i: number, key: string, value: string): void =>
    set(rows.map((r, k) => (k === i ? { ...r, [key]: value } : r)));
  const wanted = search.trim().toLowerCase();
  const hit = (row: Row): boolean =>
    wanted === '' || Object.values(row).some((v) => v.toLowerCase().includes(wanted));
  const grid = spec.inspected
    ? 'grid-cols-[minmax(11rem,2fr)_4rem_1fr_6.2rem_1fr_6.2rem_5rem]'
    : 'grid-cols-[minmax(11rem,2fr)_4rem_1fr_6.2rem_5rem]';
  return (
    <div>
      {rows.length > 6 ? (
        <div className="max-w-xs">
          <RowInput label="Search the items" value={search} onChange={(e) => setSearch(e.target.value)} />
        </div>
      ) : null}
      <RowHeads
        grid={grid}
        heads={[
          'Work item or sheet',
          'Sheet no.',
          'Signed by',
          'on',
          ...(spec.inspected ? ['Inspected by', 'on'] : []),
          '',
        ]}
      />
      {rows.map((row, i) =>
        hit(row) ? (
          <div key={row['id'] ?? i} className="border-b border-rule-2 py-0.5">
            <div className={`grid ${grid} items-center gap-x-2 max-lg:grid-cols-2`}>
              <span className="flex items-center gap-2 max-lg:col-span-2">
                <MarkSign mark={rowMark(row, spec.inspected)} size={15} />
                <RowInput
                  label="Work item or sheet"
                  value={row['what'] ?? ''}
                  onChange={(e) => type(i, 'what', e.target.value)}
                />
              </span>
              <RowInput
                label="sheet no."
                value={row['sheet'] ?? ''}
                onChange={(e) => type(i, 'sheet', e.target.value)}
              />
              <RowInput
                label="signed by"
                value={row['doneBy'] ?? ''}
                onChange={(e) => type(i, 'doneBy', e.target.value)}
              />
              <RowInput
                label="on"
                value={row['doneOn'] ?? ''}
                onChange={(e) => type(i, 'doneOn', e.target.value)}
              />
              {spec.inspected ? (
                <>
                  <RowInput
                    label="inspected by"
                    value={row['inspectedBy'] ?? ''}
                    onChange={(e) => type(i, 'inspectedBy', e.target.value)}
                  />
                  <RowInput
                    label="on"
                    value={row['inspectedOn'] ?? ''}
                    onChange={(e) => type(i, 'inspectedOn', e.target.value)}
                  />
                </>
              ) : null}
              <Button kind="quiet" onClick={() => set(rows.filter((_, k) => k !== i))}>
                Take off
              </Button>
            </div>
            <div className="pl-7">
              <TakeCopies
                scans={ownMember(draft.scans, row['id'] ?? '') ?? []}
                words="Photograph the sheet"
                onChange={(scans) => put({ scans: { ...draft.scans, [row['id'] ?? '']: scans } })}
              />
            </div>
          </div>
        ) : null,
      )}
      <Button
        kind="quiet"
        className="-ml-2"
        onClick={() => set([...rows, { id: `w${Date.now()}`, what: '' }])}
      >
        Another item
      </Button>
      <PreviewVerdicts part={part} draft={draft} />
    </div>
  );
}
