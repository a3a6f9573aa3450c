import { daylightOf } from './daylight.ts';
import { fullOrder, orderSteps } from './order.ts';
import type { DayPlan, Stretch } from '../record/plan.ts';
import type { Interval, Job, ScheduleProblem } from './schedule.ts';
import type { Task, Work } from './tasks.ts';
import { ownMember } from '../own-member.ts';

const MINUTE = 60_000;
const DAY = 24 * 60;

/** Places where any number of checks can go on at once, when the plan of the day does not say otherwise. */
const ROOMY = ['desk', 'field', 'outside', 'aircraft', 'hangar'];

/** One flight as the timetable sees it: what it takes from blocks off to blocks on. */
export interface FlightSlot {
  readonly checks: readonly string[];
  readonly minutes: number;
}

/** Minutes between two flights: the aircraft is looked at, the cards are read. */
export const TURNAROUND = 15;

/** What a job of the timetable stands for. */
export type Meaning =
  | { readonly kind: 'check'; readonly check: string }
  | { readonly kind: 'flight'; readonly flight: number; readonly checks: readonly string[] }
  | { readonly kind: 'state'; readonly key: string; readonly from: string; readonly to: string }
  | { readonly kind: 'gate'; readonly gate: string };

/** A problem ready to be searched, with what its jobs mean; minutes are from `origin`. */
export interface DayProblem {
  readonly origin: string;
  readonly problem: ScheduleProblem;
  readonly meanings: ReadonlyMap<string, Meaning>;
}

/** What a timetable is made from. */
export interface TimetableRequest {
  readonly work: Work;
  readonly order: readonly string[];
  readonly day: DayPlan;
  readonly flights: readonly FlightSlot[];
  /** Nothing is planned before this; ISO. Before the day begins, the day's beginning counts. */
  readonly now: string;
}

function intersect(a: readonly Interval[], b: readonly Interval[]): Interval[] {
  return a
    .flatMap((x) => b.map((y) => ({ from: Math.max(x.from, y.from), to: Math.min(x.to, y.to) })))
    .filter((x) => x.to > x.from)
    .sort((x, y) => x.from - y.from);
}

/** The days of a plan as dates where the field is, with the midnight of each in ms. */
function datesOf(day: DayPlan): readonly { readonly date: string; readonly midnight: number }[] {
  const offset = day.hours.offset * MINUTE;
  const first = new Date(Date.parse(day.start) + offset).toISOString().slice(0, 10);
  return Array.from({ length: Math.max(1, day.days) }, (_, i) => {
    const midnight = Date.parse(`${first}T00:00:00Z`) + i * DAY * MINUTE;
    return { date: new Date(midnight).toISOString().slice(0, 10), midnight: midnight - offset };
  });
}

const since = (origin: number, ms: number): number => (ms - origin) / MINUTE;

/** When work may be done, and when may be flown, in minutes from `origin`. */
export function windowsOf(
  day: DayPlan,
  origin: string,
): { work: readonly Interval[]; flight: readonly Interval[] } {
  const zero = Date.parse(origin);
  const dates = datesOf(day);
  const work = dates.map(({ midnight }) => ({
    from: since(zero, midnight) + day.hours.from,
    to: since(zero, midnight) + day.hours.to,
  }));
  let flight: readonly Interval[] = work;
  if (day.field) {
    const { latitude, longitude } = day.field;
    const light = dates.flatMap(({ date, midnight }): Interval[] => {
      const sun = daylightOf(date, latitude, longitude);
      if (sun.allDay === 'light') return [{ from: since(zero, midnight), to: since(zero, midnight) + DAY }];
      return sun.sunrise === undefined || sun.sunset === undefined
        ? []
        : [{ from: since(zero, sun.sunrise), to: since(zero, sun.sunset) }];
    });
    flight = intersect(flight, light);
  }
  if (day.wind)
    flight = intersect(
      flight,
      day.wind.stretches.map((s) => minutesOf(s, zero)),
    );
  return { work, flight };
}

