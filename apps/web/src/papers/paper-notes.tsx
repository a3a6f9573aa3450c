import type { ReactElement } from 'react';
import { Link } from 'react-router';
import {
  documentEnding,
  documentOver,
  flightNarrowings,
  lastDayOf,
  narrowings,
  standingAnswer,
  type StationId,
} from '@kanzel/core';
import { MarginNote } from '../shell/frame.tsx';
import { useNow } from '../shell/plate.tsx';
import { FlightNarrowed } from '../station/flight-narrowed.tsx';
import { useCampaign } from '../station/campaign-context.ts';

/** Where the conditions of permits matter: they narrow the loading and the flight. What a finding takes stands everywhere. */
const NARROWED: readonly StationId[] = ['loading', 'ready', 'flight'];

/** What the papers say beside the sheet: conditions of permits, and documents that run out before the campaign ends. */
export function PaperNotes({ station }: { station: StationId | undefined }): ReactElement | null {
  const view = useCampaign();
  const now = useNow(60_000).toISOString();
  const { state, index } = view;
  const conditions = station && NARROWED.includes(station) ? narrowings(state, index, now) : [];
  const room = { day: now.slice(0, 10), hours: index.basis.aircraft.hours };
  const ending =
    station === 'papers' || station === 'ready'
      ? [...index.parts.values()].flatMap(({ key, check }) => {
          const answer = standingAnswer(state.parts.get(key))?.answer;
          if (answer?.kind !== 'document') return [];
          const why =
            documentOver(answer.document, room) ?? documentEnding(answer.document, lastDayOf(state, now));
          return why ? [{ check: check.id, title: check.title, station: check.station, why }] : [];
        })
      : [];
  const narrowed = flightNarrowings(state);
  if (conditions.length === 0 && ending.length === 0 && narrowed.length === 0) return null;
  return (
    <>
      {narrowed.length > 0 ? (
        <MarginNote title="The flight is narrowed">
          <FlightNarrowed />
        </MarginNote>
      ) : null}
      {ending.length > 0 ? (
        <MarginNote title="Running out">
          {ending.map((e) => (
            <p key={e.check} className="border-l-4 border-near pl-2">
              <Link
                to={`${view.base}/${e.station}?check=${e.check}`}
                className="underline decoration-rule underline-offset-3"
              >
                {e.title}
              </Link>
              : {view.say(e.why)}
            </p>
          ))}
        </MarginNote>
      ) : null}
      {conditions.length > 0 ? (
        <MarginNote title="The permit allows">
          <ul className="list-disc space-y-0.5 pl-4">
            {conditions.map((c, i) => (
              <li key={i}>
                {c.text} <span className="cap">{c.number}</span>
              </li>
            ))}
          </ul>
        </MarginNote>
      ) : null}
    </>
  );
}
