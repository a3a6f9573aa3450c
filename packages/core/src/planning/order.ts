import { heldAt } from '../held-at.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { Task, Work } from './tasks.ts';
import { ownMember } from '../own-member.ts';

/** One line of an order as it is worked: a check, a change of state by hand before it, or a gate to be passed. */
export type OrderStep =
  | { readonly kind: 'check'; readonly task: string }
  | {
      readonly kind: 'state';
      readonly key: string;
      readonly from: string;
      readonly to: string;
      readonly by?: string;
    }
  | { readonly kind: 'gate'; readonly gate: string };

/** An order, and how often it changes a state. */
export interface Order {
  readonly order: readonly string[];
  readonly changes: number;
  /** No order has fewer changes. False when the search was cut short. */
  readonly proven: boolean;
}

type Values = Readonly<Record<string, string>>;

interface Node {
  readonly done: readonly boolean[];
  readonly values: Values;
  readonly path: readonly number[];
  readonly cost: number;
  readonly bound: number;
}

/** Links as places in the list, and what lies in earlier phases. */
function groundsOf(tasks: readonly Task[]): readonly (readonly number[])[] {
  const place = new Map(tasks.map((t, i) => [t.id, i]));
  return tasks.map((t) =>
    t.links.flatMap((l) => {
      const at = place.get(l.task);
      return at === undefined ? [] : [at];
    }),
  );
}

/** The changes that a task asks for before it can be done, and those that doing it brings. */
const missing = (needs: Values, values: Values): readonly string[] =>
  Object.keys(needs).filter((key) => ownMember(values, key) !== ownMember(needs, key));

class OrderSearch {
  private readonly grounds: readonly (readonly number[])[];

  constructor(private readonly tasks: readonly Task[]) {
    this.grounds = groundsOf(tasks);
  }

  private phaseOf(done: readonly boolean[]): number {
    return this.tasks.reduce((least, t, i) => (done[i] ? least : Math.min(least, t.phase)), Infinity);
  }

  private ready(i: number, done: readonly boolean[], phase: number): boolean {
    return !done[i] && heldAt(this.tasks, i).phase === phase && (this.grounds[i] ?? []).every((g) => done[g]);
  }

  /** Whether a change would spoil what was found, while it still counts for the gate ahead. */
  private spoils(done: readonly boolean[], phase: number, changes: Values): boolean {
    return this.tasks.some(
      (t, i) => done[i] && t.phase >= phase && t.ends.some((e) => ownMember(changes, e.key) === e.value),
    );
  }

  /** At least so many changes are still to come: each value that is needed and is not there has to come about. */
  private bound(done: readonly boolean[], values: Values): number {
    const wanted = new Set<string>();
    this.tasks.forEach((t, i) => {
      if (done[i]) return;
      for (const [key, value] of [...Object.entries(t.needs), ...Object.entries(t.sets)])
        if (ownMember(values, key) !== value) wanted.add(`${key}=${value}`);
    });
    return wanted.size;
  }

  /**
   * Whether a task may bring about a change that another, still to come, would be spoiled by: done later, it is what
   * the change is made for while that other is still to come.
   */
  private carries({ needs, sets }: Task, done: readonly boolean[]): boolean {
    return this.tasks.some(
      (t, i) =>
        !done[i] &&
        t.ends.some((e) => ownMember(needs, e.key) === e.value || ownMember(sets, e.key) === e.value),
    );
  }

  /**
   * Does everything that can be done without a change and changes nothing: no order gains by putting it off, unless it
   * `carries` a change past what the change would spoil.
   */
  private settle(node: Node): Node {
    const done = [...node.done];
    const path = [...node.path];
    for (let again = true; again;) {
      again = false;
      const phase = this.phaseOf(done);
      for (let i = 0; i < this.tasks.length; i += 1) {
        const task = heldAt(this.tasks, i);
        if (
          this.ready(i, done, phase) &&
          task.ends.length === 0 &&
          !this.carries(task, done) &&
          missing(task.needs, node.values).length === 0 &&
          missing(task.sets, node.values).length === 0
        ) {
          done[i] = true;
          path.push(i);
          again = true;
        }
      }
    }
    return { ...node, done, path, bound: node.cost + this.bound(done, node.values) };
  }

