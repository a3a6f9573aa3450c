import type { ReactElement } from 'react';
import { ownMember, trailPieces } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { EntryProps } from '../answer-view.ts';
import type { PartDraft, Row } from '../desk.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { Button } from '../../ui/button.tsx';
import { RowHeads, RowInput } from '../../ui/row-input.tsx';
import { AsLastTime } from '../../papers/as-last-time.tsx';
import { TakeCopies } from '../../papers/copies.tsx';
import { trailFrom } from './desk.ts';
import { TrailLine } from '../../papers/trail-line.tsx';

const GRID = 'grid-cols-[minmax(8rem,1fr)_7rem_7rem_5.5rem_5.5rem_5.5rem]';
const NEW: Row = { id: 'b1', book: '', from: '', to: '', hoursFrom: '0', hoursTo: '' };

/** The logbooks, one a row, and the line they make. */
export function TrailEntry({ part, spec }: EntryProps<'trail'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const put = (change: Partial<PartDraft>): void => changeDraft(view.id, part.key, change);
  const rows = draft.lists?.['books'] ?? [NEW];
  const set = (next: readonly Row[]): void => put({ lists: { ...draft.lists, books: next } });
  const type = (i: number, key: string, value: string): void =>
    set(rows.map((r, k) => (k === i ? { ...r, [key]: value } : r)));
  const made = trailFrom(draft);
  const room = { day: new Date().toISOString().slice(0, 10), hours: view.index.basis.aircraft.hours };
  const pieces = made.ok ? trailPieces(made.value.stretches, spec.quietDays, room) : [];
  return (
    <div>
      <AsLastTime part={part} />
      <TrailLine pieces={pieces} />
      <RowHeads
        grid={GRID}
        heads={['Logbook', 'First line', 'Last line', 'Hours at first', 'Hours at last', '']}
      />
      {rows.map((row, i) => (
        <div key={row['id'] ?? i} className="border-b border-rule-2 py-1">
          <div className={`grid ${GRID} items-center gap-x-2 max-lg:grid-cols-2`}>
            <RowInput
              label="Logbook"
              value={row['book'] ?? ''}
              onChange={(e) => type(i, 'book', e.target.value)}
            />
            <RowInput
              label="first line"
              value={row['from'] ?? ''}
              onChange={(e) => type(i, 'from', e.target.value)}
            />
            <RowInput
              label="last line"
              value={row['to'] ?? ''}
              onChange={(e) => type(i, 'to', e.target.value)}
            />
            <RowInput
              label="hours at first"
              value={row['hoursFrom'] ?? ''}
              onChange={(e) => type(i, 'hoursFrom', e.target.value)}
            />
            <RowInput
              label="hours at last"
              value={row['hoursTo'] ?? ''}
              onChange={(e) => type(i, 'hoursTo', e.target.value)}
            />
            <Button kind="quiet" onClick={() => set(rows.filter((_, k) => k !== i))}>
              Take off
            </Button>
          </div>
          <div className="flex flex-wrap items-center gap-x-4">
            <span className="min-w-64 flex-1">
              <RowInput
                label="Why it does not join the one before, if it does not"
                value={row['explained'] ?? ''}
                onChange={(e) => type(i, 'explained', e.target.value)}
              />
            </span>
            <TakeCopies
              scans={ownMember(draft.scans, row['id'] ?? '') ?? []}
              onChange={(scans) => put({ scans: { ...draft.scans, [row['id'] ?? '']: scans } })}
            />
          </div>
        </div>
      ))}
      <Button
        kind="quiet"
        className="-ml-2"
        onClick={() =>
          set([
            ...rows,
            {
              ...NEW,
              id: `b${Date.now()}`,
              from: rows.at(-1)?.['to'] ?? '',
              hoursFrom: rows.at(-1)?.['hoursTo'] ?? '',
            },
          ])
        }
      >
        Another logbook
      </Button>
      <PreviewVerdicts part={part} draft={draft} />
    </div>
  );
}
