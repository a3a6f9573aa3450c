import type { ReactElement } from 'react';
import type { DayPlan, Stretch } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { FigureField } from '../ui/figure-field.tsx';
import { clock } from './time-scale.ts';
import { minutesOf, onDayOf, Times } from './times-field.tsx';
import { ownMember } from '@kanzel/core';

/** Places that hold more or fewer checks at once than one, and instruments that are elsewhere. */
export function DayThings({
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
            value={ownMember(day.places, place) ?? 1}
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
          const away = ownMember(day.instrumentsAway, instrument.id) ?? [];
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
