import { useState, type ReactElement } from 'react';
import type { WeatherView } from '@kanzel/contract';
import type { DayPlan, Stretch } from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { clock, dayName } from './time-scale.ts';
import { minutesOf, onDayOf, Times } from './times-field.tsx';

/** When the wind allows flying: asked of the weather office, or typed. */
export function DayWind({ day, onChange }: { day: DayPlan; onChange: (day: DayPlan) => void }): ReactElement {
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
