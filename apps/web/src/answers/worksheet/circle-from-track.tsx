import type { ReactElement } from 'react';
import { circleInTrack, formatFigure, ok, type Part } from '@kanzel/core';
import { cellName } from './desk.ts';
import { FromTrack, without } from './from-track.tsx';

const FILLED = ['flown', 'furthest', 'lowest', 'highest'] as const;
const NAMES: ReadonlySet<string> = new Set(FILLED.map((id) => cellName(0, id)));

/** Finds the longest circling in a track, and writes what it was into the head of the sheet. */
export const CircleFromTrack = ({ part }: { readonly part: Part }): ReactElement => (
  <FromTrack
    part={part}
    words="Import the circle from a track"
    fill={(moments, draft) => {
      const found = circleInTrack(moments);
      if (!found.ok) return found;
      const { radius, furthest, lowest, highest, turned, from, to } = found.value;
      const figures = { flown: radius, furthest, lowest, highest };
      return ok({
        draft: {
          texts: {
            ...draft.texts,
            ...Object.fromEntries(FILLED.map((id) => [cellName(0, id), figures[id].toFixed(1)])),
          },
          taken: without(draft.taken, (cell) => NAMES.has(cell)),
        },
        said: `${formatFigure(Math.abs(turned) / 360, 0.1)} rounds to the ${turned > 0 ? 'right' : 'left'} in ${formatFigure(to - from, 1)} s.`,
      });
    }}
  />
);
