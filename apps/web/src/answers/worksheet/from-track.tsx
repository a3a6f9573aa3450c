import { useState, type ReactElement } from 'react';
import { placeAround, type LegMoment, type Part, type Reason, type Result } from '@kanzel/core';
import { MOST_TRACK_BYTES, readTrackFile, readVehicleLog } from '@kanzel/formats';
import { useCampaign } from '../../station/campaign-context.ts';
import type { PartDraft } from '../desk.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { TableFile } from '../table-file.tsx';

/** What a track fills in: the draft as it is then, and what was found, in words. */
export interface FilledByTrack {
  readonly draft: PartDraft;
  readonly said: string;
}

/** Reads a flown track, and fills in what is found in it; a file that cannot be read, or holds nothing of it, changes nothing. */
export function FromTrack({
  part,
  words,
  fill,
}: {
  readonly part: Part;
  readonly words: string;
  readonly fill: (moments: readonly LegMoment[], draft: PartDraft) => Result<FilledByTrack, Reason>;
}): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const [said, setSaid] = useState<string>();
  const take = (name: string, read: ReturnType<typeof readTrackFile>): void => {
    if (!read.ok) return setSaid(`${name}: ${read.error}`);
    const [first] = read.value.points;
    const moments = read.value.points.map((p) => ({
      ...placeAround(first ?? p, p),
      at: p.at,
      height: p.height,
    }));
    const filled = fill(moments, draftOf(drafts, view.id, part.key));
    if (!filled.ok) return setSaid(`${name}: ${view.say(filled.error)} Nothing was changed.`);
    changeDraft(view.id, part.key, filled.value.draft);
    setSaid(`${name}: ${filled.value.said}`);
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 py-1">
      <TableFile
        words={words}
        accept=".gpx,.nmea,.txt,.csv,.log,.bin"
        most={MOST_TRACK_BYTES}
        onText={(name, text) => take(name, readTrackFile(text))}
        onBytes={(name, bytes) => take(name, readVehicleLog(bytes))}
      />
      <span role="status" className="text-[0.9rem]">
        {said}
      </span>
    </div>
  );
}

/** Figures of a draft without those of the cells that are filled anew. */
export const without = <T,>(
  figures: Readonly<Record<string, T>> | undefined,
  isFilled: (cell: string) => boolean,
): Readonly<Record<string, T>> =>
  Object.fromEntries(Object.entries(figures ?? {}).filter(([cell]) => !isFilled(cell)));
