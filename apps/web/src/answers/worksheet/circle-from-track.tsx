import { useState, type ReactElement } from 'react';
import { circleInTrack, formatFigure, placeAround, type Part } from '@kanzel/core';
import { MOST_TRACK_BYTES, readTrackFile } from '@kanzel/formats';
import { useCampaign } from '../../station/campaign-context.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { TableFile } from '../table-file.tsx';
import { cellName } from './desk.ts';

const FILLED = ['flown', 'furthest', 'lowest', 'highest'] as const;

/** Finds the longest circling in a track, and writes what it was into the head of the sheet. */
export function CircleFromTrack({ part }: { readonly part: Part }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const [said, setSaid] = useState<string>();
  const take = (name: string, text: string): void => {
    const read = readTrackFile(text);
    if (!read.ok) return setSaid(`${name}: ${read.error}`);
    const [first] = read.value.points;
    const found = circleInTrack(
      read.value.points.map((p) => ({ ...placeAround(first ?? p, p), at: p.at, height: p.height })),
    );
    if (!found.ok) return setSaid(`${name}: ${view.say(found.error)} Nothing was changed.`);
    const { radius, furthest, lowest, highest, turned, from, to } = found.value;
    const figures = { flown: radius, furthest, lowest, highest };
    const names = FILLED.map((id) => cellName(0, id));
    changeDraft(view.id, part.key, {
      texts: {
        ...draft.texts,
        ...Object.fromEntries(FILLED.map((id) => [cellName(0, id), figures[id].toFixed(1)])),
      },
      taken: Object.fromEntries(Object.entries(draft.taken ?? {}).filter(([cell]) => !names.includes(cell))),
    });
    setSaid(
      `${name}: ${formatFigure(Math.abs(turned) / 360, 0.1)} rounds to the ${turned > 0 ? 'right' : 'left'} in ${formatFigure(to - from, 1)} s.`,
    );
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 py-1">
      <TableFile
        words="Import the circle from a track"
        accept=".gpx,.nmea,.txt,.csv,.log"
        most={MOST_TRACK_BYTES}
        onText={take}
      />
      <span role="status" className="text-[0.9rem]">
        {said}
      </span>
    </div>
  );
}
