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
import { laneSlices, type DayInWords } from './lane-slices.ts';
import { placeNames, sittingsOf, type LaneSlice } from './sittings.ts';
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

const LOOKS: Readonly<Record<LaneSlice['look'], string>> = {
  done: 'bg-within-bg border-within border',
  planned: 'bg-sheet border-ink-3 border',
  critical: 'bg-sheet border-ink border-y-[3px] border-x',
  flight: 'bg-plate border-plate border',
  away: 'border-ink-3 border border-dashed bg-[repeating-linear-gradient(45deg,transparent_0_5px,var(--rule)_5px_6px)]',
};

/** Letters of a name that have room in a hundredth of the lane, and rows of names over a lane. */
const LETTER = 0.0095;
const ROWS = 2;
const ROW = 13;

/** The lane of a person: bars, and over them what each sitting is. */
function Lane({
  scale,
  name,
  slices,
}: {
  scale: TimeScale;
  name: string;
  slices: readonly LaneSlice[];
}): ReactElement {
  const whole = scale.pieces.reduce((sum, p) => sum + p.to - p.from, 0);
  const sittings = sittingsOf(slices, whole * 0.015);
  const names = placeNames(
    sittings.map((s) => ({
      name: s.name,
      place: scale.place(s.from),
      length: (s.name.length + 1) * LETTER,
      weight: s.to - s.from,
    })),
    ROWS,
  );
  const rows = names.some((n) => n.row > 0) ? 2 : 1;
  const top = names.length > 0 ? rows * ROW : 0;
  return (
    <div className="relative" role="list" aria-label={`Lane of ${name}`} style={{ minHeight: top + 22 }}>
      {names.map((n) => (
        <span
          key={`${n.name} ${n.place}`}
          aria-hidden
          className="absolute z-10 truncate bg-sheet pr-1 text-[0.7rem] leading-[13px] text-ink"
          style={{ left: percent(n.place), maxWidth: percent(n.room), top: (rows - 1 - n.row) * ROW }}
        >
          {n.name}
        </span>
      ))}
      {slices.map((s) => {
        const left = scale.place(s.from);
        return (
          <span
            key={s.key}
            title={s.words}
            aria-label={s.words}
            role="listitem"
            className={`absolute bottom-[3px] h-4 ${LOOKS[s.look]}`}
            style={{ left: percent(left), width: percent(Math.max(scale.place(s.to) - left, 0.0015)) }}
          />
        );
      })}
    </div>
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

/** What the bars and lines mean: the form says it first, words say it for who asks. */
function Legend(): ReactElement {
  const item = (look: LaneSlice['look'], words: string): ReactElement => (
    <span className="flex items-center gap-1.5">
      <i aria-hidden className={`h-3 w-5 ${LOOKS[look]}`} />
      {words}
    </span>
  );
  return (
    <p className="mt-1 flex flex-wrap gap-x-5 gap-y-1 text-[0.78rem] text-ink-2">
      {item('done', 'done')}
      {item('planned', 'planned')}
      {item('critical', 'settles the end')}
      {item('flight', 'flight')}
    </p>
  );
}

const FRAME = 'grid grid-cols-[132px_minmax(0,1fr)] max-sm:grid-cols-[84px_minmax(0,1fr)]';

/** The clock over the lanes: days and hours, and where now is. */
function Axis({ scale, now, offset }: { scale: TimeScale; now: number; offset: number }): ReactElement {
  // A day of which only a sliver is shown has no room for its name.
  const roomAt = (ms: number): boolean => (scale.pieces.find((p) => p.from === ms)?.width ?? 1) > 0.075;
  const at = scale.place(now);
  const [label] = at > 0 && at < 1 ? placeNames([{ name: 'now', place: at, length: 0.09 }], 1) : [];
  return (
    <>
      <div className={FRAME}>
        <span />
        <div className="relative h-9 border-b border-ink">
          {scale.hours.map((h) => (
            <span
              key={h.ms}
              className="absolute bottom-0 border-l border-ink-3 pl-1 text-[0.7rem] leading-tight text-ink-2"
              style={{ left: percent(scale.place(h.ms)) }}
            >
              {h.day && roomAt(h.ms) ? <b className="block text-ink">{dayName(h.ms, offset)}</b> : null}
              {h.label}
            </span>
          ))}
        </div>
      </div>
      {label ? (
        <div className={FRAME}>
          <span />
          <div className="relative h-3.5">
            <b
              className={`absolute text-[0.72rem] leading-3.5 whitespace-nowrap text-hand ${label.place < at ? 'text-right' : ''}`}
              style={{ left: percent(label.place), width: percent(label.room) }}
            >
              now {clock(now, offset)}
            </b>
          </div>
        </div>
      ) : null}
    </>
  );
}

/** Lines through all lanes: where a night is left out, where a gate is passed, and now. */
function LinesThrough({
  scale,
  gates,
  now,
}: {
  scale: TimeScale;
  gates: readonly Bar[];
  now: number;
}): ReactElement {
  const at = scale.place(now);
  return (
    <div className={`pointer-events-none absolute inset-0 ${FRAME}`} aria-hidden>
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
  );
}

/** Below the lanes: what the lines are called, and where something changes its state. */
function GatesRow({
  scale,
  gates,
  states,
  about,
}: {
  scale: TimeScale;
  gates: readonly Bar[];
  states: readonly Bar[];
  about: DayInWords;
}): ReactElement {
  const { index, names, offset } = about;
  const written = placeNames(
    gates.map((g) => {
      const name = `${jobTitle(g.job, names, index)} ${clock(g.start, offset)}`;
      return { name, place: scale.place(Date.parse(g.start)), length: (name.length + 1) * LETTER * 1.1 };
    }),
    4,
  );
  return (
    <div className={FRAME}>
      <span className="cap pt-0.5">Gates and states</span>
      <div className="relative" style={{ height: 14 + ROW * Math.max(0, ...written.map((g) => g.row)) }}>
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
        {written.map((g) => (
          <span
            key={g.name}
            className="absolute truncate pl-1 text-[0.7rem] font-bold"
            style={{ left: percent(g.place), width: percent(g.room), top: g.row * ROW }}
          >
            {g.name}
          </span>
        ))}
      </div>
    </div>
  );
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
  const about = { index, names, offset };
  const gates = timetable.bars.filter((b) => b.meaning.kind === 'gate');
  const states = timetable.bars.filter((b) => b.meaning.kind === 'state');
  const at = Date.parse(now);
  return (
    <div role="group" aria-label="The day as lanes" className="mt-2 min-w-[560px]">
      <Axis scale={scale} now={at} offset={offset} />
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
          <div key={person.id} className={`${FRAME} items-stretch border-b border-rule`}>
            <span className="py-1 leading-tight">
              <b className="block truncate text-[0.82rem]">{person.name}</b>
              <span className="cap block truncate">{person.roles.map((r) => ROLE_TITLES[r]).join(', ')}</span>
            </span>
            <Lane scale={scale} name={person.name} slices={laneSlices(person, recent, timetable, about)} />
          </div>
        ))}
        <LinesThrough scale={scale} gates={gates} now={at} />
      </div>
      <GatesRow scale={scale} gates={gates} states={states} about={about} />
      <Legend />
    </div>
  );
}
