import { heldAt } from '../held-at.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
import {
  OCCASIONS,
  STATIONS,
  type Check,
  type Demand,
  type Gate,
  type Occasion,
  type StationId,
} from '../checks/types.ts';
import type { ScopeRequest, ScopeWhy, ScopeItem, Scope } from '../record/scope.ts';
import { STATION_TYPES } from '../checks/stations.ts';
import { ownMember } from '../own-member.ts';

/**
 * What an occasion asks for when its pack says nothing: the papers and the loading after maintenance; everything
 * of an aircraft that is new, unproven, or was put together an hour ago.
 */
export const DEMANDS: Readonly<Record<Occasion, Demand>> = {
  'post-maintenance': { stations: ['papers', 'loading'] },
  acceptance: { stations: STATIONS },
  maiden: { stations: STATIONS },
  'site-release': { stations: STATIONS },
  'ground-run': { stations: ['fuel', 'run-up'] },
};

/** Why a check is left out of a ground run, whatever touched it. */
const GROUND_RUN_ONLY = 'ground run only; to be proven before flight';

/** Whether a campaign on an occasion gets as far as a station. Example: a ground run does not get to the flight. */
export function getsTo(occasion: Occasion, station: StationId): boolean {
  return occasion !== 'ground-run' || !STATION_TYPES[station].beyondAGroundRun;
}

/** The gates of a campaign: those of its pack, but for a ground run none that leads on from it. */
export function gatesFor(index: BasisIndex, occasion: Occasion): readonly Gate[] {
  return index.basis.pack.gates.filter((gate) => getsTo(occasion, gate.before));
}

/** Papers that hold for whatever is run: what permits, insures and names the aircraft. */
const holdsForAnyRun = ({ answer }: Check): boolean => answer.kind === 'document' || answer.kind === 'plate';

function demandOf(index: BasisIndex, occasion: Occasion): Demand {
  const { demands, checks } = index.basis.pack;
  const own = demands?.[occasion];
  if (own) return own;
  return occasion === 'ground-run'
    ? { ...DEMANDS[occasion], checks: checks.filter(holdsForAnyRun).map((c) => c.id) }
    : DEMANDS[occasion];
}

/** The occasion by its name in a record; maintenance for one that is not known. Example: `occasionOf('maiden')`. */
export function occasionOf(name: string | undefined): Occasion {
  return OCCASIONS.find((o) => o === name) ?? 'post-maintenance';
}

/**
 * Whether leaving a check out of a scope takes an inspector or a certifying person: where its pack says so, and
 * else where a second person has to watch it or a limit of flight safety applies. A permit, a certificate or an insurance
 * is always required: nobody whom it binds leaves it out.
 * Example: a check watched by a second person is required although its file says nothing.
 */
export function isRequired(index: BasisIndex, check: Check): boolean {
  return (
    check.answer.kind === 'document' ||
    (check.required ??
      (check.secondPerson ||
        check.limits.some((key) => (index.limits.get(key)?.class ?? 'safety') === 'safety')))
  );
}

/** Names of the systems each part proves, split once: a scope is proposed at every key press. */
const splitProves = new WeakMap<BasisIndex, readonly (readonly [Part, readonly (readonly string[])[]])[]>();

function provesOf(index: BasisIndex): readonly (readonly [Part, readonly (readonly string[])[]])[] {
  const known = splitProves.get(index);
  if (known) return known;
  const made = [...index.parts.values()].map((p) => [p, p.proves.map((s) => s.split('.'))] as const);
  splitProves.set(index, made);
  return made;
}

/** The rule of `overlaps`, on names that are split already. */
function meets(a: readonly string[], b: readonly string[]): boolean {
  const shared = Math.min(a.length, b.length);
  for (let i = 0; i < shared; i += 1) if (a[i] !== b[i] && a[i] !== '*' && b[i] !== '*') return false;
  return true;
}

type Setters = (state: string, value: string, subject: string) => readonly string[];

const knownSetters = new WeakMap<BasisIndex, Setters>();

/** Parts that bring a state about, for a part that needs it: of the same engine, or of the aircraft. */
function settersOf(index: BasisIndex): Setters {
  const known = knownSetters.get(index);
  if (known) return known;
  const found = new Map<string, Part[]>();
  for (const part of index.parts.values())
    for (const [state, value] of Object.entries(part.check.sets)) {
      const key = `${state}=${value}`;
      found.set(key, [...(found.get(key) ?? []), part]);
    }
  const made: Setters = (state, value, subject) => {
    const all = found.get(`${state}=${value}`) ?? [];
    const same = all.filter((p) => p.subject === subject);
    return (same.length > 0 ? same : all).map((p) => p.key);
  };
  knownSetters.set(index, made);
  return made;
}

class Closure {
  readonly prove = new Map<string, ScopeWhy>();
  /** Parts whose earlier answers are worth nothing now; what stands on them follows. */
  private readonly disturbed = new Set<string>();
  private readonly queue: string[] = [];
  private readonly setters: Setters;
  private flying = false;

  constructor(
    private readonly index: BasisIndex,
    private readonly request: ScopeRequest,
    private readonly leftOut: ReadonlySet<string>,
  ) {
    this.setters = settersOf(index);
  }

