import type { ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import type { EntryProps } from '../answer-view.ts';
import type { PartDraft, Row } from '../desk.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { Button } from '../../ui/button.tsx';
import { RowInput } from '../../ui/row-input.tsx';
import { AsLastTime } from '../../papers/as-last-time.tsx';
import { TakeCopies } from '../../papers/copies.tsx';
import { ownMember } from '@kanzel/core';

const CONDITIONS = [
  ['highest', 'Not higher than'],
  ['heaviest', 'Not heavier than'],
  ['crew', 'Aboard at most'],
  ['dayOnly', 'By day only'],
  ['other', 'Another condition'],
] as const;
const UNIT_HINT: Readonly<Record<string, string>> = { highest: '1500 m', heaviest: '690 kg', crew: '1' };

/** A line of a document: its words before, what is written after. */
function Line({
  words,
  value,
  hint,
  onChange,
}: {
  words: string;
  value: string;
  hint?: string;
  onChange: (text: string) => void;
}): ReactElement {
  return (
    <label className="grid grid-cols-[11rem_minmax(0,1fr)] items-baseline gap-x-3 max-sm:grid-cols-1">
      <span className="text-ink-2">{words}</span>
      <RowInput
        bare
        label={words}
        placeholder={hint ?? ''}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}

function Conditions({
  rows,
  onChange,
}: {
  rows: readonly Row[];
  onChange: (rows: readonly Row[]) => void;
}): ReactElement {
  const set = (i: number, key: string, value: string): void =>
    onChange(rows.map((r, k) => (k === i ? { ...r, [key]: value } : r)));
  return (
    <div className="mt-3">
      <p className="text-[0.82rem] font-bold">Conditions that narrow the flight</p>
      {rows.map((row, i) => {
        const kind = row['kind'] ?? 'other';
        return (
          <div
            key={row['id'] ?? i}
            className="grid grid-cols-[10.5rem_6.5rem_minmax(0,1fr)_auto] items-center gap-x-2 max-sm:grid-cols-2"
          >
            <select
              aria-label="Kind of condition"
              value={kind}
              onChange={(e) => set(i, 'kind', e.target.value)}
              className="min-h-9 max-lg:min-h-14 border-0 border-b-2 border-rule bg-transparent"
            >
              {CONDITIONS.map(([id, words]) => (
                <option key={id} value={id}>
                  {words}
                </option>
              ))}
            </select>
            {Object.hasOwn(UNIT_HINT, kind) ? (
              <RowInput
                label="Figure of the condition"
                placeholder={ownMember(UNIT_HINT, kind)}
                value={row['value'] ?? ''}
                onChange={(e) => set(i, 'value', e.target.value)}
              />
            ) : (
              <span />
            )}
            <RowInput
              label="In the words of the paper"
              value={row['text'] ?? ''}
              onChange={(e) => set(i, 'text', e.target.value)}
            />
            <Button kind="quiet" onClick={() => onChange(rows.filter((_, k) => k !== i))}>
              Take off
            </Button>
          </div>
        );
      })}
      <Button
        kind="quiet"
        className="-ml-2"
        onClick={() => onChange([...rows, { id: `c${Date.now()}`, kind: 'highest', value: '', text: '' }])}
      >
        Add a condition
      </Button>
    </div>
  );
}

/** A certificate, permit or policy in hand: its number, its end, what it allows only under conditions, and its copy. */
export function DocumentEntry({ part, spec }: EntryProps<'document'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const put = (change: Partial<PartDraft>): void => changeDraft(view.id, part.key, change);
  const text = (key: string, value: string): void => put({ texts: { ...draft.texts, [key]: value } });
  const line = (key: string, words: string, hint?: string): ReactElement => (
    <Line
      words={words}
      value={ownMember(draft.texts, key) ?? ''}
      {...(hint ? { hint } : {})}
      onChange={(t) => text(key, t)}
    />
  );
  return (
    <div className="max-w-2xl">
      <AsLastTime part={part} />
      {line('number', 'Number')}
      {line('by', 'Issued by')}
      {line('issued', 'Issued on', '2026-12-08')}
      {spec.runsOut === 'date' ? line('expires', 'Last day in force', '2026-12-08') : null}
      {spec.runsOut === 'hours' ? line('hours', 'Runs out at, hours', '3000') : null}
      {spec.runsOut === 'cycles' ? line('cycles', 'Runs out at, cycles') : null}
      {spec.runsOut === 'cycles' ? line('cyclesNow', 'Cycles now') : null}
      <Conditions
        rows={draft.lists?.['conditions'] ?? []}
        onChange={(rows) => put({ lists: { ...draft.lists, conditions: rows } })}
      />
      <TakeCopies
        scans={draft.scans?.['paper'] ?? []}
        words={spec.copy ? 'Add the copy that belongs to the record' : 'Add a copy'}
        onChange={(scans) => put({ scans: { ...draft.scans, paper: scans } })}
      />
      <PreviewVerdicts part={part} draft={draft} />
    </div>
  );
}
