import { useEffect, useState, type ReactElement } from 'react';
import type { FieldView } from '@kanzel/contract';
import {
  daylightOf,
  flightBegan,
  landingForces,
  stoppedOnRun,
  timesLeft,
  type StationId,
  type TimeLeft,
} from '@kanzel/core';
import { api } from '../api/client.ts';
import { useNow } from '../shell/plate.tsx';
import { serverNow } from '../sync/clock.ts';
import { ExploreOrLand } from './explore-or-land.tsx';
import { NoteBar } from './flight-notes.tsx';
import { useCampaign } from './campaign-context.ts';

const MINUTE = 60_000;
/** With so little left it is said louder (min). */
const SOON = 10;
/** Where a flight is in hand, or about to be. */
const HERE: ReadonlySet<StationId> = new Set(['ready', 'flight']);

type Position = Pick<FieldView, 'latitude' | 'longitude'>;

/** Where the sun goes down: at the field of the plan, else of the installation; undefined where nobody said. */
function useField(planned: Position | undefined): Position | undefined {
  const [field, setField] = useState<Position>();
  useEffect(() => {
    if (planned) return;
    void api.get<{ field: FieldView | null }>('/api/field').then((f) => {
      if (f.ok && f.value.field) setField(f.value.field);
    });
  }, [planned]);
  return planned ?? field;
}

const sunsetAt = (now: number, { latitude, longitude }: Position): number | undefined =>
  daylightOf(new Date(now).toISOString().slice(0, 10), latitude, longitude).sunset;

const WORDS: Readonly<Record<TimeLeft['by'], string>> = {
  fuel: 'fuel',
  energy: 'battery',
  daylight: 'daylight',
};
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

function Left({ time, now, first }: { time: TimeLeft; now: number; first: boolean }): ReactElement {
  const minutes = Math.floor((time.at - now) / MINUTE);
  const says = time.what === 'turn-back' ? 'Turn back by' : 'On the ground by';
  return (
    <span
      className={`${first ? 'text-[1.05rem] font-semibold' : 'text-[0.9rem] text-ink-2'} ${minutes < SOON ? 'text-out' : ''}`}
    >
      {says} {CLOCK.format(time.at)} ({WORDS[time.by]}):{' '}
      {minutes < 0 ? `${-minutes} min ago` : `${minutes} min`}
    </span>
  );
}

/** What is always in sight while a flight is in hand: by when it has to be over, and what forces landing now. */
export function InTheAir({
  station,
  check,
}: {
  readonly station: StationId;
  /** The step in hand, which a note is kept of. */
  readonly check?: string;
}): ReactElement | null {
  const view = useCampaign();
  useNow(5000);
  const now = serverNow();
  const field = useField(view.state.plan?.day?.field);
  if (!HERE.has(station)) return null;
  const times = timesLeft(view.state, view.index, field && sunsetAt(now, field)).filter(
    // The sun that went down is the next day's.
    (t) => t.by !== 'daylight' || t.at > now - 60 * MINUTE,
  );
  const forces = station === 'flight' ? landingForces(view.state, view.index, view.status, now) : [];
  const flying = station === 'flight' && flightBegan(view.state, view.index) !== undefined;
  if (times.length + forces.length === 0 && station !== 'flight') return null;
  return (
    <section aria-label="In the air" className="border-b border-rule px-[22px] py-1.5">
      {forces.length === 0 ? null : (
        <div role="alert" className="mb-1 border-l-8 border-out bg-out/10 px-3 py-1.5">
          <p className="text-[1.56rem] leading-tight font-bold">
            {stoppedOnRun(view.state, view.index) === true ? 'Stay on the ground.' : 'Land.'}
          </p>
          <ul>
            {forces.map((force) => (
              <li key={view.say(force)}>{view.say(force)}</li>
            ))}
          </ul>
          <p className="text-[0.9rem] text-ink-2">The pilot decides.</p>
        </div>
      )}
      <p className="flex flex-wrap items-baseline gap-x-5 empty:hidden">
        {times.map((time, i) => (
          <Left key={`${time.by} ${time.at}`} time={time} now={now} first={i === 0} />
        ))}
      </p>
      {station === 'flight' ? (
        <div className="mt-1 flex flex-wrap items-start gap-x-5 gap-y-1.5">
          <NoteBar check={check} />
          {flying ? <ExploreOrLand forces={forces} /> : null}
        </div>
      ) : null}
    </section>
  );
}
