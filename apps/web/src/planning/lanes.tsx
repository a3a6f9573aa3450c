import { useMemo, type ReactElement } from 'react';
import {
  daylightOf,
  doneBars,
  jobTitle,
  ROLE_TITLES,
  type Bar,
  type DayPlan,
  type Stretch,
  type Timetable,
} from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { clock, dayName, timeScale, type TimeScale } from './time-scale.ts';

const percent = (share: number): string => `${(share * 100).toFixed(3)}%`;

function Stretches({
  scale,
  stretches,
  className,
  label,
  words,
}: {
  scale: TimeScale;
  stretches: readonly { readonly from: number; readonly to: number }[];
  className: string;
  label: string;
  words: string;
}): ReactElement {
  return (
    <div className="grid grid-cols-[132px_minmax(0,1fr)] items-center max-sm:grid-cols-[84px_minmax(0,1fr)]">
      <span className="cap">{label}</span>
      <div className="relative h-2.5" role="img" aria-label={`${label}: ${words}`} title={words}>
        {stretches.map((s) => {
          const left = scale.place(s.from);
          const width = scale.place(s.to) - left;
          return width > 0 ? (
            <span
              key={s.from}
              className={`absolute inset-y-0 ${className}`}
              style={{ left: percent(left), width: percent(width) }}
            />
          ) : null;
        })}
      </div>
    </div>
  );
}

/** One bar on the lane of a person: what was done is filled, what settles the end is thick, flights are dark. */
function LaneBar({
  scale,
  from,
  to,
  title,
  words,
  look,
}: {
  scale: TimeScale;
  from: number;
  to: number;
  title: string;
  words: string;
  look: 'done' | 'planned' | 'critical' | 'flight' | 'away';
}): ReactElement {
  const left = scale.place(from);
  const width = Math.max(scale.place(to) - left, 0.0015);
  const looks = {
    done: 'bg-within-bg border-within border text-within',
    planned: 'bg-sheet border-ink-3 border text-ink',
    critical: 'bg-sheet border-ink border-y-[3px] border-x text-ink font-semibold',
    flight: 'bg-plate border-plate border text-plate-ink font-semibold',
    away: 'border-ink-3 border border-dashed text-ink-2 bg-[repeating-linear-gradient(45deg,transparent_0_5px,var(--rule)_5px_6px)]',
  };
  return (
    <span
      title={words}
      aria-label={words}
      role="listitem"
      className={`absolute inset-y-[3px] overflow-hidden px-0.5 text-[0.68rem] leading-[1.15rem] whitespace-nowrap ${looks[look]}`}
      style={{ left: percent(left), width: percent(width) }}
    >
      {width > 0.055 ? title : ''}
    </span>
  );
}

function lightOf(day: DayPlan, scale: TimeScale): { from: number; to: number }[] {
  const { field } = day;
  if (!field) return [];
  return scale.pieces.flatMap((p) => {
    const date = new Date(p.from + day.hours.offset * 60_000).toISOString().slice(0, 10);
    const sun = daylightOf(date, field.latitude, field.longitude);
    if (sun.sunrise === undefined || sun.sunset === undefined) return sun.allDay === 'light' ? [p] : [];
    const [from, to] = [Math.max(sun.sunrise, p.from), Math.min(sun.sunset, p.to)];
    return to > from ? [{ from, to }] : [];
  });
}

const msOf = (s: Stretch): { from: number; to: number } => ({
  from: Date.parse(s.from),
  to: Date.parse(s.to),
});

/** Names of gates in rows, so that two passed within minutes can both be read. */
function gateLabels(
  gates: readonly Bar[],
  scale: TimeScale,
): readonly { readonly gate: Bar; readonly place: number; readonly row: number }[] {
  const ends: number[] = [];
  return [...gates]
    .sort((a, b) => a.start.localeCompare(b.start))
    .map((gate) => {
      const place = scale.place(Date.parse(gate.start));
      const [from, to] = place > 0.86 ? [place - 0.17, place] : [place, place + 0.17];
      const free = [0, 1, 2, 3].find((row) => (ends[row] ?? -1) <= from) ?? 3;
      ends[free] = to;
      return { gate, place, row: free };
    });
}