  add(key: string, why: ScopeWhy, disturbed: boolean): void {
    const isNew = !this.prove.has(key);
    if (isNew) this.prove.set(key, why);
    const spreads = disturbed && !this.disturbed.has(key);
    if (spreads) this.disturbed.add(key);
    if (isNew || spreads) this.queue.push(key);
  }

  follow(): void {
    for (let at = 0; at < this.queue.length; at += 1) this.spread(heldAt(this.queue, at));
  }

  private spread(key: string): void {
    const part = this.index.parts.get(key);
    if (!part) return;
    if (this.disturbed.has(key))
      for (const next of this.index.dependants.get(key) ?? [])
        this.add(next, { kind: 'standsOn', from: key }, true);
    if (this.leftOut.has(part.check.id)) return;
    const worked = part.check.answer.kind === 'computed';
    for (const ground of part.standsOn)
      if (worked || ownMember(this.request.evidence, ground) === undefined)
        this.add(ground, { kind: 'ground', from: key }, false);
    for (const [state, value] of Object.entries(part.check.needs)) {
      if (this.index.states.get(state)?.initial === value) continue;
      for (const setter of this.setters(state, value, part.subject))
        this.add(setter, { kind: 'state', state, value, from: key }, false);
    }
    if (part.check.station === 'flight') this.goFlying(key);
  }

  /** The first part that has to be flown brings what goes with every flight. */
  private goFlying(from: string): void {
    if (this.flying) return;
    this.flying = true;
    for (const part of this.index.parts.values())
      if (
        STATION_TYPES[part.check.station].aroundAFlight ||
        (part.check.station === 'flight' && part.check.point?.place !== undefined)
      )
        this.add(part.key, { kind: 'flight', from }, false);
  }
}

/**
 * Proposes what a campaign has to prove: everything that the work touched; every check that stands on such a one;
 * what the occasion asks for; what was added; and what those need: evidence to stand on that nothing earlier
 * carries, checks that bring about a state they need, and take-off, landing and what surrounds a flight when one
 * is flown. The least set that is closed under these rules, each part with the shortest chain that brings it in.
 * Everything else rests on earlier evidence where there is some, or is said to be untouched. A check that was left
 * out is proposed as left out, and asks for nothing in its turn. A ground run leaves out whatever leads on from it.
 * Source: shared rules of the record ("what must be done again"), applied before the work is judged.
 * Example: a governor replaced brings in the propeller checks of that engine, and static speed which stands on them.
 */
export function proposeScope(index: BasisIndex, occasion: Occasion, request: ScopeRequest): Scope {
  const leftOut = new Map(request.leftOut.map((d) => [d.check, d.reason]));
  for (const check of index.basis.pack.checks)
    if (!getsTo(occasion, check.station)) leftOut.set(check.id, GROUND_RUN_ONLY);
  const closure = new Closure(index, request, new Set(leftOut.keys()));
  const touched = request.work.map((item) => item.touches.map((t) => [t, t.split('.')] as const));
  for (const [part, proves] of provesOf(index)) {
    touched.forEach((systems, item) => {
      const hit =
        systems.find(([, split]) => proves.some((p) => meets(split, p))) ??
        // Whoever stands back last looks at the whole again, whatever was touched.
        (part.check.turn === 'last' ? systems[0] : undefined);
      if (hit) closure.add(part.key, { kind: 'touched', item, system: hit[0] }, true);
    });
  }
  const demand = demandOf(index, occasion);
  const reasons = new Map(request.added.map((d) => [d.check, d.reason]));
  for (const part of index.parts.values()) {
    const added = reasons.get(part.check.id);
    if (added !== undefined) closure.add(part.key, { kind: 'added', reason: added }, false);
    if (demand.stations.includes(part.check.station) || demand.checks?.includes(part.check.id))
      closure.add(part.key, { kind: 'demanded', occasion }, false);
  }
  closure.follow();
  const scope = new Map<string, ScopeItem>();
  for (const part of index.parts.values()) {
    const why = closure.prove.get(part.key);
    const reason = leftOut.get(part.check.id);
    const on = ownMember(request.evidence, part.key);
    if (why && reason !== undefined) scope.set(part.key, { verdict: 'leftOut', why, reason });
    else if (why) scope.set(part.key, { verdict: 'prove', why });
    else if (on) scope.set(part.key, { verdict: 'rests', on });
    else scope.set(part.key, { verdict: 'untouched' });
  }
  return scope;
}

/**
 * The chain of reasons that brings a part into a scope, from its root to the part itself; empty for a part that
 * is not in it. Example: governor replaced, then propeller control which it touches, then static speed on top.
 */
export function scopeChain(scope: Scope, key: string): readonly { part: string; why: ScopeWhy }[] {
  const chain: { part: string; why: ScopeWhy }[] = [];
  const seen = new Set<string>();
  for (let at: string | undefined = key; at !== undefined && !seen.has(at);) {
    seen.add(at);
    const item = scope.get(at);
    if (item?.verdict !== 'prove' && item?.verdict !== 'leftOut') break;
    chain.unshift({ part: at, why: item.why });
    at = 'from' in item.why ? item.why.from : undefined;
  }
  return chain;
}

/** Checks with at least one part to be proven, in the order of the pack. */
export function checksInScope(index: BasisIndex, scope: Scope | undefined): readonly Check[] {
  return index.basis.pack.checks.filter((check) =>
    (index.partsOfCheck.get(check.id) ?? []).some((p) => !scope || scope.get(p.key)?.verdict === 'prove'),
  );
}
