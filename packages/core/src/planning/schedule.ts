import { heldAt } from '../held-at.ts';
/** A stretch of time in minutes from the beginning of the plan: from, up to but without to. */
export interface Interval {
  readonly from: number;
  readonly to: number;
}

/** One thing to be done without a break. */
export interface Job {
  readonly id: string;
  readonly minutes: number;
  /** One list for each person it takes: the people who may be that one. */
  readonly crew: readonly (readonly string[])[];
  /** Places and instruments, by id; each takes one of those there are. */
  readonly uses: readonly string[];
  /** Minutes from the end of the other job to the beginning of this one: at least (0 if absent), at most. */
  readonly links: readonly { readonly job: string; readonly atLeast?: number; readonly atMost?: number }[];
  /** It lies wholly in one of them. Absent: any time. */
  readonly windows?: readonly Interval[];
  /** Not before. */
  readonly release?: number;
}

/** People, places and instruments, each with when it is not there. */
export interface Resource {
  readonly id: string;
  /** How many jobs at once; 1 for a person. */
  readonly atOnce: number;
  readonly away: readonly Interval[];
}

export interface ScheduleProblem {
  readonly jobs: readonly Job[];
  readonly people: readonly Omit<Resource, 'atOnce'>[];
  readonly resources: readonly Resource[];
}

/** When a job is done, and by whom: one person for each list of its crew, in that order. */
export interface Assignment {
  readonly job: string;
  readonly start: number;
  readonly end: number;
  readonly people: readonly string[];
}

export interface Schedule {
  readonly assignments: readonly Assignment[];
  /** Minutes at which the last job ends. */
  readonly end: number;
}

interface CompiledJob {
  readonly minutes: number;
  /** Units of which one is taken each; those of the crew come first. */
  readonly slots: readonly (readonly number[])[];
  readonly crew: number;
  /** The first thing it uses, by which people stay where they are. */
  readonly place: string | undefined;
  readonly before: readonly number[];
  readonly atLeast: readonly number[];
  readonly atMost: readonly number[];
  readonly after: readonly number[];
  readonly windows: readonly Interval[] | undefined;
  readonly release: number;
}

/** A problem with everything by number, made once and decoded many times. */
export interface Compiled {
  readonly problem: ScheduleProblem;
  readonly jobs: readonly CompiledJob[];
  readonly units: readonly {
    readonly id: string;
    readonly away: readonly Interval[];
    readonly wanted: number;
  }[];
  /** Whether any job has a longest wait: then decoding may have to begin again. */
  readonly hurried: boolean;
}

/** Looks up every name of a problem. A job that nobody can do has an empty slot; one with an unknown link loses it. */
export function compileSchedule(problem: ScheduleProblem): Compiled {
  const place = new Map(problem.jobs.map((j, i) => [j.id, i]));
  const units: { id: string; away: readonly Interval[]; wanted: number }[] = [];
  const unitsOf = new Map<string, number[]>();
  const add = (id: string, away: readonly Interval[], copies: number): void => {
    const own: number[] = [];
    for (let c = 0; c < copies; c += 1) own.push(units.push({ id, away: sorted(away), wanted: 0 }) - 1);
    unitsOf.set(id, own);
  };
  for (const person of problem.people) add(`person ${person.id}`, person.away, 1);
  for (const resource of problem.resources) add(`use ${resource.id}`, resource.away, resource.atOnce);
  const after: number[][] = problem.jobs.map(() => []);
  const jobs = problem.jobs.map((job, i): CompiledJob => {
    const links = job.links.flatMap((l) => {
      const at = place.get(l.job);
      return at === undefined ? [] : [{ ...l, at }];
    });
    for (const link of links) after[link.at]?.push(i);
    const crew = job.crew.map((people) => people.flatMap((p) => unitsOf.get(`person ${p}`) ?? []));
    const uses = job.uses.flatMap((u) => {
      const own = unitsOf.get(`use ${u}`);
      return own ? [own] : [];
    });
    const slots = [...crew, ...uses];
    for (const slot of slots) for (const u of slot) heldAt(units, u).wanted += job.minutes / slot.length;
    return {
      minutes: job.minutes,
      slots,
      crew: crew.length,
      place: job.uses[0],
      before: links.map((l) => l.at),
      atLeast: links.map((l) => l.atLeast ?? 0),
      atMost: links.map((l) => l.atMost ?? Infinity),
      after: after[i] ?? [],
      windows: job.windows ? sorted(job.windows) : undefined,
      release: job.release ?? 0,
    };
  });
  return { problem, jobs, units, hurried: jobs.some((j) => j.atMost.some((m) => m < Infinity)) };
}

