import { useMemo, useState, type ReactElement } from 'react';
import {
  ROLE_TITLES,
  whatIf,
  type Comparison,
  type NoOutlook,
  type Outlook,
  type Result,
  type Supposition,
} from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { Choices } from '../ui/field.tsx';
import { FigureField } from '../ui/figure-field.tsx';
import { Picker } from '../ui/picker.tsx';
import { SystemsPicker, useTouched } from '../picker/systems-picker.tsx';
import { NoPlan } from './day-sheet.tsx';
import { usePlanning } from './plan-context.ts';
import { clock, dayName } from './time-scale.ts';

type Kind = Supposition['kind'];
const KINDS: readonly { readonly id: Kind; readonly text: string }[] = [
  { id: 'action', text: 'Something is worked on' },
  { id: 'finding', text: 'Something is found' },
  { id: 'absent', text: 'Somebody is missing' },
  { id: 'later', text: 'It begins later' },
];

function Column({
  title,
  outlook,
  offset,
}: {
  title: string;
  outlook: Result<Outlook, NoOutlook>;
  offset: number;
}): ReactElement {
  const view = useCampaign();
  if (!outlook.ok)
    return (
      <div>
        <h2 className="border-b-2 border-ink pb-1 font-semibold">{title}</h2>
        {outlook.error.kind === 'time' ? (
          <NoPlan none={outlook.error.none} offset={offset} />
        ) : (
          <p className="text-out">{view.say(outlook.error.reason)}</p>
        )}
      </div>
    );
  const { checks, minutes, people, timetable } = outlook.value;
  const rows: [string, string][] = [
    ['Done', `${dayName(timetable.end, offset)}, ${clock(timetable.end, offset)}`],
    ['Checks', String(checks.length)],
    ['Minutes of work', String(Math.round(minutes))],
    ['People with something to do', String(people.length)],
  ];
  return (
    <div>
      <h2 className="border-b-2 border-ink pb-1 font-semibold">{title}</h2>
      <dl className="grid grid-cols-[1fr_auto] gap-y-1 pt-2">
        {rows.map(([k, v], i) => (
          <div key={k} className="contents">
            <dt className="text-ink-2">{k}</dt>
            <dd className={`text-right ${i === 0 ? 'text-[1.19rem] font-semibold narrow' : 'font-semibold'}`}>
              {v}
            </dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

/** The difference in one sentence. */
function Verdict({ made }: { made: Comparison }): ReactElement | null {
  const { now, then } = made;
  if (!now.ok || !then.ok) return null;
  const later = Math.round(
    (Date.parse(then.value.timetable.end) - Date.parse(now.value.timetable.end)) / 60_000,
  );
  const minutes = Math.round(then.value.minutes - now.value.minutes);
  const many = then.value.people.length - now.value.people.length;
  return (
    <p className="my-4 border-l-4 border-near bg-near-bg px-3 py-2 text-[1.05rem] font-semibold text-near">
      {made.added.length === 0
        ? 'No check comes in again'
        : `${made.added.length} ${made.added.length === 1 ? 'check comes' : 'checks come'} in again`}
      {minutes > 0 ? `, ${minutes} min of work more` : ''}
      {many > 0 ? `, ${many} more ${many === 1 ? 'person' : 'people'} with something to do` : ''}
      {later > 0
        ? `; done ${later >= 60 ? `${Math.floor(later / 60)} h ${String(later % 60).padStart(2, '0')}` : `${later} min`} later.`
        : later < 0
          ? `; done ${-later} min sooner.`
          : '; done at the same time.'}
    </p>
  );
}

/** What a change would cost beside the plan, before anything is recorded. */
export function WhatIfSheet(): ReactElement {
  const view = useCampaign();
  const { day, now } = usePlanning();
  const [kind, setKind] = useState<Kind>('action');
  const touched = useTouched(kind === 'action' ? 'replaced' : 'disconnected');
  const { touches } = touched;
  const [minutes, setMinutes] = useState(30);
  const [person, setPerson] = useState('');
  const suppose = useMemo<Supposition | undefined>(() => {
    if (kind === 'absent') return person ? { kind, person } : undefined;
    if (kind === 'later') return { kind, minutes };
    return touches.length > 0 ? { kind, touches, minutes } : undefined;
  }, [kind, touches, minutes, person]);
  const minute = now.slice(0, 16);
  const made = useMemo(
    () =>
      day && suppose
        ? whatIf(
            {
              state: view.state,
              index: view.index,
              status: view.status,
              day,
              now: `${minute}:00.000Z`,
              lists: 25,
            },
            suppose,
          )
        : undefined,
    [view.state, view.index, view.status, day, minute, suppose],
  );
  if (!day)
    return (
      <p className="px-[22px] py-6 text-ink-2">
        Suppositions are weighed against a plan of the day; there is none yet. Plan one under Day.
      </p>
    );
  const { offset } = day.hours;
  return (
    <div className="px-[22px] py-4">
      <Choices<Kind> label="What if" value={kind} options={KINDS} onChange={setKind} />
      {kind === 'action' || kind === 'finding' ? (
        <SystemsPicker
          label={kind === 'action' ? 'What would be worked on' : 'What it would be about'}
          touched={touched}
        />
      ) : null}
      {kind === 'absent' ? (
        <Picker
          className="mb-4 max-w-sm"
          label="Who is missing"
          value={person}
          options={day.people.map((p) => ({
            id: p.id,
            text: `${p.name}, ${p.roles.map((r) => ROLE_TITLES[r]).join(', ')}`,
          }))}
          onChange={setPerson}
        />
      ) : (
        <FigureField
          className="mb-4 max-w-48"
          label={kind === 'later' ? 'Later by' : 'The work itself takes'}
          unit="min"
          value={minutes}
          onChange={(n) => (n !== undefined && n >= 0 && n <= 100_000 ? setMinutes(n) : undefined)}
        />
      )}
      {made ? (
        <section aria-label="What it would cost">
          <Verdict made={made} />
          <div className="grid grid-cols-2 gap-8 max-sm:grid-cols-1">
            <Column title="As planned" outlook={made.now} offset={offset} />
            <Column title="If so" outlook={made.then} offset={offset} />
          </div>
          {made.added.length > 0 ? (
            <>
              <h3 className="mt-4 font-semibold">Would have to be done again</h3>
              <ul className="columns-2 gap-8 max-sm:columns-1">
                {made.added.map((c) => (
                  <li key={c} className="border-b border-rule-2 py-0.5">
                    {view.names.part(c)}
                  </li>
                ))}
              </ul>
            </>
          ) : null}
          <p className="cap mt-3">Nothing of this is recorded.</p>
        </section>
      ) : (
        <p className="text-ink-2">
          {kind === 'absent' ? 'Say who.' : 'Say what it touches: type it, or point at it on the drawing.'}
        </p>
      )}
    </div>
  );
}
