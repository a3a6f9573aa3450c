import { heldAt } from '../held-at.ts';
import { scheduleFaults } from './faults.ts';
import type { KeptTimetable } from '../record/plan.ts';
import { headsOf, lowerBound, tailsOf, topological } from './bound.ts';
import {
  compileSchedule,
  decodeList,
  readSchedule,
  type Compiled,
  type Decoded,
  type Preferences,
  type Schedule,
  type ScheduleProblem,
} from './schedule.ts';

/** A schedule with the bound that no schedule can beat. */
export interface Planned extends Schedule {
  readonly bound: number;
  /** Lists that were tried. */
  readonly tried: number;
  /** It ends at the bound: no schedule is shorter. */
  readonly best: boolean;
  /** Jobs in an order that gives this schedule again, together with who does each. */
  readonly list: readonly string[];
}

export interface SearchOptions {
  /** Two searches with the same seed and the same number of lists find the same. */
  readonly seed: number;
  readonly lists: number;
  /** Asked before every list; the best so far is kept when it says no. */
  readonly goOn?: () => boolean;
  /** Told of every better schedule; `kept` gives what makes it again. */
  readonly onBetter?: (end: number, bound: number, kept: () => KeptTimetable) => void;
}

/** A small generator of random numbers from 0 up to but without 1, the same for the same seed (mulberry32). */
export function randomFrom(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t = (t + Math.imul(t ^ (t >>> 7), t | 61)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** A list by a rule, after everything each job waits for: of those that can come next, the one with the most of it. */
function listBy(compiled: Compiled, urgency: (job: number) => number): number[] {
  const waiting = compiled.jobs.map((j) => j.before.length);
  const open = compiled.jobs.flatMap((_, i) => (waiting[i] === 0 ? [i] : []));
  const list: number[] = [];
  while (open.length > 0) {
    let best = 0;
    for (let i = 1; i < open.length; i += 1)
      if (urgency(heldAt(open, i)) > urgency(heldAt(open, best))) best = i;
    const [job] = open.splice(best, 1) as [number];
    list.push(job);
    for (const next of heldAt(compiled.jobs, job).after) {
      waiting[next] = heldAt(waiting, next) - 1;
      if (waiting[next] === 0) open.push(next);
    }
  }
  return list;
}

/** The same problem told backwards from `end`: what was first is last. */
function mirrored(problem: ScheduleProblem, end: number): ScheduleProblem {
  const turn = (list: readonly { from: number; to: number }[]) =>
    list.map(({ from, to }) => ({ from: end - to, to: end - from }));
  const back = new Map<string, { job: string; atLeast?: number }[]>();
  for (const job of problem.jobs)
    for (const link of job.links)
      back.set(link.job, [
        ...(back.get(link.job) ?? []),
        { job: job.id, ...(link.atLeast === undefined ? {} : { atLeast: link.atLeast }) },
      ]);
  return {
    jobs: problem.jobs.map(({ release, windows, ...job }) => {
      const open = windows ?? (release === undefined ? undefined : [{ from: release, to: end }]);
      return { ...job, links: back.get(job.id) ?? [], ...(open ? { windows: turn(open) } : {}) };
    }),
    people: problem.people.map((p) => ({ ...p, away: turn(p.away) })),
    resources: problem.resources.map((r) => ({ ...r, away: turn(r.away) })),
  };
}

/** The latest instant at which each job may begin, so that it and what waits for it still fit their windows. */
function latestStarts(compiled: Compiled, order: readonly number[], tails: Float64Array): Float64Array {
  const latest = new Float64Array(order.length);
  for (const i of [...order].reverse()) {
    const job = heldAt(compiled.jobs, i);
    const last = job.windows?.at(-1)?.to ?? Infinity;
    let by = (Number.isFinite(last) ? last : 1e7 - heldAt(tails, i)) - job.minutes;
    for (const next of job.after) by = Math.min(by, heldAt(latest, next) - job.minutes);
    latest[i] = by;
  }
  return latest;
}

class Search {
  readonly compiled: Compiled;
  readonly bound: number;
  tried = 0;
  best: Decoded | undefined;
  private bestList: number[] = [];
  private bestPrefer: Preferences = [];
  private readonly random: () => number;

  constructor(
    problem: ScheduleProblem,
    private readonly options: SearchOptions,
  ) {
    this.compiled = compileSchedule(problem);
    this.bound = lowerBound(this.compiled);
    this.random = randomFrom(options.seed);
  }

  get list(): readonly string[] {
    return this.bestList.map((i) => heldAt(this.compiled.problem.jobs, i).id);
  }

  /** The best so far as it is kept: jobs in an order, and who does each. */
  private kept(): KeptTimetable {
    const { assignments } = readSchedule(this.compiled, this.best as Decoded);
    return { list: this.list, by: Object.fromEntries(assignments.map((a) => [a.job, a.people])) };
  }

  get finished(): boolean {
    return (
      this.tried >= this.options.lists ||
      (this.best !== undefined && this.best.end <= this.bound + 1e-6) ||
      this.options.goOn?.() === false
    );
  }

  private score(decoded: Decoded): number {
    let sum = 0;
    for (const s of decoded.starts) sum += s;
    return decoded.end + (1e-3 * sum) / Math.max(1, decoded.starts.length);
  }

  private try(list: number[], prefer: Preferences = []): Decoded | undefined {
    this.tried += 1;
    const decoded = decodeList(this.compiled, list, prefer);
    if (decoded && (!this.best || decoded.end < this.best.end - 1e-6)) {
      this.best = decoded;
      this.bestPrefer = prefer;
      this.bestList = [...list];
      this.options.onBetter?.(decoded.end, this.bound, () => this.kept());
    }
    return decoded;
  }

  private byStart(decoded: Decoded): number[] {
    const order = topological(this.compiled) ?? [];
    const rank = new Float64Array(order.length);
    order.forEach((job, i) => (rank[job] = i));
    return [...order].sort(
      (a, b) => heldAt(decoded.starts, a) - heldAt(decoded.starts, b) || heldAt(rank, a) - heldAt(rank, b),
    );
  }

  /** Pushes everything as late as it can be and pulls it forward again: often shorter, never longer. */
  private justify(decoded: Decoded): Decoded | undefined {
    if (this.compiled.hurried) return decoded;
    const turned = compileSchedule(mirrored(this.compiled.problem, decoded.end));
    const { jobs } = this.compiled;
    const ends = (i: number): number => heldAt(decoded.starts, i) + heldAt(jobs, i).minutes;
    const back = topological(turned);
    if (!back) return decoded;
    const late = decodeList(
      turned,
      listByOrder(turned, (i) => ends(i)),
    );
    this.tried += 1;
    if (!late || late.end > decoded.end + 1e-6) return decoded;
    const starts = Float64Array.from(jobs, (j, i) => decoded.end - heldAt(late.starts, i) - j.minutes);
    return this.try(this.byStart({ starts, taken: [], end: decoded.end })) ?? decoded;
  }

  /** Moves one job to another place in the list, where what it waits for and what waits for it let it stand. */
  private moved(list: readonly number[]): number[] {
    const next = [...list];
    const at = Math.floor(this.random() * next.length);
    const [job] = next.splice(at, 1) as [number];
    const { before, after } = heldAt(this.compiled.jobs, job);
    let low = 0;
    let high = next.length;
    for (let i = 0; i < next.length; i += 1) {
      if (before.includes(heldAt(next, i))) low = i + 1;
      if (i < high && after.includes(heldAt(next, i))) high = i;
    }
    const span = Math.min(high - low, 40);
    const from = Math.max(low, Math.min(at - (span >> 1), high - span));
    next.splice(from + Math.floor(this.random() * (span + 1)), 0, job);
    return next;
  }

  begin(order: readonly number[]): void {
    const { compiled } = this;
    const tails = tailsOf(compiled, order);
    const heads = headsOf(compiled, order);
    const weight = (i: number): number => heldAt(compiled.jobs, i).minutes;
    const asGiven = listBy(compiled, (i) => -i);
    const latest = latestStarts(compiled, order, tails);
    const rules: ((i: number) => number)[] = [
      (i) => -heldAt(latest, i),
      (i) => heldAt(tails, i) + weight(i),
      (i) => heldAt(tails, i) + weight(i) - heldAt(heads, i),
      (i) => heldAt(compiled.jobs, i).after.length,
    ];
    for (const list of [asGiven, ...rules.map((r) => listBy(compiled, r))]) {
      if (this.finished && this.best) return;
      const decoded = this.try(list);
      if (decoded) this.justify(decoded);
    }
    // As long as nothing could be placed, lists are drawn wider and wider, and people by chance.
    for (let i = 0; (i < 20 || !this.best) && !this.finished; i += 1) {
      const wide = 0.6 + (this.best ? 0 : Math.min(40, i / 4));
      const decoded = this.try(
        listBy(compiled, (j) => (heldAt(tails, j) + weight(j)) * (1 + wide * (this.random() - 0.5))),
        this.best ? [] : compiled.jobs.map((j) => this.anyOf(j.slots)),
      );
      if (decoded) this.justify(decoded);
    }
  }

  /** Prefers other people for one job that could be done by several. */
  private asked(prefer: Preferences): Preferences {
    const { jobs } = this.compiled;
    const at = Math.floor(this.random() * jobs.length);
    const next = [...prefer];
    next.length = jobs.length;
    next[at] = this.anyOf(heldAt(jobs, at).slots);
    return next;
  }

  private anyOf(slots: readonly (readonly number[])[]): number[] {
    return slots.map((slot) => slot[Math.floor(this.random() * slot.length)] ?? -1);
  }

  /** Walks from the best list by moves, now and then uphill, and back to the best when it leads nowhere. */
  walk(): void {
    let current = [...this.bestList];
    let prefer = this.bestPrefer;
    let now = this.best;
    let since = 0;
    while (now && !this.finished) {
      const other = this.random() < 0.25;
      const list = other ? current : this.moved(current);
      const asked = other ? this.asked(prefer) : prefer;
      const decoded = this.try(list, asked);
      const heat = (0.004 * now.end) / (1 + since / 400);
      if (decoded && this.score(decoded) <= this.score(now) + heat * this.random() * this.random()) {
        since = decoded.end < now.end - 1e-6 ? 0 : since + 1;
        current = list;
        prefer = asked;
        now = decoded;
      } else since += 1;
      if (since > 0 && since % 250 === 0) now = this.justify(now) ?? now;
      if (since > 1500) {
        current = [...this.bestList];
        prefer = this.bestPrefer;
        now = this.best;
        since = 0;
      }
    }
  }
}

function listByOrder(compiled: Compiled, last: (job: number) => number): number[] {
  return listBy(compiled, last);
}

/**
 * Searches for a short schedule: lists by several rules, each pushed late and pulled early again, then small moves
 * from the best one, until it meets the bound, `lists` were tried, or `goOn` says no; the best so far is kept.
 * Undefined when no list can be placed at all: `conflictOf` says why; or when it is no problem: `scheduleFaults`.
 * Source: serial generation with forward-backward improvement, and local search on the list of activities.
 * Example: two people and three jobs of 40 minutes end after 80; the bound says 60.
 */
export function searchSchedule(problem: ScheduleProblem, options: SearchOptions): Planned | undefined {
  if (scheduleFaults(problem).length > 0) return undefined;
  const search = new Search(problem, options);
  const order = topological(search.compiled);
  if (!order) return undefined;
  search.begin(order);
  search.walk();
  if (!search.best) return undefined;
  return {
    ...readSchedule(search.compiled, search.best),
    bound: search.bound,
    tried: search.tried,
    best: search.best.end <= search.bound + 1e-6,
    list: search.list,
  };
}

/**
 * The schedule that a list gives, by whom `by` says where they are free: the same for ever, without a search. Jobs
 * it does not name follow by themselves.
 */
export function scheduleByList(
  problem: ScheduleProblem,
  list: readonly string[],
  by: ReadonlyMap<string, readonly string[]> = new Map(),
): Schedule | undefined {
  const compiled = compileSchedule(problem);
  const unit = new Map(compiled.units.map((u, i) => [u.id, i]));
  const prefer = problem.jobs.map((j) => by.get(j.id)?.map((p) => unit.get(`person ${p}`) ?? -1));
  const rank = new Map(list.map((id, i) => [id, i]));
  const named = listBy(compiled, (i) => -(rank.get(heldAt(problem.jobs, i).id) ?? list.length + i));
  if (named.length < problem.jobs.length) return undefined;
  const decoded = decodeList(compiled, named, prefer);
  return decoded ? readSchedule(compiled, decoded) : undefined;
}
