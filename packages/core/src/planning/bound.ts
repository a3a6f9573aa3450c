import { heldAt } from '../held-at.ts';
import type { Compiled, Interval } from './schedule.ts';
import { INSTANT } from './schedule.ts';

type Jobs = Compiled['jobs'];

/** The earliest beginning of each job by what it waits for and its windows alone, people apart. */
export function headsOf({ jobs }: Compiled, order: readonly number[]): Float64Array {
  const heads = new Float64Array(jobs.length);
  for (const i of order) {
    const job = heldAt(jobs, i);
    let t = job.release;
    job.before.forEach((b, l) => {
      t = Math.max(t, heldAt(heads, b) + heldAt(jobs, b).minutes + (job.atLeast[l] ?? 0));
    });
    if (job.windows) {
      const window = job.windows.find((w) => Math.max(t, w.from) + job.minutes <= w.to + INSTANT);
      t = window ? Math.max(t, window.from) : Infinity;
    }
    heads[i] = t;
  }
  return heads;
}

/** The least time from the end of each job to the end of everything that waits for it. */
export function tailsOf({ jobs }: Compiled, order: readonly number[]): Float64Array {
  const tails = new Float64Array(jobs.length);
  for (const i of [...order].reverse()) {
    const job = heldAt(jobs, i);
    job.before.forEach((b, l) => {
      const through = (job.atLeast[l] ?? 0) + job.minutes + heldAt(tails, i);
      if (through > heldAt(tails, b)) tails[b] = through;
    });
  }
  return tails;
}

/** Jobs after everything they wait for; undefined when they wait for each other in a circle. */
export function topological({ jobs }: Compiled): number[] | undefined {
  const waiting = jobs.map((j) => j.before.length);
  const order = jobs.flatMap((_, i) => (waiting[i] === 0 ? [i] : []));
  for (const i of order)
    for (const next of heldAt(jobs, i).after) {
      waiting[next] = heldAt(waiting, next) - 1;
      if (waiting[next] === 0) order.push(next);
    }
  return order.length === jobs.length ? order : undefined;
}

/** Stretches joined where they touch, in order. */
function joined(list: readonly Interval[]): Interval[] {
  const result: Interval[] = [];
  for (const next of [...list].sort((a, b) => a.from - b.from)) {
    const last = result[result.length - 1];
    if (last && next.from <= last.to) result[result.length - 1] = { ...last, to: Math.max(last.to, next.to) };
    else result.push(next);
  }
  return result;
}

/** When none of some jobs may be done, if each of them has windows. */
function closedFor(jobs: Jobs): readonly Interval[] {
  if (jobs.some((j) => !j.windows)) return [];
  const open = joined(jobs.flatMap((j) => j.windows ?? []));
  return open
    .map(({ to }, i) => ({ from: to, to: open[i + 1]?.from ?? Infinity }))
    .concat((open[0]?.from ?? 0) > 0 ? [{ from: 0, to: open[0]?.from ?? 0 }] : []);
}

type Event = { readonly at: number; readonly by: number };

/** When units of a set go and come, with the hours in which nothing of theirs may be done. */
function eventsOf(
  compiled: Compiled,
  units: readonly number[],
  closed: readonly Interval[],
): readonly Event[] {
  return units
    .flatMap((u) =>
      joined([...(compiled.units[u]?.away ?? []), ...closed]).flatMap((a) => [
        { at: a.from, by: -1 },
        { at: a.to, by: 1 },
      ]),
    )
    .sort((a, b) => a.at - b.at);
}

/** The instant by which some units together have been there for `minutes`, from `from` on. */
function spent(events: readonly Event[], units: number, from: number, minutes: number): number {
  let [t, left, there] = [from, minutes, units];
  for (const event of events) {
    if (event.at <= from) {
      there += event.by;
      continue;
    }
    const done = (event.at - t) * there;
    if (done >= left) break;
    left -= done;
    t = event.at;
    there += event.by;
  }
  return there > 0 ? t + left / there : t;
}

/** Sets of units worth looking at: those that some job takes one of, and unions of those that are few. */
function unitSets(compiled: Compiled): readonly (readonly number[])[] {
  const found = new Map<string, readonly number[]>();
  const put = (set: readonly number[]): void => {
    const units = [...new Set(set)].sort((a, b) => a - b);
    found.set(units.join(' '), units);
  };
  for (const job of compiled.jobs) job.slots.forEach(put);
  const single = [...found.values()];
  for (const a of single) for (const b of single) if (found.size < 200) put([...a, ...b]);
  return [...found.values()].filter((set) => set.length > 0);
}

/**
 * No schedule ends before this, in minutes: the longest chain of jobs with its waits and windows; and, for every
 * set of people, places or instruments that some jobs can only take from, the work of those that cannot begin
 * before one instant and leave at least so much after them, spread over the whole set as if it could be divided.
 * Source: the head-body-tail bound of one-machine scheduling, widened to sets of like machines.
 * Example: three jobs of 40 minutes for two people give 60.
 */
export function lowerBound(compiled: Compiled): number {
  const order = topological(compiled);
  if (!order) return Infinity;
  const heads = headsOf(compiled, order);
  const tails = tailsOf(compiled, order);
  const { jobs } = compiled;
  let bound = 0;
  jobs.forEach((job, i) => {
    bound = Math.max(bound, heldAt(heads, i) + job.minutes + heldAt(tails, i));
  });
  for (const set of unitSets(compiled)) {
    const inside = new Set(set);
    // A job may take more than one of the set; each counts.
    const work = jobs.flatMap((job, i) => {
      const slots = job.slots.filter((s) => s.length > 0 && s.every((u) => inside.has(u))).length;
      return slots > 0 && job.minutes > 0
        ? [{ minutes: job.minutes * slots, head: heldAt(heads, i), tail: heldAt(tails, i) }]
        : [];
    });
    const closed = closedFor(jobs.filter((j) => j.slots.some((s) => s.every((u) => inside.has(u)))));
    bound = Math.max(bound, loadBound(eventsOf(compiled, set, closed), set.length, work));
  }
  return bound;
}

function loadBound(
  events: readonly Event[],
  units: number,
  work: readonly { minutes: number; head: number; tail: number }[],
): number {
  const byTail = [...work].sort((a, b) => b.tail - a.tail);
  let bound = 0;
  for (const head of new Set(work.map((w) => w.head))) {
    let minutes = 0;
    let i = 0;
    while (i < byTail.length) {
      const { tail } = heldAt(byTail, i);
      for (; i < byTail.length && heldAt(byTail, i).tail === tail; i += 1) {
        const job = heldAt(byTail, i);
        if (job.head >= head) minutes += job.minutes;
      }
      if (minutes > 0) bound = Math.max(bound, spent(events, units, head, minutes) + tail);
    }
  }
  return bound;
}
