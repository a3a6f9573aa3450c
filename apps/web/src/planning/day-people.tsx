import type { ReactElement } from 'react';
import type { DayPlan, Present, Role } from '@kanzel/core';
import { rolesOf, useSession } from '../sync/session.ts';
import { clock, dayName } from './time-scale.ts';
import { minutesOf, onDayOf, Times } from './times-field.tsx';

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

/** Who is there, and when somebody is away for a while. */
export function DayPeople({
  day,
  onChange,
}: {
  day: DayPlan;
  onChange: (day: DayPlan) => void;
}): ReactElement {
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
