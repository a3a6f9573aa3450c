import { useEffect, useState, type ReactElement } from 'react';
import type { FieldView } from '@kanzel/contract';
import {
  jobTitle,
  ROLE_TITLES,
  sayConflict,
  type DayPlan,
  type NoTimetable,
  type Timetable,
} from '@kanzel/core';
import { api } from '../api/client.ts';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { DayForm, firstDay } from './day-form.tsx';
import { usePresent } from './day-people.tsx';
import { Lanes } from './lanes.tsx';
import { usePlanning } from './plan-context.ts';
import { clock, dayName } from './time-scale.ts';

/** Why there is no plan, each thing asked for that cannot be had together with the others. */
export function NoPlan({ none, offset }: { none: NoTimetable; offset: number }): ReactElement {
  const view = useCampaign();
  const { work } = usePlanning();
  const said = sayConflict(
    none,
    view.names,
    view.index,
    view.who,
    (iso) => `${dayName(iso, offset)} ${clock(iso, offset)}`,
    (job, slot) => {
      const crew = work.tasks.find((t) => t.id === job)?.crew[slot];
      return crew ? crew.map((r) => ROLE_TITLES[r].toLowerCase()).join(' or ') : 'somebody';
    },
  );
  return (
    <div role="alert" className="my-2 border-l-4 border-out bg-out-bg px-3 py-2 text-out">
      <p className="font-semibold">{said.title}.</p>
      <ul className="list-disc pl-5">
        {said.sentences.map((s) => (
          <li key={s}>{s.endsWith('.') ? s : `${s}.`}</li>
        ))}
      </ul>
    </div>
  );
}

function howLong(from: string, to: string): string {
  const minutes = Math.round((Date.parse(to) - Date.parse(from)) / 60_000);
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
}

function Headline({ timetable, day }: { timetable: Timetable; day: DayPlan }): ReactElement {
  const { timetable: search } = usePlanning();
  const { offset } = day.hours;
  const over = Math.round((Date.parse(timetable.end) - Date.parse(timetable.bound)) / 60_000);
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-6">
        <p className="text-[1.56rem] leading-tight font-semibold narrow">
          Done {dayName(timetable.end, offset)}, {clock(timetable.end, offset)}
        </p>
        <span className="ml-auto flex min-h-11 items-center gap-2" role="status">
          {search.running ? (
            <>
              <span className="text-[0.82rem] text-ink-2">Looking for a shorter one…</span>
              <Button onClick={search.stop}>Stop, and keep the best so far</Button>
            </>
          ) : over > 0 ? (
            <Button kind="quiet" onClick={search.more}>
              Look longer
            </Button>
          ) : null}
        </span>
      </div>
      <p className="text-ink-2">
        {howLong(timetable.origin, timetable.end)} from {dayName(timetable.origin, offset)}{' '}
        {clock(timetable.origin, offset)}.{' '}
        {over <= 0
          ? 'Nobody could be done sooner.'
          : `Nobody could be done before ${dayName(timetable.bound, offset)} ${clock(timetable.bound, offset)}, ${over} min sooner.`}
      </p>
    </>
  );
}

/** What settles the end, first to last, where something could be gained. */
function CriticalPath({ timetable, day }: { timetable: Timetable; day: DayPlan }): ReactElement {
  const view = useCampaign();
  const { offset } = day.hours;
  const chain = timetable.bars
    .filter((b) => b.critical && b.end > b.start)
    .sort((a, b) => a.start.localeCompare(b.start));
  const minutes = (b: (typeof chain)[number]): number => (Date.parse(b.end) - Date.parse(b.start)) / 60_000;
  const longest = [...chain].sort((a, b) => minutes(b) - minutes(a)).slice(0, 4);
  return (
    <details aria-label="What settles the end" className="mt-3">
      <summary className="min-h-9 cursor-pointer max-lg:min-h-14">
        <b>What settles the end:</b> {chain.length} in a row, longest{' '}
        {longest
          .map((b) => `${jobTitle(b.job, view.names, view.index)} ${Math.round(minutes(b))} min`)
          .join(', ')}
      </summary>
      <ol className="flex flex-wrap gap-x-1 text-[0.86rem]">
        {chain.map((b, i) => (
          <li key={b.job}>
            {i > 0 ? <span className="text-ink-3"> → </span> : null}
            {jobTitle(b.job, view.names, view.index)}{' '}
            <span className="text-ink-2">{clock(b.start, offset)}</span>
          </li>
        ))}
      </ol>
    </details>
  );
}

/** The day: who does what when, until when, and what would have to change. */
export function DaySheet(): ReactElement {
  const view = useCampaign();
  const present = usePresent();
  const planning = usePlanning();
  const { day, timetable, work, change, now } = planning;
  const [field, setField] = useState<FieldView | null>();
  useEffect(() => {
    void api
      .get<{ field: FieldView | null }>('/api/field')
      .then((f) => setField(f.ok ? f.value.field : null));
  }, []);
  const places = [...new Set(work.tasks.map((t) => t.place))].sort();
  if (work.tasks.length === 0)
    return <p className="px-[22px] py-6 text-within">Nothing is left to be planned in this campaign.</p>;
  if (!day)
    return (
      <div className="px-[22px] py-6">
        <p className="mb-1 text-lg font-semibold narrow">No day is planned yet.</p>
        <p className="mb-4 max-w-xl text-ink-2">
          {work.tasks.length} checks, {Math.round(work.tasks.reduce((s, t) => s + t.minutes, 0))} minutes of
          work one after another. With the people who are there it may take less.
        </p>
        <Button
          kind="main"
          disabled={field === undefined}
          onClick={() => change({ day: firstDay(present, field ?? null, new Date()) })}
        >
          Plan the day with everybody here
        </Button>
      </div>
    );
  const { result } = timetable;
  return (
    <div className="px-[22px] py-3">
      {result?.ok ? (
        <>
          <Headline timetable={result.value} day={day} />
          <div className="overflow-x-auto">
            <Lanes timetable={result.value} day={day} now={now} />
          </div>
          <CriticalPath timetable={result.value} day={day} />
        </>
      ) : result ? (
        <NoPlan none={result.error} offset={day.hours.offset} />
      ) : (
        <p className="text-out">{planning.proposed.ok ? '' : view.say(planning.proposed.error)}</p>
      )}
      {view.state.release ? null : (
        <DayForm day={day} places={places} onChange={(next) => change({ day: next })} />
      )}
    </div>
  );
}
