import type { ReactElement } from 'react';
import { flightsFlown, type Part } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { Button } from '../../ui/button.tsx';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { cellName } from './desk.ts';
import { without } from './from-track.tsx';

/** So many rows a tally holds: the newest are taken. */
const MOST = 12;
const MINUTE = 60_000;
const isFilled = (cell: string): boolean => / (minutes|landings)$/.test(cell);

/** The flights of this campaign, offered to the rows of the tally: how long each may have lasted at the most, and one landing each. */
export function FlightsOfRecord({ part }: { readonly part: Part }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const flights = flightsFlown(view.state, view.index).slice(-MOST);
  if (flights.length === 0)
    return <p className="py-1 text-[0.9rem] text-ink-2">The record holds no flight of this campaign.</p>;
  const take = (): void =>
    changeDraft(view.id, part.key, {
      texts: {
        ...without(draft.texts, isFilled),
        ...Object.fromEntries(
          flights.flatMap(({ from, to }, i) => [
            [cellName(i + 1, 'minutes'), String(Math.max(1, Math.floor((to - from) / MINUTE)))],
            [cellName(i + 1, 'landings'), '1'],
          ]),
        ),
      },
      taken: without(draft.taken, isFilled),
      picks: { ...draft.picks, rows: String(flights.length) },
    });
  const byGate = flights.some((f) => f.by === 'gate');
  return (
    <div className="flex flex-wrap items-center gap-x-4 py-1">
      <Button onClick={take}>
        {flights.length === 1
          ? 'Fill in the one flight of the record'
          : `Fill in the ${flights.length} flights of the record`}
      </Button>
      <span className="text-[0.9rem] text-ink-2">
        {byGate
          ? 'Each at the most: from the gate or the run to when it was said to be flown. Put right what was flown.'
          : 'From the run that lifted off to when it was said to be flown. Put right what was flown.'}
      </span>
    </div>
  );
}
