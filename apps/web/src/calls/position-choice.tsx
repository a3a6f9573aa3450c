import type { ReactElement } from 'react';
import { positionsOf } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { takePosition, usePosition } from '../sync/position.ts';
import { useCrewHere } from './crew-here.ts';

/** The positions of a campaign, who is at each, and a press to take one with this device. */
export function PositionChoice(): ReactElement {
  const view = useCampaign();
  const here = useCrewHere(view.id);
  const own = usePosition(view.id);
  return (
    <ul className="m-0 grid max-w-3xl list-none gap-2 p-0 sm:grid-cols-2">
      {positionsOf(view.index).map((position) => {
        const who = here.get(position) ?? [];
        return (
          <li key={position}>
            <button
              type="button"
              aria-pressed={own === position}
              onClick={() => takePosition(view.id, position)}
              className={`flex min-h-14 w-full items-center justify-between gap-3 rounded-[3px] border-[1.5px] border-ink px-4 text-left text-lg ${own === position ? 'bg-ink font-bold text-sheet' : ''}`}
            >
              <span>{position.charAt(0).toUpperCase() + position.slice(1)}</span>
              <span className={`text-[0.86rem] ${own === position ? '' : 'text-ink-2'}`}>
                {who.length > 0 ? who.map((w) => (w.own ? 'this device' : w.name)).join(', ') : ''}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