function minutesOf(stretch: Stretch, zero: number): Interval {
  return { from: since(zero, Date.parse(stretch.from)), to: since(zero, Date.parse(stretch.to)) };
}

class ProblemMaker {
  readonly jobs: Job[] = [];
  readonly meanings = new Map<string, Meaning>();
  private readonly windows: ReturnType<typeof windowsOf>;
  private readonly jobOf = new Map<string, string>();
  private readonly byId: ReadonlyMap<string, Task>;

  constructor(
    private readonly request: TimetableRequest,
    origin: string,
  ) {
    this.windows = windowsOf(request.day, origin);
    this.byId = new Map(request.work.tasks.map((t) => [t.id, t]));
    request.flights.forEach((flight, i) => {
      for (const check of flight.checks) if (this.byId.has(check)) this.jobOf.set(check, `flight ${i + 1}`);
    });
  }

  private able(roles: readonly string[]): readonly string[] {
    return this.request.day.people.filter((p) => p.roles.some((r) => roles.includes(r))).map((p) => p.id);
  }

  private links(tasks: readonly Task[], own: string, minutes: number): Job['links'] {
    return tasks.flatMap((t) =>
      t.links.flatMap(({ task, kind, atLeast, atMost: most }) => {
        // What has to be valid at the end of a point has to be so at the end of the flight it is flown in.
        const atMost = most !== undefined && kind === 'validity' ? most + t.minutes - minutes : most;
        const job = this.jobOf.get(task) ?? task;
        return job === own
          ? []
          : [
              {
                job,
                ...(atLeast === undefined ? {} : { atLeast }),
                ...(atMost === undefined ? {} : { atMost: Math.max(0, atMost) }),
              },
            ];
      }),
    );
  }

  private check(task: Task): Job {
    const { places } = this.request.day;
    const flies = task.station === 'flight';
    const roomy = flies || (ownMember(places, task.place) === undefined && ROOMY.includes(task.place));
    return {
      id: task.id,
      minutes: task.minutes,
      crew: task.crew.map((roles) => this.able(roles)),
      uses: [...(roomy ? [] : [`place ${task.place}`]), ...task.instruments.map((i) => `instrument ${i}`)],
      links: this.links([task], task.id, task.minutes),
      windows: flies ? this.windows.flight : this.windows.work,
    };
  }

  /** A flight takes everybody whom one of its points takes; the largest crew of them is the crew. */
  private flight(slot: FlightSlot, i: number): Job {
    const tasks = slot.checks.flatMap((id) => this.byId.get(id) ?? []);
    const crew = tasks.map((t) => t.crew).sort((a, b) => b.length - a.length)[0] ?? [['pilot']];
    const id = `flight ${i + 1}`;
    return {
      id,
      minutes: slot.minutes,
      crew: crew.map((roles) => this.able(roles)),
      uses: [],
      links: [
        ...this.links(tasks, id, slot.minutes),
        ...(i > 0 ? [{ job: `flight ${i}`, atLeast: TURNAROUND }] : []),
      ],
      windows: this.windows.flight,
    };
  }

  private add(job: Job, meaning: Meaning): void {
    this.jobs.push(job);
    this.meanings.set(job.id, meaning);
  }

