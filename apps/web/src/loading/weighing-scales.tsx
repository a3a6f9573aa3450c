import type { ReactElement } from 'react';
import { formatFigure, ownMember } from '@kanzel/core';
import { Button } from '../ui/button.tsx';
import { FigureCell } from '../ui/figure-cell.tsx';
import { RowInput } from '../ui/row-input.tsx';
import { ReadFrom } from './read-from.tsx';
import { ReadScales } from './scales.tsx';
import { chosenInstrument, MOST_READINGS, scalePoints } from './weighing-draft.ts';
import type { WeighingDesk } from './weighing-desk.ts';

const GRID =
  'grid grid-cols-[minmax(8rem,1fr)_5.4rem_5.4rem_repeat(3,5.4rem)] items-center gap-x-2 max-sm:grid-cols-3';

/** One scale: under which leg, how far from the datum, its tare, and what it read. */
function ScaleRow({
  desk,
  point,
  at,
}: {
  desk: WeighingDesk;
  point: ReturnType<typeof scalePoints>[number];
  at: number;
}): ReactElement {
  const { data, draft, units, text, rows } = desk;
  const typed = draft.lists?.['points'] ?? [];
  const set = (key: string, value: string): void =>
    rows(
      'points',
      typed.map((r, k) => (k === at ? { ...r, [key]: value } : r)),
    );
  return (
    <div className={`${GRID} border-b border-rule-2 py-0.5`}>
      {data ? (
        <span>{point.title}</span>
      ) : (
        <RowInput
          label="Under which leg"
          value={typed[at]?.['title'] ?? ''}
          onChange={(e) => set('title', e.target.value)}
        />
      )}
      {data ? (
        <span className="text-right text-ink-2">
          {formatFigure(Number(point.arm), units.arm === 'mm' ? 1 : 0.1)}
          <span className="sm:hidden"> {units.arm}</span>
        </span>
      ) : (
        <FigureCell
          label={`${point.title}, arm in ${units.arm}`}
          text={point.arm}
          before=""
          onChange={(t) => set('arm', t)}
        />
      )}
      <FigureCell
        label={`${point.title}, tare in ${units.mass}`}
        caption={`tare ${units.mass}`}
        text={ownMember(draft.texts, `tare ${point.id}`)}
        before="—"
        onChange={(t) => text(`tare ${point.id}`, t)}
      />
      {Array.from({ length: MOST_READINGS }, (_, k) => (
        <FigureCell
          key={k}
          label={`${point.title}, reading ${k + 1} in ${units.mass}`}
          caption={k === 0 ? `read ${units.mass}` : 'again'}
          text={ownMember(draft.texts, `read ${point.id} ${k}`)}
          before="—"
          onChange={(t) => text(`read ${point.id} ${k}`, t)}
        />
      ))}
    </div>
  );
}

/** The scales: each read more than once, typed or taken over their line. */
export function WeighingScales({ desk }: { desk: WeighingDesk }): ReactElement {
  const { part, index, data, draft, units, texts, pick, rows } = desk;
  const points = scalePoints(index, draft);
  const typed = draft.lists?.['points'] ?? [];
  const untared = points.filter((p) => !ownMember(draft.texts, `tare ${p.id}`)?.trim());
  /** Which reading of a point the scales fill next: the first that is empty. */
  const nextReading = (id: string): number | undefined =>
    Array.from({ length: MOST_READINGS }, (_, k) => k).find(
      (k) => !ownMember(draft.texts, `read ${id} ${k}`)?.trim(),
    );
  return (
    <>
      <div role="group" aria-label="Scales">
        <div className={`${GRID} cap border-b border-rule max-sm:hidden`}>
          <span>Under</span>
          <span className="text-right">arm {units.arm}</span>
          <span className="text-right">tare {units.mass}</span>
          <span className="text-right">read {units.mass}</span>
          <span className="text-right">again</span>
          <span className="text-right">again</span>
        </div>
        {points.map((p, i) => (
          <ScaleRow key={p.id} desk={desk} point={p} at={i} />
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
          onTake={(taken) =>
            texts(
              Object.entries(taken).flatMap(([id, value]) => {
                const k = nextReading(id);
                return k === undefined ? [] : [[`read ${id} ${k}`, value] as const];
              }),
            )
          }
        />
        {untared.length === 0 ? null : (
          <Button kind="quiet" onClick={() => texts(untared.map((p) => [`tare ${p.id}`, '0']))}>
            {untared.length === points.length ? 'All set to nought' : 'The others set to nought'}
          </Button>
        )}
        <ReadFrom part={part} draft={draft} role="scales" put={pick} />
      </div>
    </>
  );
}
