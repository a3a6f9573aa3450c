import type { Instrument, Limit } from '../limits/types.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { overlaps, systemOf } from '../systems/overlap.ts';
import {
  STATIONS,
  SIDES,
  WHOLE_AIRCRAFT,
  type Basis,
  type Check,
  type Gate,
  type StateDefinition,
} from './types.ts';

/** A check on one subject: the whole aircraft or one engine. */
export interface Part {
  readonly key: string;
  readonly check: Check;
  readonly subject: string;
  /** Systems it proves, with the engine put in. */
  readonly proves: readonly string[];
  /** Parts it stands on as evidence, each once. */
  readonly standsOn: readonly string[];
  /** Parts that its figure is worked out from; empty where it is answered. */
  readonly figures: readonly string[];
  /** Parts that must have been answered before. */
  readonly after: readonly string[];
}

/** Why a part lost its standing: the system touched, then the parts it was reached through. */
export interface Reach {
  readonly part: string;
  readonly system: string;
  readonly through: readonly string[];
}

/** A basis with everything looked up once: parts, dependencies, limits. Made by `indexBasis`. */
export interface BasisIndex {
  readonly basis: Basis;
  readonly checks: ReadonlyMap<string, Check>;
  readonly parts: ReadonlyMap<string, Part>;
  readonly partsOfCheck: ReadonlyMap<string, readonly Part[]>;
  readonly limits: ReadonlyMap<string, Limit>;
  readonly states: ReadonlyMap<string, StateDefinition>;
  readonly instruments: Readonly<Record<string, Instrument>>;
  /** Gates that must have been passed before a station is worked, outermost first. */
  readonly gatesBefore: ReadonlyMap<string, readonly Gate[]>;
  /** Parts that stand directly on a part. */
  readonly dependants: ReadonlyMap<string, readonly string[]>;
  /** Parts whose proof may end by the clock alone. */
  readonly timed: readonly string[];
  /** Parts whose proof may change when some state changes. */
  readonly followStates: readonly string[];
  /** Parts that are loading sheets. */
  readonly sheets: readonly string[];
  /** Remembers closures already computed, by the systems touched. */
  readonly reachOf: (touched: readonly string[]) => readonly Reach[];
}

/** Key of a check on a subject. Example: `partKey('oil-hot', 'left')` is "oil-hot@left". */
export function partKey(check: string, subject: string): string {
  return `${check}@${subject}`;
}

/** Key under which a state is recorded. Example: `stateKey('engine', 'left')` is "engine@left". */
export function stateKey(name: string, subject: string): string {
  return `${name}@${subject}`;
}

function subjectsOf(check: Check, basis: Basis): readonly string[] {
  if (check.subject === 'aircraft') return [WHOLE_AIRCRAFT];
  if (check.subject === 'side') return SIDES;
  const { kinds } = check;
  // An engine of a campaign from before kinds were kept is of every kind.
  const engines = basis.aircraft.engines.filter((e) => !kinds || !e.kind || kinds.includes(e.kind));
  return engines.map((e) => e.id);
}

/** Parts of `id` that matter to a check on `subject`: of the same engine or side, or all where one of them is done on something else. */
function partsSeenFrom(
  checks: ReadonlyMap<string, Check>,
  basis: Basis,
  id: string,
  { check, subject }: { readonly check: Check; readonly subject: string },
): string[] {
  const other = checks.get(id);
  if (!other) return [];
  const subjects = subjectsOf(other, basis);
  const shared = other.subject === check.subject && subjects.includes(subject);
  return (shared ? [subject] : subjects).map((s) => partKey(id, s));
}

/** Whether a check comes after the look at the whole, stands on it or is worked out from it, at any depth. */
function followsLast(checks: ReadonlyMap<string, Check>, check: Check, seen = new Set<string>()): boolean {
  const from = check.answer.kind === 'computed' ? check.answer.from : [];
  return [...check.after, ...check.standsOn, ...from].some((id) => {
    const before = checks.get(id);
    if (!before || seen.has(id)) return false;
    return before.turn === 'last' || followsLast(checks, before, seen.add(id));
  });
}

/** What the look at the whole comes behind: everything that is answered at its station and does not wait for such a look. */
function behindAll(checks: ReadonlyMap<string, Check>, check: Check): string[] {
  if (check.turn !== 'last') return [];
  return [...checks.values()]
    .filter(
      (other) =>
        other.station === check.station &&
        other.turn !== 'last' &&
        other.answer.kind !== 'computed' &&
        !followsLast(checks, other),
    )
    .map((other) => other.id);
}

function makeParts(checks: ReadonlyMap<string, Check>, basis: Basis): Part[] {
  return [...checks.values()].flatMap((check) =>
    subjectsOf(check, basis).map((subject) => {
      const seen = (ids: readonly string[]): string[] =>
        ids.flatMap((id) => partsSeenFrom(checks, basis, id, { check, subject }));
      const computed = check.answer.kind === 'computed' ? check.answer.from : [];
      return {
        key: partKey(check.id, subject),
        check,
        subject,
        proves: check.proves.map((p) => systemOf(p, subject)),
        standsOn: [...new Set(seen([...check.standsOn, ...computed]))],
        figures: seen(computed),
        after: seen([...new Set([...check.after, ...behindAll(checks, check)])]),
      };
    }),
  );
}

/**
 * Follows the evidence graph from some parts to every part that stands on them, each once, with the shortest
 * chain. Breadth first: the map grows while it is walked.
 */
