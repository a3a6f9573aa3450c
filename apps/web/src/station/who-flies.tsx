import { useEffect, useState, type ReactElement } from 'react';
import { Link } from 'react-router';
import { peopleAboard } from '@kanzel/core';
import type { PersonView, RecordedFlightView } from '@kanzel/contract';
import { api } from '../api/client.ts';
import { useCrewHere } from '../calls/crew-here.ts';
import { rolesOf, useSession } from '../sync/session.ts';
import { useNow } from '../shell/plate.tsx';
import { dayInWords } from '../ui/when.ts';
import { useCampaign } from './campaign-context.ts';

/** So often within ninety days, as licences for carrying somebody ask it. */
const CURRENT = 3;

/** Flights of the last ninety days, as this installation has them; undefined until it said so. */
function useFlights(): readonly RecordedFlightView[] | undefined {
  const [flights, setFlights] = useState<readonly RecordedFlightView[]>();
  useEffect(() => {
    void api.get<RecordedFlightView[]>('/api/flights').then((f) => {
      if (f.ok) setFlights(f.value);
    });
  }, []);
  return flights;
}

function Pilot({
  pilot,
  flights,
  book,
}: {
  pilot: PersonView;
  flights: readonly RecordedFlightView[];
  book: string;
}): ReactElement {
  const own = flights.filter((f) => f.people.includes(pilot.id));
  const ofType = own.filter((f) => f.limitBook === book).length;
  const [last] = own;
  const little = own.length < CURRENT;
  return (
    <span className={little ? 'font-semibold text-near' : ''}>
      {pilot.fullName}:{' '}
      {last
        ? `${own.length === 1 ? 'one flight' : `${own.length} flights`} recorded here in 90 days, ${ofType} on this type, the last ${dayInWords(last.at.slice(0, 10))}`
        : 'no flight recorded here in 90 days'}
      {little ? '. Flights elsewhere are in the logbook: look.' : ''}
    </span>
  );
}

/** Who is aboard by the loading sheet, beside what the permits allow: nobody rides along on a check flight who is not needed. */
function Aboard(): ReactElement | null {
  const { state, index } = useCampaign();
  const now = useNow(60_000).toISOString();
  const aboard = peopleAboard(state, index, now);
  if (!aboard) return null;
  const { seats, allowed } = aboard;
  const tooMany = allowed !== undefined && seats.length > allowed.count;
  return (
    <p className={tooMany ? 'font-semibold text-out' : ''}>
      {seats.length === 0 ? 'Nobody aboard' : `Aboard, ${seats.length}`} by the loading sheet
      {seats.length > 0 ? `: ${seats.join(', ')}` : ''}
      {allowed ? `; ${allowed.number} allows ${allowed.count}` : ''}
      {seats.length > 1 && !tooMany ? '. Only who is needed flies along.' : ''}
    </p>
  );
}

/** Before the flight: who flies, watches and calls, and how current those are who may fly, by the flights recorded here. */
export function WhoFlies(): ReactElement | null {
  const view = useCampaign();
  const people = useSession((s) => s.people);
  const crew = useCrewHere(view.id);
  const flights = useFlights();
  if (!flights) return null;
  const there = [...crew.values()].flat().map((p) => p.person);
  const pilots = people.filter((p) => p.endedAt === undefined && rolesOf(p).includes('pilot'));
  const flying = pilots.filter((p) => there.includes(p.id));
  const shown = flying.length > 0 ? flying : pilots;
  return (
    <section aria-label="Who flies" className="border-b border-rule px-[22px] py-1.5 text-[0.92rem]">
      <p className="flex flex-wrap gap-x-5">
        {shown.length === 0 ? <span>Nobody here may act as pilot.</span> : null}
        {shown.map((pilot) => (
          <Pilot key={pilot.id} pilot={pilot} flights={flights} book={view.index.basis.limitBook.id} />
        ))}
      </p>
      <Aboard />
      {flying.length === 0 ? (
        <p>
          <Link className="underline underline-offset-4" to={`${view.base}/crew`}>
            No pilot has taken a position yet
          </Link>
        </p>
      ) : null}
    </section>
  );
}