  make(): void {
    const { work, order, flights } = this.request;
    const seen = new Set<string>();
    const lastOf = new Map<string, string>();
    let phase: string[] = [];
    let gate: string | undefined;
    const extra = new Map<string, { job: string }[]>();
    const follow = (job: string, before: string | undefined): void => {
      if (before !== undefined) extra.set(job, [...(extra.get(job) ?? []), { job: before }]);
    };
    /** Jobs that hold a state at its value now: they are over before it changes. */
    const holding = new Map<string, string[]>();
    const instant = (id: string, meaning: Meaning, links: readonly { job: string }[]): void =>
      this.add({ id, minutes: 0, crew: [], uses: [], links }, meaning);
    const byStep = orderSteps(work, order);
    byStep.forEach((step, at) => {
      if (step.kind === 'gate') {
        const id = `gate ${step.gate}`;
        const before = [...phase, ...(gate === undefined ? [] : [gate])];
        instant(
          id,
          { kind: 'gate', gate: step.gate },
          [...new Set(before)].map((job) => ({ job })),
        );
        gate = id;
        phase = [];
      } else if (step.kind === 'state') {
        const { key, from, to, by } = step;
        const before = holding.get(key) ?? [];
        if (by !== undefined) {
          const job = this.jobOf.get(by) ?? by;
          for (const other of before) if (other !== job) follow(job, other);
          holding.set(key, [job]);
          lastOf.set(key, job);
        } else {
          const id = `state ${at}`;
          instant(
            id,
            { kind: 'state', key, from, to },
            [...new Set([...before, ...(gate === undefined ? [] : [gate])])].map((job) => ({ job })),
          );
          holding.set(key, [id]);
          lastOf.set(key, id);
        }
      } else {
        const job = this.jobOf.get(step.task) ?? step.task;
        const task = this.byId.get(step.task);
        if (!task) return;
        // States that change in the air change within the flight, and nothing else goes on at the aircraft then.
        if (!job.startsWith('flight '))
          for (const key of Object.keys(task.needs)) {
            const last = lastOf.get(key);
            if (last !== job) follow(job, last);
            holding.set(key, [...(holding.get(key) ?? []), job]);
          }
        follow(job, gate);
        phase.push(job);
        if (seen.has(job)) return;
        seen.add(job);
        const flown = /^flight (\d+)$/.exec(job);
        const slot = flown ? flights[Number(flown[1]) - 1] : undefined;
        if (slot)
          this.add(this.flight(slot, Number(flown?.[1]) - 1), {
            kind: 'flight',
            flight: Number(flown?.[1]) - 1,
            checks: slot.checks,
          });
        else this.add(this.check(task), { kind: 'check', check: task.id });
      }
    });
    this.jobs.forEach((job, i) => {
      const more = (extra.get(job.id) ?? []).filter(
        (l) => l.job !== job.id && !job.links.some((o) => o.job === l.job),
      );
      if (more.length > 0) this.jobs[i] = { ...job, links: [...job.links, ...unique(more)] };
    });
  }
}

function unique(links: readonly { job: string }[]): { job: string }[] {
  return [...new Map(links.map((l) => [l.job, l])).values()];
}

/**
 * A day's work as a problem of scheduling: checks, flights and instants at which gates are passed and states change
 * by hand. The order settles which checks share a state: a check that needs one is over before the order changes
 * it. People by their roles and absences; places that hold one check at a time where the plan does not say more;
 * one of each instrument; hours of the field for everything, and for flights also daylight and the wind.
 */
export function dayProblem(request: TimetableRequest): DayProblem {
  const { day, now, work } = request;
  const origin = now > day.start ? now : day.start;
  const zero = Date.parse(origin);
  const maker = new ProblemMaker({ ...request, order: fullOrder(work, request.order) }, origin);
  maker.make();
  // What a check waits for and is done already, or is not in the plan, is waited for no longer.
  const planned = new Set(maker.jobs.map((j) => j.id));
  const jobs = maker.jobs.map((j) => ({ ...j, links: j.links.filter((l) => planned.has(l.job)) }));
  const used = new Set(maker.jobs.flatMap((j) => j.uses));
  const resources = [...used].map((id) => {
    const name = id.slice(id.indexOf(' ') + 1);
    const place = id.startsWith('place ');
    return {
      id,
      atOnce: place ? Math.max(1, ownMember(day.places, name) ?? 1) : 1,
      away: place ? [] : (ownMember(day.instrumentsAway, name) ?? []).map((s) => minutesOf(s, zero)),
    };
  });
  return {
    origin,
    meanings: maker.meanings,
    problem: {
      jobs,
      people: day.people.map((p) => ({ id: p.id, away: p.away.map((s) => minutesOf(s, zero)) })),
      resources,
    },
  };
}
