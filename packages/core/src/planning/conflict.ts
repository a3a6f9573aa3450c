import { heldAt } from '../held-at.ts';
import { findCircle } from './order.ts';
import { topological } from './bound.ts';
import {
  compileSchedule,
  decodeList,
  INSTANT,
  type Interval,
  type Job,
  type ScheduleProblem,
} from './schedule.ts';
import { searchSchedule } from './search.ts';

/** One thing that was asked for, as far as it takes part in a conflict. */
export type Constraint =
  /** `job` waits for `before`; `atMost`: and no longer than so many minutes. */
  | {
      readonly kind: 'link';
      readonly job: string;
      readonly before: string;
      readonly atLeast?: number;
      readonly atMost?: number;
    }
  | {
      readonly kind: 'window';
      readonly job: string;
      readonly windows: readonly Interval[];
      readonly minutes: number;
    }
  | { readonly kind: 'release'; readonly job: string; readonly from: number }
  /** The people who could be one of the crew; empty: nobody holds the role. */
  | { readonly kind: 'crew'; readonly job: string; readonly slot: number; readonly people: readonly string[] }
  | { readonly kind: 'away'; readonly resource: string; readonly away: readonly Interval[] }
  /** The people of `resources` together are there for less than the work that only they can do. */
  | {
      readonly kind: 'load';
      readonly resources: readonly string[];
      readonly minutes: number;
      readonly there: number;
    };

/**
 * Why a problem cannot be scheduled: a set of constraints that cannot hold together, none of which could be left
 * out without making the others possible.
 */
export interface Conflict {
  readonly kind: 'circle' | 'nobody' | 'tooFew' | 'time' | 'hurry' | 'hours';
  readonly constraints: readonly Constraint[];
}

/** Distinct people for every place in a crew, whoever is away. */
function canCrew(crew: readonly (readonly string[])[], taken: readonly string[] = []): boolean {
  const [slot, ...rest] = crew;
  return !slot || slot.some((p) => !taken.includes(p) && canCrew(rest, [...taken, p]));
}

/** Slots of a crew that cannot be filled together, none of which could be left out. */
function leastCrew(job: Job): readonly number[] {
  let slots = job.crew.map((_, i) => i);
  for (const slot of [...slots]) {
    const without = slots.filter((s) => s !== slot);
    if (!canCrew(without.map((s) => job.crew[s] ?? []))) slots = without;
  }
  return slots;
}

function crewConflict(problem: ScheduleProblem): Conflict | undefined {
  const there = new Set(problem.people.map((p) => p.id));
  for (const raw of problem.jobs) {
    const job = { ...raw, crew: raw.crew.map((c) => c.filter((p) => there.has(p))) };
    if (canCrew(job.crew)) continue;
    const slots = leastCrew(job);
    return {
      kind: slots.length === 1 ? 'nobody' : 'tooFew',
      constraints: slots.map((slot) => ({ kind: 'crew', job: job.id, slot, people: job.crew[slot] ?? [] })),
    };
  }
  return undefined;
}

/** Everything a problem asks of time, one by one; people and places stand for nothing but when they are there. */
function constraintsOf(problem: ScheduleProblem, jobs: ReadonlySet<string>): Constraint[] {
  const own = problem.jobs.filter((j) => jobs.has(j.id));
  return [
    ...own.flatMap((j) =>
      j.links.map((l): Constraint => ({ kind: 'link', job: j.id, before: l.job, ...pick(l) })),
    ),
    ...own.flatMap((j): Constraint[] =>
      j.windows ? [{ kind: 'window', job: j.id, windows: j.windows, minutes: j.minutes }] : [],
    ),
    ...own.flatMap((j): Constraint[] => (j.release ? [{ kind: 'release', job: j.id, from: j.release }] : [])),
    ...[...problem.people, ...problem.resources].flatMap((r): Constraint[] =>
      r.away.length > 0 ? [{ kind: 'away', resource: r.id, away: r.away }] : [],
    ),
  ];
}

