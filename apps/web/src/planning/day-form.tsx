import { useState, type ReactElement } from 'react';
import { format } from 'date-fns';
import type { FieldView } from '@kanzel/contract';
import type { DayPlan, Present } from '@kanzel/core';
import { Problem } from '../ui/field.tsx';
import { DayField } from '../ui/day-field.tsx';
import { FigureField } from '../ui/figure-field.tsx';
import { LineField } from '../ui/picker.tsx';
import { DayPeople } from './day-people.tsx';
import { DayThings } from './day-things.tsx';
import { DayWind } from './day-wind.tsx';
import { Times } from './times-field.tsx';

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
  const [begins, setBegins] = useState(() => {
    const at = new Date(Date.parse(day.start));
    return { day: format(at, 'yyyy-MM-dd'), time: format(at, 'HH:mm') };
  });
  const typed = Date.parse(`${begins.day}T${begins.time}`);
  const begin = (change: Partial<typeof begins>): void => {
    const next = { ...begins, ...change };
    setBegins(next);
    const at = Date.parse(`${next.day}T${next.time}`);
    if (Number.isFinite(at)) onChange({ ...day, start: new Date(at).toISOString() });
  };
  return (
    <section aria-label="What the day is made from" className="mt-5 border-t-2 border-ink pt-3">
      <div className="grid grid-cols-2 gap-x-8 gap-y-4 max-md:grid-cols-1">
        <div className="space-y-3">
          <div className="grid grid-cols-[minmax(10.5rem,1.6fr)_4.5rem_minmax(0,1fr)] items-end gap-4">
            <DayField
              look="line"
              label="Begins on"
              value={begins.day}
              onChange={(written) => begin({ day: written })}
            />
            <LineField label="at" value={begins.time} onChange={(time) => begin({ time })} />
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
          <DayWind day={day} onChange={onChange} />
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
        <DayPeople day={day} onChange={onChange} />
      </div>
      <DayThings day={day} places={places} onChange={onChange} />
    </section>
  );
}
