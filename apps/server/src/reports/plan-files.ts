import {
  jobTitle,
  namesOf,
  STATION_TITLES,
  type Bar,
  type BasisIndex,
  type CampaignState,
  type PlanNow,
  type Timetable,
} from '@kanzel/core';
import { writeTable } from '@kanzel/formats';
import { writeCalendar } from '@kanzel/formats/calendar';
import type { Content } from 'pdfmake';

/** What the files of a plan are made from. */
export interface PlanSource {
  readonly state: CampaignState;
  readonly index: BasisIndex;
  readonly plan: PlanNow;
  readonly campaign: string;
}

function timetableOf({ plan }: PlanSource): Timetable | undefined {
  return plan.timetable?.ok === true ? plan.timetable.value : undefined;
}

const whoOf = ({ state }: PlanSource, bar: Bar): string =>
  bar.people.map((id) => state.plan?.day?.people.find((p) => p.id === id)?.name ?? id).join(', ');

const byStart = (bars: readonly Bar[]): Bar[] =>
  [...bars].sort((a, b) => a.start.localeCompare(b.start) || a.end.localeCompare(b.end));

/** Bars that a person has in their diary: checks run together while the same people stay in the same station. */
function sittings(
  source: PlanSource,
): { key: string; title: string; from: string; to: string; who: string; what: string[] }[] {
  const { index } = source;
  const names = namesOf(index);
  const made: { key: string; title: string; from: string; to: string; who: string; what: string[] }[] = [];
  for (const bar of byStart(timetableOf(source)?.bars ?? [])) {
    if (bar.meaning.kind === 'state') continue;
    const check = bar.meaning.kind === 'check' ? index.checks.get(bar.meaning.check) : undefined;
    const title = check ? STATION_TITLES[check.station] : jobTitle(bar.job, names, index);
    const who = whoOf(source, bar);
    const last = made.findLast((m) => m.who === who && m.title === title && m.to >= bar.start);
    if (check && last) {
      last.to = bar.end > last.to ? bar.end : last.to;
      last.what.push(check.title);
    } else
      made.push({ key: bar.job, title, from: bar.start, to: bar.end, who, what: check ? [check.title] : [] });
  }
  return made;
}

/** The plan as a calendar: sittings of the people, gates and flights. */
export function planCalendar(source: PlanSource): string {
  const { mark } = source.index.basis.aircraft;
  return writeCalendar(
    sittings(source).map((s) => ({
      // Named by what it begins with, so that a newer plan moves it rather than adding another.
      uid: `${source.campaign}-${s.key.replace(/\s/g, '-')}@kanzel`,
      from: s.from,
      to: s.to,
      title: `${mark} ${s.title}${s.who ? `: ${s.who}` : ''}`,
      description: s.what.join('; '),
    })),
    `${mark} ${source.state.opened?.title ?? ''}`,
  );
}

/** The plan as a table, a line for each check in its order, with its times where there is a plan of the day. */
export function planTable(source: PlanSource): string {
  const { index, plan } = source;
  const bars = new Map<string, Bar>();
  for (const bar of timetableOf(source)?.bars ?? [])
    for (const check of bar.meaning.kind === 'flight' ? bar.meaning.checks : [bar.job]) bars.set(check, bar);
  const flightOf = new Map(plan.flights.flatMap((f, i) => f.checks.map((c) => [c, i + 1] as const)));
  return writeTable(
    [
      'place',
      'check',
      'title',
      'station',
      'flight',
      'minutes',
      'who',
      'where',
      'begins',
      'ends',
      'people',
      'critical',
    ],
    plan.order.map((id, i) => {
      const check = index.checks.get(id);
      const bar = bars.get(id);
      return [
        String(i + 1),
        id,
        check?.title ?? '',
        check ? STATION_TITLES[check.station] : '',
        String(flightOf.get(id) ?? ''),
        String(check?.minutes ?? ''),
        check?.who ?? '',
        check?.where ?? '',
        bar?.start ?? '',
        bar?.end ?? '',
        bar ? whoOf(source, bar) : '',
        bar?.critical === true ? 'yes' : '',
      ];
    }),
  );
}

/** The plan as data. */
export function planData(source: PlanSource): unknown {
  const { state, index, plan } = source;
  return {
    format: 'kanzel-plan',
    version: 1,
    campaign: source.campaign,
    mark: index.basis.aircraft.mark,
    title: state.opened?.title,
    work: state.scope?.work ?? [],
    ways: state.ways?.ways ?? {},
    order: plan.order,
    steps: plan.steps,
    flights: plan.flights,
    day: state.plan?.day ?? null,
    timetable: timetableOf(source) ?? null,
  };
}

/** The timetable on paper: a line for each sitting, gates and flights in bold. */
export function planPages(source: PlanSource, time: (iso: string) => string): Content[] {
  const { state, index, plan } = source;
  const timetable = timetableOf(source);
  const lines = sittings(source);
  const minutes = plan.work.tasks.reduce((sum, t) => sum + t.minutes, 0);
  return [
    {
      columns: [
        { text: index.basis.aircraft.mark, style: 'mark', width: 'auto' },
        { text: state.opened?.title ?? '', style: 'title', margin: [14, 6, 0, 0] },
      ],
    },
    { text: `${plan.work.tasks.length} checks, ${Math.round(minutes)} min of work.`, margin: [0, 6, 0, 2] },
    ...(timetable
      ? [
          {
            text: `Ends ${time(timetable.end)}. Nothing could end before ${time(timetable.bound)}.`,
            bold: true,
            margin: [0, 0, 0, 8],
          } as Content,
          {
            table: {
              headerRows: 1,
              widths: [88, 88, 110, '*'],
              body: [
                ['From', 'To', 'Who', 'What'].map((t) => ({ text: t, style: 'small' })),
                ...lines.map((s) => [
                  time(s.from),
                  s.from === s.to ? '' : time(s.to),
                  s.who,
                  {
                    text: s.what.length > 0 ? `${s.title}: ${s.what.join(', ')}` : s.title,
                    bold: s.what.length === 0,
                  },
                ]),
              ],
            },
            layout: 'lightHorizontalLines',
          } as Content,
        ]
      : [
          {
            ol: plan.order.map(
              (id) => `${index.checks.get(id)?.title ?? id}, ${index.checks.get(id)?.minutes ?? 0} min`,
            ),
          } as Content,
        ]),
  ];
}