const pick = ({ atLeast, atMost }: { atLeast?: number; atMost?: number }) => ({
  ...(atLeast === undefined ? {} : { atLeast }),
  ...(atMost === undefined ? {} : { atMost }),
});

/**
 * A problem in which only some constraints hold, and nobody competes with anybody: every job has people, places and
 * instruments of its own, away at the same times. What cannot be placed then can never be.
 */
function relaxed(problem: ScheduleProblem, held: readonly Constraint[]): ScheduleProblem {
  const names = new Set(
    held.flatMap((c) => ('job' in c ? [c.job, ...('before' in c ? [c.before] : [])] : [])),
  );
  const away = new Map(held.flatMap((c) => (c.kind === 'away' ? [[c.resource, c.away] as const] : [])));
  const all = new Map([...problem.people, ...problem.resources].map((r) => [r.id, r]));
  const people: { id: string; away: readonly Interval[] }[] = [];
  const resources: { id: string; atOnce: number; away: readonly Interval[] }[] = [];
  const jobs = problem.jobs
    .filter((j) => names.has(j.id))
    .map((j): Job => {
      const mine = (id: string): string => `${id} for ${j.id}`;
      for (const id of new Set(j.crew.flat()))
        if (all.has(id)) people.push({ id: mine(id), away: away.get(id) ?? [] });
      for (const id of new Set(j.uses))
        if (all.has(id)) resources.push({ id: mine(id), atOnce: 1, away: away.get(id) ?? [] });
      const windows = held.find((c) => c.kind === 'window' && c.job === j.id) as
        Extract<Constraint, { kind: 'window' }> | undefined;
      const release = held.find((c) => c.kind === 'release' && c.job === j.id) as
        Extract<Constraint, { kind: 'release' }> | undefined;
      return {
        id: j.id,
        minutes: j.minutes,
        crew: j.crew.map((slot) => slot.map(mine)),
        uses: j.uses.map(mine),
        links: held.flatMap((c) =>
          c.kind === 'link' && c.job === j.id ? [{ job: c.before, ...pick(c) }] : [],
        ),
        ...(windows ? { windows: windows.windows } : {}),
        ...(release ? { release: release.from } : {}),
      };
    });
  return { jobs, people, resources };
}

function possible(problem: ScheduleProblem, held: readonly Constraint[]): boolean {
  const compiled = compileSchedule(relaxed(problem, held));
  const order = topological(compiled);
  return order !== undefined && decodeList(compiled, order) !== undefined;
}

/** A job with everything before and, through longest waits, after it: what can have to do with its being impossible. */
function around(problem: ScheduleProblem, job: string): ReadonlySet<string> {
  const byId = new Map(problem.jobs.map((j) => [j.id, j]));
  const found = new Set([job]);
  for (const id of found) for (const l of byId.get(id)?.links ?? []) if (byId.has(l.job)) found.add(l.job);
  return found;
}

/** Leaves out, one after another, what is not needed for the conflict; halves first, so that much goes at once. */
function least(problem: ScheduleProblem, constraints: readonly Constraint[]): readonly Constraint[] {
  let held = [...constraints];
  for (let size = held.length >> 1; size >= 1; size >>= 1)
    for (let at = 0; at < held.length;) {
      const without = [...held.slice(0, at), ...held.slice(at + size)];
      if (!possible(problem, without)) held = without;
      else at += size;
    }
  return held;
}

function timeConflict(problem: ScheduleProblem): Conflict | undefined {
  const ids = problem.jobs.map((j) => j.id);
  const all = constraintsOf(problem, new Set(ids));
  if (possible(problem, all)) return undefined;
  const culprit = ids.find((id) => !possible(problem, constraintsOf(problem, around(problem, id))));
  const start = culprit === undefined ? all : constraintsOf(problem, around(problem, culprit));
  return { kind: 'time', constraints: least(problem, start) };
}