  private take(node: Node, i: number, phase: number): Node | undefined {
    const task = heldAt(this.tasks, i);
    const before = { ...node.values, ...task.needs };
    const after = { ...before, ...task.sets };
    const cost = missing(task.needs, node.values).length + missing(task.sets, before).length;
    const changed = Object.fromEntries(
      [...missing(task.needs, node.values), ...missing(task.sets, before)].map((k) => [
        k,
        ownMember(after, k) ?? '',
      ]),
    );
    if (this.spoils(node.done, phase, changed)) return undefined;
    const done = [...node.done];
    done[i] = true;
    return this.settle({ done, values: after, path: [...node.path, i], cost: node.cost + cost, bound: 0 });
  }

  private next(node: Node): Node[] {
    const phase = this.phaseOf(node.done);
    return this.tasks.flatMap((_, i) => {
      const taken = this.ready(i, node.done, phase) ? this.take(node, i, phase) : undefined;
      return taken ? [taken] : [];
    });
  }

  run(initial: Values, limit: number): { node: Node; proven: boolean } | undefined {
    const none = this.tasks.map(() => false);
    const start = this.settle({ done: none, values: initial, path: [], cost: 0, bound: 0 });
    const open: Node[][] = [];
    const put = (n: Node): void => void (open[n.bound] ??= []).push(n);
    const seen = new Map<string, number>();
    put(start);
    let expanded = 0;
    for (let level = 0; level < open.length; level += 1) {
      for (let node = open[level]?.pop(); node; node = open[level]?.pop()) {
        if (node.path.length === this.tasks.length) return { node, proven: true };
        const key = `${node.done.map(Number).join('')} ${Object.values(node.values).join(' ')}`;
        if ((seen.get(key) ?? Infinity) <= node.cost) continue;
        seen.set(key, node.cost);
        expanded += 1;
        if (expanded > limit) return this.dive(node);
        this.next(node).forEach(put);
      }
    }
    return undefined;
  }

  /** Goes on from a node by the cheapest step each time: what is left when the search has to end. */
  private dive(from: Node): { node: Node; proven: boolean } | undefined {
    let node = from;
    while (node.path.length < this.tasks.length) {
      const [best] = this.next(node).sort((a, b) => a.bound - b.bound);
      if (!best) return undefined;
      node = best;
    }
    return { node, proven: false };
  }
}

/**
 * The shortest way round in which tasks wait for each other; undefined when they can be ordered.
 * Example: a waits for b and b for a gives `['a', 'b', 'a']`.
 */
export function findCircle(tasks: readonly Pick<Task, 'id' | 'links'>[]): readonly string[] | undefined {
  const links = new Map(tasks.map((t) => [t.id, t.links.map((l) => l.task)]));
  let shortest: string[] | undefined;
  for (const { id } of tasks) {
    const from = new Map<string, string>();
    const queue = [id];
    for (const at of queue) {
      for (const next of links.get(at) ?? []) {
        if (next === id) {
          const way = [id];
          for (let back: string | undefined = at; back !== undefined && back !== id; back = from.get(back))
            way.splice(1, 0, back);
          way.push(id);
          if (!shortest || way.length < shortest.length) shortest = way;
        } else if (!from.has(next) && links.has(next)) {
          from.set(next, at);
          queue.push(next);
        }
      }
    }
  }
  return shortest;
}

/**
 * The order with the fewest changes of state: every task after what it waits for, gate by gate, and as near to the
 * order of the pack as that allows. A task whose answer a change would spoil is done on the right side of it.
 * Whatever needs no change, makes none and carries none is done at once, so that little more than the changes is searched,
 * best first with a bound that is never too high: the answer is proven unless `limit` nodes were not enough.
 * Errors: `circle` with the shortest way round; `statesConflict` when no order keeps what was found.
 * Example: two checks with power off and one with power on between them: both first, then one change.
 */
export function findOrder(work: Work, limit = 4000): Result<Order, Reason> {
  const circle = findCircle(work.tasks);
  if (circle) return err(reason('circle', { checks: circle }));
  const found = new OrderSearch(work.tasks).run(work.initial, limit);
  if (!found)
    return err(
      reason('statesConflict', { checks: work.tasks.filter((t) => t.ends.length > 0).map((t) => t.id) }),
    );
  return ok({
    order: found.node.path.map((i) => heldAt(work.tasks, i).id),
    changes: found.node.cost,
    proven: found.proven,
  });
}

