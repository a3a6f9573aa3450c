import type { ReactElement } from 'react';
import { ownMember, formatFigure, type Part } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import type { PartDraft, Row } from '../answers/desk.ts';
import { changeDraft, draftOf, useDrafts } from '../station/part-draft.ts';
import { Button } from '../ui/button.tsx';
import { Choices } from '../ui/field.tsx';
import { FigureCell } from '../ui/figure-cell.tsx';
import { RowInput } from '../ui/row-input.tsx';
import { HandBalance } from './hand-balance.tsx';
import { ReadFrom } from './read-from.tsx';
import { ReadScales } from './scales.tsx';
import { WeighedResult } from './weighed-result.tsx';
import {
  chosenInstrument,
  extraRows,
  isByHand,
  MOST_READINGS,
  scalePoints,
  weighingUnits,
} from './weighing-draft.ts';

/** A weighing on two to four scales: each read more than once, with its tare, the level, the fuel and what else was aboard. */
export function WeighingEntry({ part }: { part: Part }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const { index } = view;
  const data = index.basis.aircraft.loading;
  const units = weighingUnits(index);
  const put = (change: Partial<PartDraft>): void => changeDraft(view.id, part.key, change);
  const texts = (typed: readonly (readonly [string, string])[]): void =>
    put({ texts: { ...draft.texts, ...Object.fromEntries(typed) } });
  const text = (key: string, value: string): void => texts([[key, value]]);
  const pick = (key: string, value: string): void => put({ picks: { ...draft.picks, [key]: value } });
  const rows = (list: string, next: readonly Row[]): void => put({ lists: { ...draft.lists, [list]: next } });
  const model = part.check.answer.kind === 'weighing' && part.check.answer.method === 'hand';
  const method = model ? (
    <Choices
      label=""
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
  const points = scalePoints(index, draft);
  const typed = draft.lists?.['points'] ?? [];
  const extras = extraRows(index, draft);
  const untared = points.filter((p) => !ownMember(draft.texts, `tare ${p.id}`)?.trim());
  /** Which reading of a point the scales fill next: the first that is empty. */
  const nextReading = (id: string): number | undefined =>
    Array.from({ length: MOST_READINGS }, (_, k) => k).find(
      (k) => !ownMember(draft.texts, `read ${id} ${k}`)?.trim(),
    );
  const grid =
    'grid grid-cols-[minmax(8rem,1fr)_5.4rem_5.4rem_repeat(3,5.4rem)] items-center gap-x-2 max-sm:grid-cols-3';
  return (
    <div>
      {method}
      <div role="group" aria-label="Scales">
        <div className={`${grid} cap border-b border-rule max-sm:hidden`}>
          <span>Under</span>
          <span className="text-right">arm {units.arm}</span>
          <span className="text-right">tare {units.mass}</span>
          <span className="text-right">read {units.mass}</span>
          <span className="text-right">again</span>
          <span className="text-right">again</span>
        </div>
        {points.map((p, i) => (
          <div key={p.id} className={`${grid} border-b border-rule-2 py-0.5`}>
            {data ? (
              <span>{p.title}</span>
            ) : (
              <RowInput
                label="Under which leg"
                value={typed[i]?.['title'] ?? ''}
                onChange={(e) =>
                  rows(
                    'points',
                    typed.map((r, k) => (k === i ? { ...r, title: e.target.value } : r)),
                  )
                }
              />
            )}
            {data ? (
              <span className="text-right text-ink-2">
                {formatFigure(Number(p.arm), units.arm === 'mm' ? 1 : 0.1)}
                <span className="sm:hidden"> {units.arm}</span>
              </span>
            ) : (
              <FigureCell
                label={`${p.title}, arm in ${units.arm}`}
                text={p.arm}
                before=""
                onChange={(t) =>
                  rows(
                    'points',
                    typed.map((r, k) => (k === i ? { ...r, arm: t } : r)),
                  )
                }
              />
            )}
            <FigureCell
              label={`${p.title}, tare in ${units.mass}`}
              caption={`tare ${units.mass}`}
              text={ownMember(draft.texts, `tare ${p.id}`)}
              before="—"
              onChange={(t) => text(`tare ${p.id}`, t)}
            />
            {Array.from({ length: MOST_READINGS }, (_, k) => (
              <FigureCell
                key={k}
                label={`${p.title}, reading ${k + 1} in ${units.mass}`}
                caption={k === 0 ? `read ${units.mass}` : 'again'}
                text={ownMember(draft.texts, `read ${p.id} ${k}`)}
                before="—"
                onChange={(t) => text(`read ${p.id} ${k}`, t)}
              />
            ))}
          </div>
        ))}
        {data || points.length >= 4 ? null : (
          <Button
            kind="quiet"
            onClick={() =>
              rows('points', [...typed, { id: String(typed.length + 1), title: '', arm: '', lateral: '' }])
            }
          >
            Another scale
          </Button>
        )}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        <ReadScales
          unit={units.mass}
          instrument={chosenInstrument(index, part, draft, 'scales')}
          points={points}
          onTake={(taken) => {
            texts(
              Object.entries(taken).flatMap(([id, value]) => {
                const k = nextReading(id);
                return k === undefined ? [] : [[`read ${id} ${k}`, value] as const];
              }),
            );
          }}
        />
        {untared.length === 0 ? null : (
          <Button kind="quiet" onClick={() => texts(untared.map((p) => [`tare ${p.id}`, '0']))}>
            {untared.length === points.length ? 'All set to nought' : 'The others set to nought'}
          </Button>
        )}
        <ReadFrom part={part} draft={draft} role="scales" put={pick} />
      </div>
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
      {data && data.tanks.length > 0 ? (
        <div className="mt-3">
          <Choices
            label=""
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
              {data.tanks.map((t) => (
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
      ) : null}
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
      <WeighedResult part={part} draft={draft} />
    </div>
  );
}