/** Minutes for which somebody is there inside some windows. */
function minutesThere(windows: readonly Interval[], away: readonly Interval[]): number {
  return windows.reduce((sum, w) => {
    const gone = away.reduce((s, a) => s + Math.max(0, Math.min(a.to, w.to) - Math.max(a.from, w.from)), 0);
    return sum + Math.max(0, w.to - w.from - gone);
  }, 0);
}

/** People, or a place, with more work that only they can do than minutes in the windows. */
function hoursConflict(problem: ScheduleProblem): Conflict {
  const sets = [...new Set(problem.jobs.flatMap((j) => j.crew.map((c) => [...c].sort().join(' '))))]
    .map((s) => s.split(' '))
    .sort((a, b) => a.length - b.length);
  sets.push(problem.people.map((p) => p.id));
  for (const set of sets) {
    const jobs = problem.jobs.filter((j) => j.windows && j.crew.some((c) => c.every((p) => set.includes(p))));
    const windows = jobs.flatMap((j) => j.windows ?? []);
    const minutes = jobs.reduce(
      (sum, j) => sum + j.minutes * j.crew.filter((c) => c.every((p) => set.includes(p))).length,
      0,
    );
    const span = [...new Map(windows.map((w) => [`${w.from} ${w.to}`, w])).values()];
    const there = set.reduce(
      (sum, id) => sum + minutesThere(span, problem.people.find((p) => p.id === id)?.away ?? []),
      0,
    );
    if (minutes > there + INSTANT)
      return { kind: 'hours', constraints: [{ kind: 'load', resources: set, minutes, there }] };
  }
  return { kind: 'hours', constraints: [] };
}

/** Lists tried when it is asked whether anything can be placed at all. */
const TRIES = 60;

/**
 * Longest waits that leave too little time for the work in between: each as short as it is, the search finds no
 * way through, and does when any one of them is given up.
 */
function hurryConflict(problem: ScheduleProblem): Conflict | undefined {
  const hurried = problem.jobs.flatMap((j) =>
    j.links.filter((l) => l.atMost !== undefined).map((l) => ({ job: j.id, before: l.job, ...pick(l) })),
  );
  if (hurried.length === 0) return undefined;
  const fits = (held: typeof hurried): boolean =>
    searchSchedule(
      {
        ...problem,
        jobs: problem.jobs.map((j) => ({
          ...j,
          links: j.links.map(({ job, atLeast, atMost }) => ({
            job,
            ...(atLeast === undefined ? {} : { atLeast }),
            ...(atMost !== undefined && held.some((h) => h.job === j.id && h.before === job)
              ? { atMost }
              : {}),
          })),
        })),
      },
      { seed: 1, lists: TRIES },
    ) !== undefined;
  if (!fits([])) return undefined;
  let held = hurried;
  for (const one of hurried) {
    const without = held.filter((h) => h !== one);
    if (!fits(without)) held = without;
  }
  return { kind: 'hurry', constraints: held.map((h) => ({ kind: 'link', ...h })) };
}

/**
 * Why a problem cannot be scheduled; call it when a search found nothing. A circle comes back as the shortest one;
 * a crew that cannot be filled as the least part of it; what time forbids as a set of links, windows, absences and
 * waits none of which can be left out; longest waits that
 * are too short for the work in between; and else the people whose hours are fewer than the work that only they can
 * do, or no constraint at all when the search merely did not find a way through.
 * Example: a flight of 40 minutes in a window of 30 gives that window and nothing else.
 */
export function conflictOf(problem: ScheduleProblem): Conflict {
  const circle = findCircle(
    problem.jobs.map((j) => ({
      id: j.id,
      links: j.links.map((l) => ({ task: l.job, kind: 'order' as const })),
    })),
  );
  if (circle)
    return {
      kind: 'circle',
      constraints: circle.slice(1).map((before, i) => ({ kind: 'link', job: heldAt(circle, i), before })),
    };
  return crewConflict(problem) ?? timeConflict(problem) ?? hurryConflict(problem) ?? hoursConflict(problem);
}
