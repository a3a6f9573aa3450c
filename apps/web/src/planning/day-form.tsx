import { useState, type ReactElement } from 'react';
import { format } from 'date-fns';
import type { FieldView, WeatherView } from '@kanzel/contract';
import type { DayPlan, Present, Role, Stretch } from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';
import { rolesOf, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { FigureField } from '../ui/figure-field.tsx';
import { useCampaign } from '../station/campaign-context.ts';
import { clock, dayName } from './time-scale.ts';

const minutesOf = (text: string): number | undefined => {
  const match = /^(\d{1,2})[:.]?(\d{2})$/.exec(text.trim());
  const minutes = match ? Number(match[1]) * 60 + Number(match[2]) : undefined;
  return minutes !== undefined && minutes <= 1440 && Number(match?.[2]) < 60 ? minutes : undefined;
};
const textOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** The instant of a time of day on the day of another instant, where the field is. */
function onDayOf(iso: string, minutes: number, offset: number): string {
  const local = Date.parse(iso) + offset * 60_000;
  const midnight = Math.floor(local / 86_400_000) * 86_400_000;
  return new Date(midnight + (minutes - offset) * 60_000).toISOString();
}

/** Two times of day, "12:30 to 13:15"; what is not a time is said, and the time before it stays. */
function Times({
  label,
  from,
  to,
  onChange,
}: {
  label: string;
  from: number;
  to: number;
  onChange: (from: number, to: number) => void;
}): ReactElement {
  const [text, setText] = useState([textOf(from), textOf(to)]);
  const read = text.map(minutesOf);
  const [a, b] = read;
  const bad = a === undefined || b === undefined || b <= a;
  const type = (i: number, value: string): void => {
    const next = text.map((t, j) => (i === j ? value : t));
    setText(next);
    const [x, y] = next.map(minutesOf);
    if (x !== undefined && y !== undefined && y > x) onChange(x, y);
  };
  return (
    <span className="inline-flex flex-wrap items-baseline gap-2" role="group" aria-label={label}>
      {[0, 1].map((i) => (
        <span key={i} className="inline-flex items-baseline gap-2">
          {i === 1 ? 'to' : null}
          <input
            aria-label={`${label}, ${i === 0 ? 'from' : 'to'}`}
            className={`w-16 border-0 border-b-2 bg-transparent px-1 py-1 max-lg:min-h-14 ${bad ? 'border-out text-out' : 'border-ink'}`}
            value={text[i] ?? ''}
            inputMode="numeric"
            onChange={(e) => type(i, e.target.value)}
          />
        </span>
      ))}
      {bad ? <span className="text-[0.8rem] text-out">Two times of one day, as 12:30 to 13:15.</span> : null}
    </span>
  );
}

/** A plan of the day to begin with: everybody who may do something, from the next quarter of an hour. */
export function firstDay(people: readonly Present[], field: FieldView | null, now: Date): DayPlan {
  const quarter = 15 * 60_000;
  return {
    start: new Date(Math.ceil(now.getTime() / quarter) * quarter).toISOString(),
    hours: field?.hours ?? { from: 8 * 60, to: 18 * 60, offset: -now.getTimezoneOffset() },
    days: 3,
    people,
    places: {},
    instrumentsAway: {},
    ...(field ? { field: { name: field.name, latitude: field.latitude, longitude: field.longitude } } : {}),
  };
}

/** People of the installation as they would be there. */
export function usePresent(): readonly Present[] {
  const people = useSession((s) => s.people);
  return people
    .filter((p) => p.endedAt === undefined)
    .map((p) => ({
      id: p.id,
      name: p.fullName,
      roles: rolesOf(p).filter((r): r is Role => r !== 'administrator'),
      away: [],
    }))
    .filter((p) => p.roles.length > 0);
}

function People({ day, onChange }: { day: DayPlan; onChange: (day: DayPlan) => void }): ReactElement {
  const known = usePresent();
  const all = [...day.people, ...known.filter((k) => !day.people.some((p) => p.id === k.id))];
  const put = (person: Present): void =>
    onChange({ ...day, people: day.people.map((p) => (p.id === person.id ? person : p)) });
  const { offset } = day.hours;
  return (
    <fieldset className="min-w-0">
      <legend className="text-sm font-semibold">Who is there</legend>
      {all.map((person) => {
        const there = day.people.find((p) => p.id === person.id);
        return (
          <div key={person.id} className="border-b border-rule-2 py-1">
            <div className="flex items-center">
              <label className="flex min-h-9 items-center gap-3 max-lg:min-h-14">
                <input
                  type="checkbox"
                  className="size-4 accent-hand"
                  checked={there !== undefined}
                  onChange={() =>
                    onChange({
                      ...day,
                      people: there
                        ? day.people.filter((p) => p.id !== person.id)
                        : [...day.people, known.find((k) => k.id === person.id) ?? person],
                    })
                  }
                />
                <span className={there ? 'font-semibold' : 'text-ink-2'}>{person.name}</span>
              </label>
              {there ? (
                <button
                  type="button"
                  className="ml-auto text-[0.8rem] underline decoration-rule underline-offset-3"
                  onClick={() =>
                    put({
                      ...there,
                      away: [
                        ...there.away,
                        { from: onDayOf(day.start, 720, offset), to: onDayOf(day.start, 780, offset) },
                      ],
                    })
                  }
                >
                  Away for a while
                </button>
              ) : null}
            </div>
            {there?.away.map((a, i) => (
              <div key={i} className="flex flex-wrap items-baseline gap-3 pl-7 text-[0.86rem]">
                away {dayName(a.from, offset)}
                <Times
                  label={`${person.name} away`}
                  from={minutesOf(clock(a.from, offset)) ?? 720}
                  to={minutesOf(clock(a.to, offset)) ?? 780}
                  onChange={(from, to) =>
                    put({
                      ...there,
                      away: there.away.map((o, j) =>
                        j === i
                          ? { from: onDayOf(a.from, from, offset), to: onDayOf(a.from, to, offset) }
                          : o,
                      ),
                    })
                  }
                />
                <button
                  type="button"
                  className="text-[0.8rem] underline decoration-rule underline-offset-3"
                  onClick={() => put({ ...there, away: there.away.filter((_, j) => j !== i) })}
                >
                  There after all
                </button>
              </div>
            ))}
          </div>
        );
      })}
    </fieldset>
  );
}

function Wind({ day, onChange }: { day: DayPlan; onChange: (day: DayPlan) => void }): ReactElement {
  const [problem, setProblem] = useState<string>();
  const { offset } = day.hours;
  const { wind } = day;
  const put = (stretches: readonly Stretch[], source: string): void =>
    onChange({ ...day, wind: { stretches, source } });
  const ask = async (): Promise<void> => {
    const heard = await api.get<WeatherView>('/api/weather');
    setProblem(heard.ok ? undefined : sayFailure(heard.error));
    if (heard.ok)
      put(heard.value.stretches, `${heard.value.text}, heard ${clock(heard.value.heardAt, offset)}`);
  };
  return (
    <fieldset className="min-w-0">
      <legend className="text-sm font-semibold">When the wind allows flying</legend>
      {wind ? (
        <>
          <p className="py-1 text-[0.8rem] break-words text-ink-2">{wind.source}</p>
          {wind.stretches.length === 0 ? (
            <p className="font-semibold text-out">At no time in this forecast.</p>
          ) : null}
          {wind.stretches.map((s, i) => (
            <div key={`${s.from} ${i}`} className="flex flex-wrap items-baseline gap-3 text-[0.86rem]">
              {dayName(s.from, offset)}
              <Times
                label="Wind inside limits"
                from={minutesOf(clock(s.from, offset)) ?? 0}
                to={s.to.slice(0, 10) > s.from.slice(0, 10) ? 1440 : (minutesOf(clock(s.to, offset)) ?? 1440)}
                onChange={(from, to) =>
                  put(
                    wind.stretches.map((o, j) =>
                      j === i ? { from: onDayOf(s.from, from, offset), to: onDayOf(s.from, to, offset) } : o,
                    ),
                    'typed',
                  )
                }
              />
            </div>
          ))}
        </>
      ) : (
        <p className="py-1 text-ink-2">Not considered. Flights are planned whatever the wind does.</p>
      )}
      <Problem>{problem}</Problem>
      <div className="flex flex-wrap gap-x-3">
        <Button onClick={() => void ask()}>Ask the weather office</Button>
        <Button
          kind="quiet"
          onClick={() =>
            put(
              [
                ...(wind?.stretches ?? []),
                { from: onDayOf(day.start, 540, offset), to: onDayOf(day.start, 720, offset) },
              ],
              'typed',
            )
          }
        >
          Type a stretch
        </Button>
        {wind ? (
          <Button
            kind="quiet"
            onClick={() => {
              const { wind: _wind, ...rest } = day;
              onChange(rest);
            }}
          >
            Do not consider it
          </Button>
        ) : null}
      </div>
    </fieldset>
  );
}

/** Places that hold more or fewer checks at once than one, and instruments that are elsewhere. */
function Things({
  day,
  places,
  onChange,
}: {
  day: DayPlan;
  places: readonly string[];
  onChange: (day: DayPlan) => void;
}): ReactElement {
  const view = useCampaign();
  const instruments = Object.values(view.index.instruments).filter((i) => i.live !== true);
  const { offset } = day.hours;
  return (
    <details>
      <summary className="min-h-9 cursor-pointer text-sm font-semibold max-lg:min-h-14">
        Places and instruments
      </summary>
      <div className="grid grid-cols-3 gap-x-4 gap-y-2 max-md:grid-cols-2">
        {places.map((place) => (
          <FigureField
            key={place}
            label={`Checks at once, ${place}`}
            value={day.places[place] ?? 1}
            onChange={(n) =>
              n !== undefined && Number.isInteger(n) && n >= 1 && n <= 100
                ? onChange({ ...day, places: { ...day.places, [place]: n } })
                : undefined
            }
          />
        ))}
      </div>
      <ul className="mt-2">
        {instruments.map((instrument) => {
          const away = day.instrumentsAway[instrument.id] ?? [];
          const put = (list: readonly Stretch[]): void =>
            onChange({ ...day, instrumentsAway: { ...day.instrumentsAway, [instrument.id]: list } });
          return (
            <li
              key={instrument.id}
              className="flex flex-wrap items-baseline gap-3 border-b border-rule-2 py-1"
            >
              {instrument.name}
              {away.length === 0 ? (
                <button
                  type="button"
                  className="ml-auto text-[0.8rem] underline decoration-rule underline-offset-3"
                  onClick={() =>
                    put([{ from: onDayOf(day.start, 480, offset), to: onDayOf(day.start, 720, offset) }])
                  }
                >
                  Elsewhere for a while
                </button>
              ) : (
                away.map((a, i) => (
                  <Times
                    key={i}
                    label={`${instrument.name} elsewhere`}
                    from={minutesOf(clock(a.from, offset)) ?? 0}
                    to={minutesOf(clock(a.to, offset)) ?? 1440}
                    onChange={(from, to) =>
                      put([{ from: onDayOf(a.from, from, offset), to: onDayOf(a.from, to, offset) }])
                    }
                  />
                ))
              )}
              {away.length > 0 ? (
                <button
                  type="button"
                  className="text-[0.8rem] underline decoration-rule underline-offset-3"
                  onClick={() => put([])}
                >
                  Here after all
                </button>
              ) : null}
            </li>
          );
        })}
      </ul>
    </details>
  );
}

/** Everything a plan of the day is made from: when, who, the wind, places and instruments. */
export function DayForm({
  day,
  places,
  onChange,
}: {
  day: DayPlan;
  places: readonly string[];
  onChange: (day: DayPlan) => void;
}): ReactElement {
  const { offset } = day.hours;
  const [start, setStart] = useState(() => format(new Date(Date.parse(day.start)), "yyyy-MM-dd'T'HH:mm"));
  const typed = Date.parse(start);
  return (
    <section aria-label="What the day is made from" className="mt-5 border-t-2 border-ink pt-3">
      <div className="grid grid-cols-2 gap-x-8 gap-y-4 max-md:grid-cols-1">
        <div className="space-y-3">
          <div className="grid grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)] gap-4">
            <label className="block text-[0.8rem] text-ink-2">
              Begins
              <input
                type="datetime-local"
                value={start}
                className="block w-full border-0 border-b-2 border-ink bg-transparent px-1 py-1.5 text-base text-ink max-lg:min-h-14"
                onChange={(e) => {
                  setStart(e.target.value);
                  const at = Date.parse(e.target.value);
                  if (Number.isFinite(at)) onChange({ ...day, start: new Date(at).toISOString() });
                }}
              />
            </label>
            <FigureField
              label="Days that may be used"
              value={day.days}
              onChange={(n) =>
                n !== undefined && Number.isInteger(n) && n >= 1 && n <= 30
                  ? onChange({ ...day, days: n })
                  : undefined
              }
            />
          </div>
          {Number.isFinite(typed) ? null : <Problem>Say a day and a time.</Problem>}
          <p className="flex flex-wrap items-baseline gap-2">
            <span className="text-sm font-semibold">Hours of the field</span>
            <Times
              label="Hours of the field"
              from={day.hours.from}
              to={day.hours.to}
              onChange={(from, to) => onChange({ ...day, hours: { from, to, offset } })}
            />
          </p>
          <Wind day={day} onChange={onChange} />
          {day.field ? (
            <p className="text-[0.82rem] text-ink-2">
              Daylight is reckoned for {day.field.name}, {day.field.latitude.toFixed(2)}°,{' '}
              {day.field.longitude.toFixed(2)}°.
            </p>
          ) : (
            <p className="text-[0.82rem] text-near">
              Nobody has said where this is, so flights are not held to daylight. An administrator can, under
              Installation.
            </p>
          )}
        </div>
        <People day={day} onChange={onChange} />
      </div>
      <Things day={day} places={places} onChange={onChange} />
    </section>
  );
}
