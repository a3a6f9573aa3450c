import { useState, type ReactElement } from 'react';
import { formatFigure, stepResponses, type Part } from '@kanzel/core';
import { MOST_TRACK_BYTES, readRollTable, readVehicleLog } from '@kanzel/formats';
import { useCampaign } from '../../station/campaign-context.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { TableFile } from '../table-file.tsx';
import { cellName } from './desk.ts';
import { without } from './from-track.tsx';

/** So many steps a sheet holds; the first are taken. */
const MOST = 12;
const FILLED = ['from', 'to', 'past', 'settled', 'swing'] as const;
const isFilled = (cell: string): boolean => / (from|to|past|settled|swing)$/.test(cell);

/** Finds the steps that were commanded in a log of the vehicle or a table, and writes how each was taken up. */
export function StepsFromLog({ part }: { readonly part: Part }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const [said, setSaid] = useState<string>();
  const take = (name: string, read: ReturnType<typeof readRollTable>): void => {
    if (!read.ok) return setSaid(`${name}: ${read.error}`);
    const found = stepResponses(read.value);
    if (!found.ok) return setSaid(`${name}: ${view.say(found.error)} Nothing was changed.`);
    const draft = draftOf(drafts, view.id, part.key);
    const steps = found.value.slice(0, MOST);
    const texts = steps.flatMap((s, i) => {
      const figures = {
        from: s.from.toFixed(1),
        to: s.to.toFixed(1),
        past: (s.overshoot * Math.abs(s.to - s.from)).toFixed(1),
        settled: s.settled?.toFixed(1) ?? '',
        swing: s.swing.toFixed(1),
      };
      return FILLED.map((id) => [cellName(i + 1, id), figures[id]] as const);
    });
    changeDraft(view.id, part.key, {
      texts: { ...without(draft.texts, isFilled), ...Object.fromEntries(texts) },
      taken: without(draft.taken, isFilled),
      picks: { ...draft.picks, rows: String(Math.max(steps.length, Number(draft.picks?.['rows'] ?? 0))) },
    });
    const slowest = steps.reduce((a, s) => Math.max(a, s.settled ?? Infinity), 0);
    setSaid(
      `${name}: ${found.value.length} steps${found.value.length > MOST ? `, the first ${MOST} taken` : ''}; ${Number.isFinite(slowest) ? `all settled within ${formatFigure(slowest, 0.1)} s` : 'not all of them settled'}.`,
    );
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 py-1">
      <TableFile
        words="Import steps from a log"
        accept=".csv,.bin,.log"
        most={MOST_TRACK_BYTES}
        onText={(name, text) => take(name, readRollTable(text))}
        onBytes={(name, bytes) => {
          const read = readVehicleLog(bytes);
          take(name, read.ok ? { ok: true, value: read.value.roll } : read);
        }}
      />
      <span role="status" className="text-[0.9rem]">
        {said}
      </span>
    </div>
  );
}