function sorted(intervals: readonly Interval[]): readonly Interval[] {
  return [...intervals].sort((a, b) => a.from - b.from);
}

/** Minutes are figures of clocks: a thousandth of one is the same instant. */
export const INSTANT = 1e-3;

/** By job: for each of its slots the unit that is taken if it is free. */
export type Preferences = readonly (readonly number[] | undefined)[];

/** What decoding gives: when each job begins, and which units it takes. */
export interface Decoded {
  readonly starts: Float64Array;
  readonly taken: readonly (readonly number[])[];
  readonly end: number;
}

/** The jobs placed so far: for each unit, the stretches in which it is busy, in order. */
class Board {
  private readonly from: number[][];
  private readonly to: number[][];
  private readonly last: (string | undefined)[] = [];

  constructor(private readonly compiled: Compiled) {
    this.from = compiled.units.map((u) => u.away.map((a) => a.from));
    this.to = compiled.units.map((u) => u.away.map((a) => a.to));
  }

  /** The first instant from `t` on at which a unit is free for `minutes`. */
  free(unit: number, t: number, minutes: number): number {
    const from = heldAt(this.from, unit);
    const to = heldAt(this.to, unit);
    let at = t;
    // A job of no length may lie on an edge; nothing else may touch a stretch that is taken.
    let low = 0;
    let high = to.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (heldAt(to, middle) <= t + INSTANT) low = middle + 1;
      else high = middle;
    }
    for (let i = low; i < from.length; i += 1) {
      if (at + minutes <= heldAt(from, i) + INSTANT) return at;
      at = Math.max(at, heldAt(to, i));
    }
    return at;
  }

  take(unit: number, start: number, end: number, place: string | undefined): void {
    if (end <= start) return;
    this.last[unit] = place;
    const from = heldAt(this.from, unit);
    const to = heldAt(this.to, unit);
    let i = from.length;
    while (i > 0 && heldAt(from, i - 1) > start) i -= 1;
    // Stretches that touch become one: a full day is then one stretch to step over, not fifty.
    const joinsBefore = i > 0 && start - heldAt(to, i - 1) <= INSTANT;
    const joinsAfter = i < from.length && heldAt(from, i) - end <= INSTANT;
    if (joinsBefore && joinsAfter) {
      to[i - 1] = heldAt(to, i);
      from.splice(i, 1);
      to.splice(i, 1);
    } else if (joinsBefore) to[i - 1] = end;
    else if (joinsAfter) from[i] = start;
    else {
      from.splice(i, 0, start);
      to.splice(i, 0, end);
    }
  }

  /** Whether a unit was last taken where a job is done: whoever sits in the cockpit goes on sitting there. */
  private stays(unit: number, job: CompiledJob): boolean {
    return job.place !== undefined && this.last[unit] === job.place;
  }

  /** Distinct units for all slots, free from `t`: the preferred, then who is there already, then the least wanted. */
  match(job: CompiledJob, t: number, prefer: readonly number[] = []): number[] | undefined {
    const taken: number[] = [];
    const choose = (slot: number): boolean => {
      const options = job.slots[slot];
      if (!options) return true;
      const free = options.filter((u) => !taken.includes(u) && this.free(u, t, job.minutes) <= t + INSTANT);
      free.sort(
        (a, b) =>
          Number(prefer[slot] === b) - Number(prefer[slot] === a) ||
          Number(this.stays(b, job)) - Number(this.stays(a, job)) ||
          heldAt(this.compiled.units, a).wanted - heldAt(this.compiled.units, b).wanted,
      );
      for (const unit of free) {
        taken[slot] = unit;
        if (choose(slot + 1)) return true;
        taken.length = slot;
      }
      return false;
    };
    return choose(0) ? taken : undefined;
  }

  /** The first instant from `t` on at which a job can be done; Infinity when there is none. */
  earliest(job: CompiledJob, t: number): number {
    let at = t;
    for (let guard = 0; guard < 20_000; guard += 1) {
      at = inWindow(job, at);
      if (at === Infinity) return Infinity;
      let all = at;
      for (const slot of job.slots) {
        let best = Infinity;
        for (const unit of slot) {
          const free = this.free(unit, at, job.minutes);
          if (free < best) best = free;
          if (best <= at) break;
        }
        if (best > all) all = best;
      }
      if (all === Infinity) return Infinity;
      if (all > at + INSTANT) {
        at = all;
        continue;
      }
      if (job.slots.length < 2 || this.match(job, at)) return at;
      at = this.nextChange(job, at);
    }
    return Infinity;
  }

  private nextChange(job: CompiledJob, t: number): number {
    let next = Infinity;
    for (const slot of job.slots)
      for (const unit of slot) {
        const free = this.free(unit, t, job.minutes);
        if (free > t + INSTANT && free < next) next = free;
      }
    return next;
  }
}