/** The day as lanes: who does what when, what was really done, gates, daylight, wind, and now. */
export function Lanes({
  timetable,
  day,
  now,
}: {
  timetable: Timetable;
  day: DayPlan;
  now: string;
}): ReactElement {
  const view = useCampaign();
  const { index, names, state } = view;
  const { offset } = day.hours;
  const done = useMemo(() => doneBars(state, index), [state, index]);
  const origin = Date.parse(timetable.origin);
  // What was done on another day than the plan begins is history, not part of the picture.
  const recent = done.filter(
    (d) => Date.parse(d.end) > Math.min(origin, Date.parse(day.start)) - 12 * 3_600_000,
  );
  const scale = useMemo(
    () =>
      timeScale(day, [
        origin,
        ...timetable.bars.flatMap((b) => [Date.parse(b.start), Date.parse(b.end)]),
        ...recent.flatMap((d) => [Date.parse(d.start), Date.parse(d.end)]),
      ]),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [day, timetable, recent.length],
  );
  const light = lightOf(day, scale);
  const wind = day.wind?.stretches.map(msOf) ?? [];
  const span = (list: readonly { from: number; to: number }[]): string =>
    list.map((s) => `${clock(s.from, offset)} to ${clock(s.to, offset)}`).join(', ') || 'never in these days';
  const title = (bar: Bar): string => jobTitle(bar.job, names, index);
  const words = (bar: Bar): string =>
    `${title(bar)}, ${dayName(bar.start, offset)} ${clock(bar.start, offset)} to ${clock(bar.end, offset)}${bar.critical ? ', settles the end' : ''}`;
  const gates = timetable.bars.filter((b) => b.meaning.kind === 'gate');
  const states = timetable.bars.filter((b) => b.meaning.kind === 'state');
  // A day of which only a sliver is shown has no room for its name.
  const roomAt = (ms: number): boolean => (scale.pieces.find((p) => p.from === ms)?.width ?? 1) > 0.075;
  const at = scale.place(Date.parse(now));
  const label = 'grid grid-cols-[132px_minmax(0,1fr)] max-sm:grid-cols-[84px_minmax(0,1fr)]';
  return (
    <div role="group" aria-label="The day as lanes" className="mt-2 min-w-[560px]">
      <div className={label}>
        <span />
        <div className="relative h-9 border-b border-ink">
          {scale.hours.map((h) => (
            <span
              key={h.ms}
              className="absolute bottom-0 border-l border-ink-3 pl-1 text-[0.7rem] leading-tight text-ink-2"
              style={{ left: percent(scale.place(h.ms)) }}
            >
              {h.day && roomAt(h.ms) ? <b className="block text-ink">{dayName(h.ms, offset)}</b> : null}
              {h.day && !roomAt(h.ms) ? '' : h.label}
            </span>
          ))}
        </div>
      </div>
      {day.field ? (
        <Stretches
          scale={scale}
          stretches={light}
          className="bg-near-bg border-y border-near"
          label="Daylight"
          words={span(light)}
        />
      ) : null}
      {day.wind ? (
        <Stretches
          scale={scale}
          stretches={wind}
          className="bg-within-bg border-y border-within"
          label="Wind inside limits"
          words={span(wind)}
        />
      ) : null}
      <div className="relative">
        {day.people.map((person) => (
          <div key={person.id} className={`${label} items-stretch border-b border-rule`}>
            <span className="py-1 leading-tight">
              <b className="block truncate text-[0.82rem]">{person.name}</b>
              <span className="cap block truncate">{person.roles.map((r) => ROLE_TITLES[r]).join(', ')}</span>
            </span>
            <div className="relative min-h-9" role="list" aria-label={`Lane of ${person.name}`}>
              {person.away.map((a) => (
                <LaneBar
                  key={a.from}
                  scale={scale}
                  {...msOf(a)}
                  title="away"
                  words={`${person.name} is away ${clock(a.from, offset)} to ${clock(a.to, offset)}`}
                  look="away"
                />
              ))}
              {recent
                .filter((d) => d.people.includes(person.id))
                .map((d) => (
                  <LaneBar
                    key={`done ${d.check}`}
                    scale={scale}
                    from={Date.parse(d.start)}
                    to={Date.parse(d.end)}
                    title={names.part(d.check)}
                    words={`Done: ${names.part(d.check)}, ${clock(d.start, offset)} to ${clock(d.end, offset)}${d.over > 1 ? `, ${Math.round(d.over)} min longer than planned` : ''}`}
                    look="done"
                  />
                ))}
              {timetable.bars
                .filter((b) => b.people.includes(person.id))
                .map((b) => (
                  <LaneBar
                    key={b.job}
                    scale={scale}
                    from={Date.parse(b.start)}
                    to={Date.parse(b.end)}
                    title={title(b)}
                    words={words(b)}
                    look={b.meaning.kind === 'flight' ? 'flight' : b.critical ? 'critical' : 'planned'}
                  />
                ))}
            </div>
          </div>
        ))}
        <div className={`pointer-events-none absolute inset-0 ${label}`} aria-hidden>
          <span />
          <div className="relative">
            {scale.pieces.slice(1).map((p) => (
              <span
                key={p.from}
                className="absolute inset-y-0 border-l-[3px] border-double border-ink-3"
                style={{ left: percent(p.at) }}
              />
            ))}
            {gates.map((g) => (
              <span
                key={g.job}
                className="absolute inset-y-0 w-0.5 bg-ink"
                style={{ left: percent(scale.place(Date.parse(g.start))) }}
              />
            ))}
            {at > 0 && at < 1 ? (
              <span className="absolute inset-y-0 w-0.5 bg-hand" style={{ left: percent(at) }} />
            ) : null}
          </div>
        </div>
      </div>
      <div className={label}>
        <span className="cap pt-0.5">Gates and states</span>
        <div className="relative h-14">
          {states.map((s) => (
            <span
              key={s.job}
              className="absolute top-0 h-2 w-px bg-ink-2"
              style={{ left: percent(scale.place(Date.parse(s.start))) }}
              title={
                s.meaning.kind === 'state'
                  ? `${s.meaning.key.split('@')[0] ?? ''} ${s.meaning.from} to ${s.meaning.to}, ${clock(s.start, offset)}`
                  : ''
              }
            />
          ))}
          {gateLabels(gates, scale).map(({ gate: g, place, row }) => {
            return (
              <span
                key={g.job}
                className={`absolute text-[0.7rem] font-bold whitespace-nowrap ${place > 0.86 ? '-translate-x-full pr-1' : 'pl-1'}`}
                style={{ left: percent(place), top: row * 13 }}
              >
                {title(g)} {clock(g.start, offset)}
              </span>
            );
          })}
        </div>
      </div>
    </div>
  );
}
