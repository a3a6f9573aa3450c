import { stateKey, type BasisIndex, type Part } from '../checks/basis-index.ts';
import {
  STATIONS,
  WHOLE_AIRCRAFT,
  type Check,
  type Gate,
  type Role,
  type StationId,
} from '../checks/types.ts';
import { ownMember } from '../own-member.ts';

/** Why one task waits for another. */
export type LinkKind =
  /** Its pack wants it so. */
  | 'order'
  /** It stands on it as evidence. */
  | 'evidence'
  /** The other brings about a state that it needs. */
  | 'state'
  /** A wait between them is written down: warming up, cooling, settling. */
  | 'wait'
  /** What the other found must still be valid when this is done. */
  | 'validity';

/** That a task follows another: never before it ends. */
export interface Link {
  readonly task: string;
  readonly kind: LinkKind;
  /** Minutes from the end of the other to the beginning of this one. */
  readonly atLeast?: number;
  readonly atMost?: number;
}

/** One check as work to be planned: everything of it that is in the scope, on all its engines at once. */
export interface Task {
  /** Id of the check. */
  readonly id: string;
  readonly title: string;
  readonly station: StationId;
  /** Gates that have to be passed before it. */
  readonly phase: number;
  readonly minutes: number;
  /** One list for each person it takes: the roles that person may have. */
  readonly crew: readonly (readonly Role[])[];
  readonly place: string;
  /** Instruments of which there is one: by id. */
  readonly instruments: readonly string[];
  readonly links: readonly Link[];
  /** State keys ("engine@left") to the value needed, and to the value set. */
  readonly needs: Readonly<Record<string, string>>;
  readonly sets: Readonly<Record<string, string>>;
  /** State changes that make its answer worthless. */
  readonly ends: readonly { readonly key: string; readonly value: string }[];
}

/** Everything that is to be planned, in the order of the pack. */
export interface Work {
  readonly tasks: readonly Task[];
  /** Values of the states at the beginning, by state key. */
  readonly initial: Readonly<Record<string, string>>;
  /** Gates by the phase that begins behind them: the first stands before phase 1. */
  readonly gates: readonly Gate[];
}

const ANYONE: readonly Role[] = ['technician', 'inspector', 'certifier', 'pilot', 'observer'];

/** Who answers, in the words of packs. A word that is not here can be anybody. */
const WHO: Readonly<Record<string, readonly Role[]>> = {
  technician: ['technician'],
  builder: ['technician'],
  swinger: ['technician'],
  'ground crew': ['technician', 'observer'],
  inspector: ['inspector', 'certifier'],
  pilot: ['pilot'],
  'tug pilot': ['pilot'],
  cockpit: ['pilot', 'technician'],
  'left seat': ['pilot', 'technician'],
  'right seat': ['pilot', 'technician', 'observer', 'inspector'],
  observer: ['observer', 'pilot', 'technician', 'inspector', 'certifier'],
  outside: ['observer', 'technician', 'inspector', 'pilot', 'certifier'],
};

/**
 * The people a check takes, as a list of roles for each: those it names, and one more of any role where a second
 * person must watch. Example: "pilot, observer" takes two people, one of them a pilot.
 */
export function crewOf(check: Check): readonly (readonly Role[])[] {
  const named = check.who
    .split(',')
    .map((word) => word.trim())
    .filter((word) => word !== '')
    .map((word) => ownMember(WHO, word) ?? ANYONE);
  const crew = named.length > 0 ? named : [ANYONE];
  return check.secondPerson && crew.length < 2 ? [...crew, ANYONE] : crew;
}

/** Parts that a part waits for, with what is worked out replaced by what it is worked out from. */
function throughComputed(index: BasisIndex, keys: readonly string[]): readonly string[] {
  return keys.flatMap((key) => {
    const part = index.parts.get(key);
    return part?.check.answer.kind === 'computed' ? throughComputed(index, part.standsOn) : [key];
  });
}

function stateKeysOf(index: BasisIndex, state: string, part: Part): readonly string[] {
  if (index.states.get(state)?.per !== 'engine') return [stateKey(state, WHOLE_AIRCRAFT)];
  const subjects =
    part.check.subject === 'engine' ? [part.subject] : index.basis.aircraft.engines.map((e) => e.id);
  return subjects.map((s) => stateKey(state, s));
}

function byStateKey(
  index: BasisIndex,
  parts: readonly Part[],
  which: (check: Check) => Readonly<Record<string, string>>,
): Record<string, string> {
  const found: Record<string, string> = {};
  for (const part of parts)
    for (const [state, value] of Object.entries(which(part.check)))
      for (const key of stateKeysOf(index, state, part)) found[key] = value;
  return found;
}

function instrumentsOf(index: BasisIndex, check: Check): readonly string[] {
  const channel = 'channel' in check.answer ? check.answer.channel : undefined;
  return Object.values(index.instruments)
    .filter(
      (i) =>
        i.live !== true &&
        (i.measures.includes(check.id) || (channel !== undefined && i.measures.includes(channel))),
    )
    .map((i) => i.id)
    .slice(0, 1);
}

