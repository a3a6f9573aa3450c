import type { ReactElement } from 'react';
import { equipmentChanges } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { Row } from '../desk.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { Button } from '../../ui/button.tsx';
import { Choices } from '../../ui/field.tsx';
import { RowInput } from '../../ui/row-input.tsx';
import { equipmentRows } from './desk.ts';

/** What the list says was changed since the last weighing: what a second look goes to first. */
function SinceWeighing(): ReactElement | null {
  const { index } = useCampaign();
  const { loading, equipment = [] } = index.basis.aircraft;
  const { report } = loading ?? {};
  if (!report) return null;
  const changes = equipmentChanges(report.equipment, equipment);
  return (
    <p className="mt-2 text-[0.86rem] text-ink-2">
      Since weighing report {report.number} of {report.on}:{' '}
      {changes.length === 0
        ? 'nothing changed on the list.'
        : changes
            .map(
              (c) =>
                `${(c.after ?? c.before)?.title ?? ''} ${c.change}${c.change === 'exchanged' ? ` (${c.before?.serial ?? ''} to ${c.after?.serial ?? ''})` : ''}`,
            )
            .join('; ') + '.'}
    </p>
  );
}

/** The equipment list, thing by thing, as it is found at the aircraft. */
export function EquipmentEntry({ part }: EntryProps<'equipment'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const { aircraft } = view.index.basis;
  const rows = equipmentRows(aircraft, draft);
  const set = (next: readonly Row[]): void =>
    changeDraft(view.id, part.key, { lists: { ...draft.lists, seen: next } });
  const type = (i: number, key: string, value: string): void =>
    set(rows.map((r, k) => (k === i ? { ...r, [key]: value } : r)));
  return (
    <div>
      {rows.map((row, i) => (
        <div
          key={row['id'] ?? i}
          className="grid grid-cols-[minmax(8rem,1fr)_7rem_7rem_auto] items-center gap-x-3 border-b border-rule-2 py-0.5 max-sm:grid-cols-2"
        >
          {aircraft.equipment?.some((e) => e.id === row['id']) ? (
            <span>{row['title']}</span>
          ) : (
            <RowInput
              label="What"
              value={row['title'] ?? ''}
              onChange={(e) => type(i, 'title', e.target.value)}
            />
          )}
          <RowInput
            label="part number"
            value={row['partNumber'] ?? ''}
            onChange={(e) => type(i, 'partNumber', e.target.value)}
          />
          <RowInput
            label="serial"
            value={row['serial'] ?? ''}
            onChange={(e) => type(i, 'serial', e.target.value)}
          />
          <span className="[&_fieldset]:mb-0">
            <Choices
              tight
              value={row['there'] === '' ? undefined : row['there']}
              options={[
                { id: 'yes', text: 'Is there' },
                { id: 'no', text: 'Is not' },
              ]}
              onChange={(v) => type(i, 'there', v)}
            />
          </span>
        </div>
      ))}
      <div className="flex flex-wrap gap-x-2">
        <Button
          kind="quiet"
          className="-ml-2"
          onClick={() =>
            set([...rows, { id: `x${Date.now()}`, title: '', partNumber: '', serial: '', there: 'yes' }])
          }
        >
          Something else is fitted
        </Button>
        {rows.length > 1 && rows.some((r) => r['there'] === '') ? (
          <Button
            kind="quiet"
            onClick={() => set(rows.map((r) => (r['there'] === '' ? { ...r, there: 'yes' } : r)))}
          >
            The rest is there, with these numbers
          </Button>
        ) : null}
      </div>
      <SinceWeighing />
      <PreviewVerdicts part={part} draft={draft} />
    </div>
  );
}
