import { err, ok, type Result } from '../result.ts';
import { lowerBound } from './bound.ts';
import { conflictOf, type Conflict } from './conflict.ts';
import { dayProblem, type DayProblem, type Meaning, type TimetableRequest } from './day-problem.ts';
import { compileSchedule, INSTANT, type Schedule, type ScheduleProblem } from './schedule.ts';
import { scheduleByList, searchSchedule, type SearchOptions } from './search.ts';

const MINUTE = 60_000;

/** One bar of the timetable. */
export interface Bar {
  readonly job: string;
  readonly meaning: Meaning;
  readonly start: string;
  readonly end: string;
  readonly people: readonly string[];
  readonly uses: readonly string[];
  /** Part of the chain that settles the end. */
  readonly critical: boolean;
}

/** A timetable: when everything is done, and how good that is. */
export interface Timetable {
  readonly origin: string;
  readonly end: string;
  /** Nothing ends before this, whoever plans it. */
  readonly bound: string;
  readonly bars: readonly Bar[];
  /** Jobs in an order that gives this timetable again. */
  readonly list: readonly string[];
}

/**
 * Jobs that settle the end, first to last: each ends where the next begins, by a link, a person, a place or an
 * instrument they share. It begins where nothing but a window or the beginning of the plan holds it.
 */
export function criticalChain(problem: ScheduleProblem, schedule: Schedule): readonly string[] {
  const at = new Map(schedule.assignments.map((a) => [a.job, a]));
  const jobs = new Map(problem.jobs.map((j) => [j.id, j]));
  const last = [...schedule.assignments].sort((a, b) => b.end - a.end || b.start - a.start)[0];
  const chain: string[] = [];
  for (let now = last; now && !chain.includes(now.job);) {
    chain.unshift(now.job);
    const job = jobs.get(now.job);
    const { start, people } = now;
    const byLink = job?.links
      .map((l) => ({ a: at.get(l.job), lag: l.atLeast ?? 0 }))
      .find(({ a, lag }) => a && Math.abs(a.end + lag - start) < INSTANT && !chain.includes(a.job))?.a;
    now =
      byLink ??
      schedule.assignments.find(
        (a) =>
          Math.abs(a.end - start) < INSTANT &&
          a.end > a.start &&
          !chain.includes(a.job) &&
          (a.people.some((p) => people.includes(p)) ||
            jobs.get(a.job)?.uses.some((u) => job?.uses.includes(u))),
      );
  }
  return chain;
}

function readable(made: DayProblem, schedule: Schedule, bound: number, list: readonly string[]): Timetable {
  const zero = Date.parse(made.origin);
  const iso = (minutes: number): string => new Date(Math.round(zero + minutes * MINUTE)).toISOString();
  const critical = new Set(criticalChain(made.problem, schedule));
  const jobs = new Map(made.problem.jobs.map((j) => [j.id, j]));
  return {
    origin: made.origin,
    end: iso(schedule.end),
    bound: iso(bound),
    list,
    bars: schedule.assignments.flatMap((a) => {
      const meaning = made.meanings.get(a.job);
      return meaning
        ? [
            {
              job: a.job,
              meaning,
              start: iso(a.start),
              end: iso(a.end),
              people: a.people,
              uses: jobs.get(a.job)?.uses ?? [],
              critical: critical.has(a.job),
            },
          ]
        : [];
    }),
  };
}

/** Why there is no timetable, and the problem it is about. */
export interface NoTimetable {
  readonly conflict: Conflict;
  readonly made: DayProblem;
}

/**
 * The timetable of a day, searched for: see `searchSchedule`. Error: the least set of things asked for that cannot
 * be had together. Example: one technician and two checks of 20 minutes end after 40.
 */
export function makeTimetable(
  request: TimetableRequest,
  options: SearchOptions,
): Result<Timetable, NoTimetable> {
  const made = dayProblem(request);
  const found = searchSchedule(made.problem, options);
  if (!found) return err({ conflict: conflictOf(made.problem), made });
  return ok(readable(made, found, found.bound, found.list));
}

/** The timetable that a list of jobs and people gives, without a search: a plan that was kept, told again from now. */
export function timetableByList(
  request: TimetableRequest,
  list: readonly string[],
  by: ReadonlyMap<string, readonly string[]>,
): Result<Timetable, NoTimetable> {
  const made = dayProblem(request);
  const found = scheduleByList(made.problem, list, by);
  if (!found) return err({ conflict: conflictOf(made.problem), made });
  return ok(readable(made, found, lowerBound(compileSchedule(made.problem)), list));
}
