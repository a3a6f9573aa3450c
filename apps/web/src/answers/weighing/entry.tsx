import type { ReactElement } from 'react';
import { ownMember, type LoadingData } from '@kanzel/core';
import type { EntryProps } from '../answer-view.ts';
import { useCampaign } from '../../station/campaign-context.ts';
import { draftOf, useDrafts } from '../drafts.ts';
import { Button } from '../../ui/button.tsx';
import { Choices } from '../../ui/field.tsx';
import { FigureCell } from '../../ui/figure-cell.tsx';
import { RowInput } from '../../ui/row-input.tsx';
import { HandBalance } from '../../loading/hand-balance.tsx';
import { ReadFrom } from '../../loading/read-from.tsx';
import { WeighedResult } from '../../loading/weighed-result.tsx';
import { weighingDesk, type WeighingDesk } from '../../loading/weighing-desk.ts';
import { extraRows, isByHand } from '../../loading/weighing-draft.ts';
import { WeighingScales } from '../../loading/weighing-scales.tsx';

/** How it stood while it was weighed. */
function Level({ desk }: { desk: WeighingDesk }): ReactElement {
  const { part, draft, text, texts, pick } = desk;
  return (
    <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2">
      <label className="flex items-baseline gap-2">
        <span>Nose up by</span>
        <FigureCell
          label="Nose up, degrees"
          text={draft.texts?.['along']}
          before="—"
          onChange={(t) => text('along', t)}
        />
        <span className="text-ink-2">°</span>
      </label>
      <label className="flex items-baseline gap-2">
        <span>Right wing down by</span>
        <FigureCell
          label="Right wing down, degrees"
          text={draft.texts?.['across']}
          before="—"
          onChange={(t) => text('across', t)}
        />
        <span className="text-ink-2">°</span>
      </label>
      {draft.texts?.['along'] || draft.texts?.['across'] ? null : (
        <Button
          kind="quiet"
          onClick={() =>
            texts([
              ['along', '0.0'],
              ['across', '0.0'],
            ])
          }
        >
          Stands level
        </Button>
      )}
      <ReadFrom part={part} draft={draft} role="level" put={pick} />
    </div>
  );
}

/** What was in the tanks. */
function FuelAboard({ desk, tanks }: { desk: WeighingDesk; tanks: LoadingData['tanks'] }): ReactElement {
  const { draft, units, text, pick } = desk;
  return (
    <div className="mt-3">
      <Choices
        tight
        value={draft.picks?.['fuel'] ?? 'drained'}
        options={[
          { id: 'drained', text: 'Drained' },
          { id: 'dry', text: 'Never filled' },
          { id: 'aboard', text: 'Fuel aboard' },
        ]}
        onChange={(f) => pick('fuel', f)}
      />
      {draft.picks?.['fuel'] === 'aboard' ? (
        <div className="-mt-2 flex flex-wrap gap-x-6 gap-y-1">
          {tanks.map((t) => (
            <label key={t.id} className="flex items-baseline gap-2">
              <span>{t.title}</span>
              <FigureCell
                label={`${t.title}, ${units.volume} aboard`}
                text={ownMember(draft.texts, `fuel ${t.id}`)}
                before="—"
                onChange={(v) => text(`fuel ${t.id}`, v)}
              />
              <span className="text-ink-2">{units.volume}</span>
            </label>
          ))}
        </div>
      ) : null}
    </div>
  );
}

/** What was aboard and does not belong to the empty aircraft, or was missing and does. */
function Extras({ desk }: { desk: WeighingDesk }): ReactElement {
  const { index, draft, units, rows } = desk;
  const extras = extraRows(index, draft);
  return (
    <div className="mt-1">
      {extras.map((row, i) => {
        const set = (key: string, value: string): void =>
          rows(
            'extras',
            extras.map((r, k) => (k === i ? { ...r, [key]: value } : r)),
          );
        return (
          <div
            key={row['id'] ?? i}
            className="grid grid-cols-[9rem_minmax(7rem,1fr)_5.4rem_5.4rem_auto] items-center gap-x-2 max-sm:grid-cols-2"
          >
            <select
              aria-label="Aboard or missing"
              value={row['missing'] ?? 'no'}
              onChange={(e) => set('missing', e.target.value)}
              className="min-h-9 max-lg:min-h-14 border-0 border-b-2 border-rule bg-transparent"
            >
              <option value="no">Aboard, taken off</option>
              <option value="yes">Missing, put back</option>
            </select>
            <RowInput
              label="What"
              value={row['title'] ?? ''}
              onChange={(e) => set('title', e.target.value)}
            />
            <FigureCell
              label={`Its mass, ${units.mass}`}
              text={row['mass']}
              before={units.mass}
              onChange={(t) => set('mass', t)}
            />
            <FigureCell
              label={`Its arm, ${units.arm}`}
              text={row['arm']}
              before={units.arm}
              onChange={(t) => set('arm', t)}
            />
            <Button
              kind="quiet"
              onClick={() =>
                rows(
                  'extras',
                  extras.filter((_, k) => k !== i),
                )
              }
            >
              Take off
            </Button>
          </div>
        );
      })}
      <Button
        kind="quiet"
        className="-ml-2"
        onClick={() =>
          rows('extras', [...extras, { id: `e${Date.now()}`, title: '', mass: '', arm: '', missing: 'no' }])
        }
      >
        Something was aboard, or missing
      </Button>
    </div>
  );
}

/** A weighing on two to four scales: each read more than once, with its tare, the level, the fuel and what else was aboard. */
export function WeighingEntry({ part }: EntryProps<'weighing'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const desk = weighingDesk(view.id, view.index, part, draft);
  const { data, text, pick } = desk;
  const model = part.check.answer.kind === 'weighing' && part.check.answer.method === 'hand';
  const method = model ? (
    <Choices
      tight
      value={isByHand(part, draft) ? 'hand' : 'scales'}
      options={[
        { id: 'hand', text: 'Held at two points' },
        { id: 'scales', text: 'On two scales' },
      ]}
      onChange={(m) => pick('method', m)}
    />
  ) : null;
  if (isByHand(part, draft))
    return (
      <>
        {method}
        <HandBalance part={part} draft={draft} text={text} pick={pick} />
      </>
    );
  return (
    <div>
      {method}
      <WeighingScales desk={desk} />
      <Level desk={desk} />
      {data && data.tanks.length > 0 ? <FuelAboard desk={desk} tanks={data.tanks} /> : null}
      <Extras desk={desk} />
      <WeighedResult part={part} draft={draft} />
    </div>
  );
}
