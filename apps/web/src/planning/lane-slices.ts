import {
  jobTitle,
  STATION_TITLES,
  type Bar,
  type BasisIndex,
  type DayPlan,
  type DoneBar,
  type Names,
  type Timetable,
} from '@kanzel/core';
import { clock, dayName } from './time-scale.ts';
import type { LaneSlice } from './sittings.ts';

/** What a day is drawn from. */
export interface DayInWords {
  readonly index: BasisIndex;
  readonly names: Names;
  readonly offset: number;
}

/** A planned bar in words, as it is read out. */
export function barInWords(bar: Bar, { index, names, offset }: DayInWords): string {
  const when = `${dayName(bar.start, offset)} ${clock(bar.start, offset)} to ${clock(bar.end, offset)}`;
  return `${jobTitle(bar.job, names, index)}, ${when}${bar.critical ? ', settles the end' : ''}`;
}

function stationOf(
  check: string,
  { index, names }: DayInWords,
): { readonly group: string; readonly groupTitle: string } {
  const station = index.checks.get(check)?.station;
  return { group: station ?? check, groupTitle: station ? STATION_TITLES[station] : names.part(check) };
}

/** Everything on the lane of one person: when they are away, what they did, what is planned for them. */
export function laneSlices(
  person: DayPlan['people'][number],
  done: readonly DoneBar[],
  timetable: Timetable,
  about: DayInWords,
): LaneSlice[] {
  const { index, names, offset } = about;
  const span = (from: string, to: string): Pick<LaneSlice, 'from' | 'to'> => ({
    from: Date.parse(from),
    to: Date.parse(to),
  });
  const away = person.away.map((a): LaneSlice => ({
    key: `away ${a.from}`,
    ...span(a.from, a.to),
    title: 'away',
    words: `${person.name} is away ${clock(a.from, offset)} to ${clock(a.to, offset)}`,
    look: 'away',
    group: 'away',
    groupTitle: 'away',
  }));
  const past = done
    .filter((d) => d.people.includes(person.id))
    .map((d): LaneSlice => ({
      key: `done ${d.check}`,
      ...span(d.start, d.end),
      title: names.part(d.check),
      words: `Done: ${names.part(d.check)}, ${clock(d.start, offset)} to ${clock(d.end, offset)}${d.over > 1 ? `, ${Math.round(d.over)} min longer than planned` : ''}`,
      look: 'done',
      ...stationOf(index.parts.get(d.check)?.check.id ?? d.check, about),
    }));
  const planned = timetable.bars
    .filter((b) => b.people.includes(person.id))
    .map((b): LaneSlice => {
      const title = jobTitle(b.job, names, index);
      return {
        key: b.job,
        ...span(b.start, b.end),
        title,
        words: barInWords(b, about),
        look: b.meaning.kind === 'flight' ? 'flight' : b.critical ? 'critical' : 'planned',
        ...(b.meaning.kind === 'check'
          ? stationOf(b.meaning.check, about)
          : { group: b.job, groupTitle: title }),
      };
    });
  return [...away, ...past, ...planned];
}