function inWindow(job: CompiledJob, t: number): number {
  if (!job.windows) return t;
  for (const window of job.windows) {
    const at = Math.max(t, window.from);
    if (at + job.minutes <= window.to + INSTANT) return at;
  }
  return Infinity;
}

/**
 * Places jobs one after another in the order of `list`, each as early as what it waits for, its people, places,
 * instruments and windows allow, by whom `prefer` says if they are free. A longest wait that comes out too long moves the earlier job later, and begins
 * again. Undefined when a job cannot be placed at all.
 */
export function decodeList(
  compiled: Compiled,
  list: readonly number[],
  prefer: Preferences = [],
): Decoded | undefined {
  const { jobs } = compiled;
  const held = jobs.map((j) => j.release);
  for (let again = 0; again <= (compiled.hurried ? 4 * jobs.length : 0); again += 1) {
    const board = new Board(compiled);
    const starts = new Float64Array(jobs.length);
    const taken: (readonly number[])[] = new Array<readonly number[]>(jobs.length);
    let end = 0;
    for (const i of list) {
      const job = heldAt(jobs, i);
      let t = heldAt(held, i);
      for (let l = 0; l < job.before.length; l += 1) {
        const b = heldAt(job.before, l);
        const least = heldAt(starts, b) + heldAt(jobs, b).minutes + heldAt(job.atLeast, l);
        if (least > t) t = least;
      }
      const start = board.earliest(job, t);
      if (start === Infinity) return undefined;
      const units = board.match(job, start, prefer[i]) ?? [];
      for (const unit of units) board.take(unit, start, start + job.minutes, job.place);
      starts[i] = start;
      taken[i] = units;
      if (start + job.minutes > end) end = start + job.minutes;
    }
    const late = compiled.hurried ? tooLate(compiled, starts) : undefined;
    if (!late) return { starts, taken, end };
    if (late.notBefore <= heldAt(held, late.job) + INSTANT) return undefined;
    held[late.job] = late.notBefore;
  }
  return undefined;
}

/** The first job that has to be done later, so that what follows it is not too long after it. */
function tooLate(compiled: Compiled, starts: Float64Array): { job: number; notBefore: number } | undefined {
  for (let i = 0; i < compiled.jobs.length; i += 1) {
    const job = heldAt(compiled.jobs, i);
    for (let l = 0; l < job.before.length; l += 1) {
      const most = heldAt(job.atMost, l);
      if (most === Infinity) continue;
      const b = heldAt(job.before, l);
      const end = heldAt(starts, b) + heldAt(compiled.jobs, b).minutes;
      const over = heldAt(starts, i) - end - most;
      if (over > INSTANT) return { job: b, notBefore: heldAt(starts, b) + over };
    }
  }
  return undefined;
}

/** A decoded list with names again. */
export function readSchedule(compiled: Compiled, decoded: Decoded): Schedule {
  const { jobs } = compiled.problem;
  return {
    end: decoded.end,
    assignments: jobs.map((job, i) => {
      const start = heldAt(decoded.starts, i);
      const units = (decoded.taken[i] ?? []).slice(0, heldAt(compiled.jobs, i).crew);
      return {
        job: job.id,
        start,
        end: start + job.minutes,
        people: units.map((u) => heldAt(compiled.units, u).id.slice('person '.length)),
      };
    }),
  };
}
