import { useState, type ReactElement } from 'react';
import { formatFigure, legsOfTrack, placeAround, type Part, type SteadyLeg } from '@kanzel/core';
import { MOST_TRACK_BYTES, readTrackFile } from '@kanzel/formats';
import { useCampaign } from '../../station/campaign-context.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { TableFile } from '../table-file.tsx';
import { cellName } from './desk.ts';

const KNOT = 1852 / 3600;
/** A sheet takes no more of them. */
const MOST_LEGS = 12;

/** Legs of a track as they are typed: whole degrees, and tenths of a knot, without anything between the thousands. */
const typed = (leg: SteadyLeg): readonly [string, string] => [
  String(Math.round(leg.track) % 360),
  (leg.speed / KNOT).toFixed(1),
];

/** Finds the legs that were flown straight and level in a track, and writes them into the rows; what was shown is typed beside them. */
export function LegsFromTrack({ part }: { readonly part: Part }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const [said, setSaid] = useState<string>();
  const take = (name: string, text: string): void => {
    const read = readTrackFile(text);
    if (!read.ok) return setSaid(`${name}: ${read.error}`);
    const [first] = read.value.points;
    const legs = legsOfTrack(
      read.value.points.map((p) => ({ ...placeAround(first ?? p, p), at: p.at, height: p.height })),
    );
    const longest = [...legs]
      .sort((a, b) => b.to - b.from - (a.to - a.from))
      .slice(0, MOST_LEGS)
      .sort((a, b) => a.from - b.from);
    if (longest.length === 0)
      return setSaid(
        `${name}: nothing in it was flown straight, level and evenly for 25 s. Nothing was changed.`,
      );
    const texts = Object.entries(draft.texts ?? {}).filter(([cell]) => !/ (track|ground)$/.test(cell));
    const taken = Object.entries(draft.taken ?? {}).filter(([cell]) => !/ (track|ground)$/.test(cell));
    changeDraft(view.id, part.key, {
      texts: {
        ...Object.fromEntries(texts),
        ...Object.fromEntries(
          longest.flatMap((leg, i) => {
            const [track, ground] = typed(leg);
            return [
              [cellName(i + 1, 'track'), track],
              [cellName(i + 1, 'ground'), ground],
            ];
          }),
        ),
      },
      taken: Object.fromEntries(taken),
      picks: { ...draft.picks, rows: String(Math.max(longest.length, Number(draft.picks?.['rows'] ?? 0))) },
    });
    setSaid(
      `${name}: ${legs.length} legs flown straight and level${legs.length > longest.length ? `, the ${longest.length} longest of them taken` : ''}, ${longest
        .map((l) => `${formatFigure(l.to - l.from, 1)} s at ${formatFigure(l.height / 0.3048, 10)} ft`)
        .join(', ')}.`,
    );
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 py-1">
      <TableFile
        words="Import legs from a track"
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