function followDependants(
  found: Map<string, Reach>,
  dependants: ReadonlyMap<string, readonly string[]>,
): Reach[] {
  for (const start of found.values()) {
    for (const next of dependants.get(start.part) ?? []) {
      if (!found.has(next))
        found.set(next, { part: next, system: start.system, through: [...start.through, start.part] });
    }
  }
  return [...found.values()];
}

/**
 * Everything that touching some systems reaches: parts that prove an overlapping system, the look at the whole that comes
 * last whatever was touched, and every part that stands on a part reached, each once, with the shortest chain of reasons.
 * Example: touching "engine.left.ignition" reaches the left drop, and through it the difference of drops.
 */
export function reach(
  parts: ReadonlyMap<string, Part>,
  dependants: ReadonlyMap<string, readonly string[]>,
  touched: readonly string[],
): Reach[] {
  const found = new Map<string, Reach>();
  for (const part of parts.values()) {
    const system =
      touched.find((t) => part.proves.some((p) => overlaps(t, p))) ??
      (part.check.turn === 'last' ? touched[0] : undefined);
    if (system !== undefined) found.set(part.key, { part: part.key, system, through: [] });
  }
  return followDependants(found, dependants);
}

/** Some parts and every part that stands on them. Example: from the left drop, also the difference of drops. */
export function reachFromParts(index: BasisIndex, keys: readonly string[]): Reach[] {
  return followDependants(
    new Map(keys.map((key) => [key, { part: key, system: '', through: [] }])),
    index.dependants,
  );
}

function findProblems(basis: Basis, checks: ReadonlyMap<string, Check>): Reason[] {
  const problems: Reason[] = [];
  for (const check of basis.pack.checks) {
    for (const id of [...check.after, ...check.standsOn]) {
      if (!checks.has(id)) problems.push(reason('checkMissing', { check: check.id, other: id }));
    }
  }
  if (!basis.aircraft.engines.length && basis.pack.checks.some((c) => c.subject === 'engine')) {
    problems.push(reason('noEngines', { mark: basis.aircraft.mark }));
  }
  return problems;
}

/** Finds a cycle in after/standsOn, as the ids along it; undefined when the checks can be ordered. */
function findCycle(parts: ReadonlyMap<string, Part>): string[] | undefined {
  const done = new Set<string>();
  const path: string[] = [];
  const visit = (key: string): string[] | undefined => {
    if (path.includes(key)) return [...path.slice(path.indexOf(key)), key];
    if (done.has(key)) return undefined;
    path.push(key);
    const part = parts.get(key);
    for (const next of [...(part?.standsOn ?? []), ...(part?.after ?? [])]) {
      const cycle = visit(next);
      if (cycle) return cycle;
    }
    path.pop();
    done.add(key);
    return undefined;
  };
  for (const key of parts.keys()) {
    const cycle = visit(key);
    if (cycle) return cycle;
  }
  return undefined;
}

const indexed = new WeakMap<Basis, Result<BasisIndex, readonly Reason[]>>();

/**
 * Looks up everything in a basis, and refuses one that cannot work: a limit the book lacks, a check that
 * names another that is not there, a cycle, engine checks on an aircraft without engines. All problems at once.
 * Done once for a basis, however many campaigns are judged by it: it is never changed.
 */
export function indexBasis(basis: Basis): Result<BasisIndex, readonly Reason[]> {
  const known = indexed.get(basis) ?? lookUp(basis);
  indexed.set(basis, known);
  return known;
}

function lookUp(basis: Basis): Result<BasisIndex, readonly Reason[]> {
  const checks = new Map(basis.pack.checks.map((c) => [c.id, c]));
  const limits = new Map(basis.limitBook.limits.map((l) => [l.key, l]));
  const problems = findProblems(basis, checks);
  if (problems.length > 0) return err(problems);
  const made = makeParts(checks, basis);
  const parts = new Map(made.map((p) => [p.key, p]));
  const cycle = findCycle(parts);
  if (cycle) return err([reason('cycle', { checks: cycle })]);

  const dependants = new Map<string, string[]>();
  const partsOfCheck = new Map<string, Part[]>();
  for (const part of made) {
    partsOfCheck.set(part.check.id, [...(partsOfCheck.get(part.check.id) ?? []), part]);
    for (const ground of part.standsOn) dependants.set(ground, [...(dependants.get(ground) ?? []), part.key]);
  }
  const remembered = new Map<string, readonly Reach[]>();
  const reachOf = (touched: readonly string[]): readonly Reach[] => {
    const key = [...touched].sort().join(' ');
    const known = remembered.get(key) ?? reach(parts, dependants, touched);
    remembered.set(key, known);
    return known;
  };
  const gatesBefore = new Map(
    STATIONS.map((station, i) => [
      station as string,
      basis.pack.gates.filter((g) => STATIONS.indexOf(g.before) <= i),
    ]),
  );
  return ok({
    basis,
    checks,
    parts,
    partsOfCheck,
    limits,
    states: new Map(basis.pack.states.map((s) => [s.name, s])),
    instruments: Object.fromEntries(basis.aircraft.instruments.map((i) => [i.id, i])),
    gatesBefore,
    dependants,
    timed: made
      .filter(
        ({ check }) =>
          check.validity?.hours !== undefined ||
          check.validity?.flights !== undefined ||
          check.answer.kind === 'document' ||
          check.answer.kind === 'loading',
      )
      .map((p) => p.key),
    followStates: made.filter(({ check }) => check.validity !== undefined).map((p) => p.key),
    sheets: made.filter(({ check }) => check.answer.kind === 'loading').map((p) => p.key),
    reachOf,
  });
}