function taskOf(index: BasisIndex, check: Check, parts: readonly Part[]): Task {
  const links = new Map<string, Link>();
  const link = (keys: readonly string[], kind: LinkKind): void => {
    for (const key of throughComputed(index, keys)) {
      const id = index.parts.get(key)?.check.id;
      if (id !== undefined && id !== check.id && !links.has(`${id} order`))
        links.set(`${id} order`, { task: id, kind });
    }
  };
  for (const part of parts) {
    link(part.standsOn, 'evidence');
    link(part.after, 'order');
  }
  for (const { after, ...lags } of check.waits ?? [])
    links.set(`${after} wait`, { task: after, kind: 'wait', ...lags });
  return {
    id: check.id,
    title: check.title,
    station: check.station,
    phase: index.gatesBefore.get(check.station)?.length ?? 0,
    minutes: check.minutes,
    crew: crewOf(check),
    place: check.where,
    instruments: instrumentsOf(index, check),
    links: [...links.values()],
    needs: byStateKey(index, parts, (c) => c.needs),
    sets: byStateKey(index, parts, (c) => c.sets),
    ends: parts.flatMap((part) => {
      const ends = part.check.validity?.endsWhen;
      if (!ends) return [];
      return stateKeysOf(index, ends.state, part).map((key) => ({ key, value: ends.becomes }));
    }),
  };
}

/** A task that needs a state waits for the first task of the pack that brings it about. */
function withStateLinks(tasks: readonly Task[], initial: Readonly<Record<string, string>>): Task[] {
  const setter = new Map<string, { id: string; at: number }>();
  tasks.forEach((task, at) => {
    for (const [key, value] of Object.entries(task.sets))
      if (!setter.has(`${key}=${value}`)) setter.set(`${key}=${value}`, { id: task.id, at });
  });
  return tasks.map((task, at) => {
    const known = new Set(task.links.map((l) => l.task));
    const links = Object.entries(task.needs).flatMap(([key, value]): Link[] => {
      const by = setter.get(`${key}=${value}`);
      if (!by || by.at >= at || ownMember(initial, key) === value || known.has(by.id)) return [];
      known.add(by.id);
      return [{ task: by.id, kind: 'state' }];
    });
    return links.length > 0 ? { ...task, links: [...task.links, ...links] } : task;
  });
}

/** What is valid only for hours, until a state is reached, has to be done so late that it still is. */
function withValidity(index: BasisIndex, tasks: readonly Task[]): Task[] {
  return tasks.map((task) => {
    const links = tasks.flatMap((other): Link[] => {
      const validity = index.checks.get(other.id)?.validity;
      if (validity?.hours === undefined || !validity.until || other.id === task.id) return [];
      const reaches = Object.entries(task.sets).some(
        ([key, value]) => key.startsWith(`${validity.until?.state}@`) && value === validity.until?.becomes,
      );
      if (!reaches || other.phase > task.phase) return [];
      const atMost = validity.hours * 60 - task.minutes;
      return atMost > 0 ? [{ task: other.id, kind: 'validity', atMost }] : [];
    });
    return links.length > 0 ? { ...task, links: [...task.links, ...links] } : task;
  });
}

/** While it flies nothing is done at the aircraft: what comes before a flight is done before, what comes after, after. */
function withFlightBetween(tasks: readonly Task[]): Task[] {
  const rank = (t: Task): number => STATIONS.indexOf(t.station) - STATIONS.indexOf('flight');
  return tasks.map((task) => {
    const own = rank(task);
    const known = new Set(task.links.map((l) => l.task));
    const earlier = tasks.filter(
      (t) =>
        t.phase === task.phase &&
        !known.has(t.id) &&
        ((own === 0 && rank(t) < 0) || (own > 0 && rank(t) === 0)),
    );
    if (earlier.length === 0) return task;
    return { ...task, links: [...task.links, ...earlier.map((t): Link => ({ task: t.id, kind: 'order' }))] };
  });
}

/**
 * The checks that some parts belong to as tasks, in the order of the pack: what each waits for, which people, place
 * and instruments it takes, which states it needs and sets. Checks that are worked out from others are not tasks;
 * what is not among `wanted` is taken as done, and nothing waits for it. `values` are the states as they are now,
 * where they are not as the pack begins.
 * Example: an ignition check of a running engine waits for the start, and needs "engine@left" to be "running".
 */
export function workOf(
  index: BasisIndex,
  wanted: ReadonlySet<string>,
  values: Readonly<Record<string, string>> = {},
): Work {
  const tasks = index.basis.pack.checks.flatMap((check) => {
    if (check.answer.kind === 'computed') return [];
    const parts = (index.partsOfCheck.get(check.id) ?? []).filter((p) => wanted.has(p.key));
    return parts.length > 0 ? [taskOf(index, check, parts)] : [];
  });
  const planned = new Set(tasks.map((t) => t.id));
  const own = tasks.map((t) => ({ ...t, links: t.links.filter((l) => planned.has(l.task)) }));
  const initial: Record<string, string> = {};
  for (const state of index.states.values())
    for (const subject of state.per === 'engine'
      ? index.basis.aircraft.engines.map((e) => e.id)
      : [WHOLE_AIRCRAFT])
      initial[stateKey(state.name, subject)] =
        ownMember(values, stateKey(state.name, subject)) ?? state.initial;
  return {
    tasks: withFlightBetween(withValidity(index, withStateLinks(own, initial))),
    initial,
    gates: index.gatesBefore.get('release') ?? [],
  };
}
