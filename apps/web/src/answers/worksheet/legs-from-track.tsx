import type { ReactElement } from 'react';
import { err, formatFigure, legsOfTrack, ok, reason, type Part } from '@kanzel/core';
import { cellName } from './desk.ts';
import { FromTrack, without } from './from-track.tsx';
import { legAsTyped } from './leg-as-typed.ts';

/** A sheet of one speed takes no more of them; one of several takes twice as many. */
const MOST_LEGS = 12;
const isFilled = (cell: string): boolean => / (track|ground)$/.test(cell);

/** Finds the legs that were flown straight and level in a track, and writes them into the rows; what was shown is typed beside them. */
export const LegsFromTrack = ({ part }: { readonly part: Part }): ReactElement => (
  <FromTrack
    part={part}
    words="Import legs from a track"
    fill={(moments, draft) => {
      const spec = part.check.answer;
      const most = spec.kind === 'worksheet' && spec.sheet === 'airspeed-table' ? 2 * MOST_LEGS : MOST_LEGS;
      const legs = legsOfTrack(moments);
      const longest = [...legs]
        .sort((a, b) => b.to - b.from - (a.to - a.from))
        .slice(0, most)
        .sort((a, b) => a.from - b.from);
      if (longest.length === 0) return err(reason('legsNotInTrack'));
      const cells = longest.flatMap((leg, i) => {
        const [track, ground] = legAsTyped(leg);
        return [
          [cellName(i + 1, 'track'), track],
          [cellName(i + 1, 'ground'), ground],
        ] as const;
      });
      return ok({
        draft: {
          texts: { ...without(draft.texts, isFilled), ...Object.fromEntries(cells) },
          taken: without(draft.taken, isFilled),
          picks: {
            ...draft.picks,
            rows: String(Math.max(longest.length, Number(draft.picks?.['rows'] ?? 0))),
          },
        },
        said: `${legs.length} legs flown straight and level${legs.length > longest.length ? `, the ${longest.length} longest of them imported` : ''}, ${longest
          .map((l) => `${formatFigure(l.to - l.from, 1)} s at ${formatFigure(l.height / 0.3048, 10)} ft`)
          .join(', ')}.`,
      });
    }}
  />
);