/**
 * An order as it is worked line by line: changes by hand where a check needs a state that nobody set, changes that
 * come with a check, and the gates. Tasks missing from `order` stand where `fullOrder` puts them.
 * Example: a check with power off after one that switched it on is preceded by a change of power to "off".
 */
export function orderSteps(work: Work, order: readonly string[]): readonly OrderStep[] {
  const byId = new Map(work.tasks.map((t) => [t.id, t]));
  const values: Record<string, string> = { ...work.initial };
  const steps: OrderStep[] = [];
  let passed = 0;
  const change = (key: string, to: string, by?: string): void => {
    const from = ownMember(values, key) ?? '';
    if (from === to) return;
    values[key] = to;
    steps.push({ kind: 'state', key, from, to, ...(by === undefined ? {} : { by }) });
  };
  for (const task of fullOrder(work, order).map((id) => byId.get(id))) {
    if (!task) continue;
    for (; passed < task.phase; passed += 1) {
      const gate = work.gates[passed];
      if (gate) steps.push({ kind: 'gate', gate: gate.id });
    }
    for (const [key, value] of Object.entries(task.needs)) change(key, value);
    steps.push({ kind: 'check', task: task.id });
    for (const [key, value] of Object.entries(task.sets)) change(key, value, task.id);
  }
  for (const gate of work.gates.slice(passed)) steps.push({ kind: 'gate', gate: gate.id });
  return steps;
}

/**
 * An order over exactly the tasks there are: those it names, and each of the others where the pack has it: before the
 * first named task that the pack has later, but behind all that it waits for and all that lies before an earlier gate.
 * Example: a check that comes in again after the plan was kept is planned among its neighbours, not behind the flight.
 */
export function fullOrder(work: Work, order: readonly string[]): readonly string[] {
  const byId = new Map(work.tasks.map((t, place) => [t.id, { task: t, place }]));
  const full = order.filter((id) => byId.has(id));
  const named = new Set(full);
  for (const [place, task] of work.tasks.entries()) {
    if (named.has(task.id)) continue;
    const follows = new Set(task.links.map((l) => l.task));
    const mustFollow = (id: string): boolean =>
      follows.has(id) || (byId.get(id)?.task.phase ?? Infinity) < task.phase;
    const next = full.findIndex((id) => (byId.get(id)?.place ?? -1) > place);
    const least = full.findLastIndex(mustFollow) + 1;
    full.splice(Math.max(next === -1 ? full.length : next, least), 0, task.id);
  }
  return full;
}

/** What an order breaks, and where: the task that comes too early, and what it should follow. */
export interface OrderFault {
  readonly task: string;
  readonly reason: Reason;
}

/**
 * Everything that keeps an order from being worked as it stands: a task before one it waits for, before a gate, or
 * behind a change that spoils what an earlier one found. Empty for one that can be worked.
 * Example: a drop of the ignition dragged before the start of the engine is told "the start comes first".
 */
export function judgeOrder(work: Work, order: readonly string[]): readonly OrderFault[] {
  const full = fullOrder(work, order);
  const place = new Map(full.map((id, i) => [id, i]));
  const byId = new Map(work.tasks.map((t) => [t.id, t]));
  const faults: OrderFault[] = [];
  let phase = 0;
  const values: Record<string, string> = { ...work.initial };
  const done: Task[] = [];
  for (const [at, id] of full.entries()) {
    const task = byId.get(id);
    if (!task) continue;
    const early = task.links.find((l) => (place.get(l.task) ?? -1) > at);
    if (early) faults.push({ task: id, reason: reason(`early.${early.kind}`, { check: early.task }) });
    if (task.phase < phase) {
      const gate = work.gates[phase - 1];
      faults.push({ task: id, reason: reason('behindGate', { gate: gate?.title ?? '' }) });
    }
    phase = Math.max(phase, task.phase);
    for (const [key, value] of [...Object.entries(task.needs), ...Object.entries(task.sets)]) {
      if (ownMember(values, key) === value) continue;
      values[key] = value;
      const spoilt = done.find(
        (t) => t.phase >= phase && t.ends.some((e) => e.key === key && e.value === value),
      );
      if (spoilt) faults.push({ task: id, reason: reason('spoils', { check: spoilt.id }) });
    }
    done.push(task);
  }
  return faults;
}

/** How often an order changes a state. Example: power on, off and on again are three. */
export function countChanges(work: Work, order: readonly string[]): number {
  return orderSteps(work, order).filter((s) => s.kind === 'state').length;
}
