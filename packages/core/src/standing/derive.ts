import { gatesFor, getsTo, occasionOf } from '../scope/scope.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
import { type Check, STATIONS, type Gate, type GateCondition, type StationId } from '../checks/types.ts';
import { Evidence, isProven } from './evidence.ts';
import type { ActionState, CampaignState, FindingState, TagState } from '../record/state.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { findingHolds, findingMayBeCured, groundsAircraft } from './findings.ts';
import { forbiddenInFlight } from './narrowing.ts';
import { passStands } from './pass.ts';
import { differenceAt, secondWalk, secondWalkMinutes } from './walked-again.ts';
import {
  checkStatus,
  partStatus,
  worstMark,
  type CheckStatus,
  type Mark,
  type PartStatus,
} from './status.ts';

/** Where a reason is cured. */
export type Cure =
  | { readonly to: 'check'; readonly check: string; readonly subject?: string }
  | { readonly to: 'tag'; readonly tag: string }
  | { readonly to: 'finding'; readonly finding: string }
  | { readonly to: 'action'; readonly action: string }
  | { readonly to: 'gate'; readonly gate: string }
  | { readonly to: 'second-walk' }
  | { readonly to: 'note'; readonly note: string }
  | { readonly to: 'sync' };

/** One reason why a gate is held. */
export interface Holding {
  /** What it is about, exactly as it is known now: what an override that covers it names. */
  readonly ids: readonly string[];
  /** It was good and has only run out. */
  readonly ranOut?: true;
  readonly reason: Reason;
  readonly cure: Cure;
  readonly overridable: boolean;
  /** The condition of the gate that it comes from; absent for what nobody can override: stale data, a gate before it. */
  readonly condition?: GateCondition['kind'];
}

/**
 * A gate as it stands. `open`: nothing holds it, and every gate before it is passed. `passed`: open, and someone has
 * recorded passing it who had seen all that it rests on.
 */
export interface GateStatus {
  readonly gate: Gate;
  readonly state: 'held' | 'open' | 'passed';
  readonly holdings: readonly Holding[];
  /** Somebody passed it, and nothing it rests on came after: also while something holds it. */
  readonly passStands: boolean;
  /** Minutes of the checks still to be done before it opens, one after another. */
  readonly minutes: number;
  /** Checks still to be done, in order. */
  readonly remaining: readonly string[];
  /** Roles without which it cannot be opened, beyond the person doing the checks. */
  readonly missingRoles: readonly string[];
}

export interface StationStatus {
  readonly station: StationId;
  readonly mark: Mark;
  /** Of the checks that have to be proven in this campaign. */
  readonly done: number;
  readonly total: number;
  readonly checks: readonly CheckStatus[];
}

/** How fresh the data is that a gate is judged on. Stale data never opens a gate. */
export interface Freshness {
  /** Entries made here that the server has not confirmed. */
  readonly waiting: number;
  /** The server was heard of recently and nothing it has is missing here. */
  readonly confirmed: boolean;
}

/** Everything that screens and reports show, derived at one instant. */
export interface CampaignStatus {
  readonly parts: ReadonlyMap<string, PartStatus>;
  readonly checks: ReadonlyMap<string, CheckStatus>;
  readonly stations: readonly StationStatus[];
  readonly gates: readonly GateStatus[];
  readonly openTags: readonly TagState[];
  readonly openFindings: readonly FindingState[];
  readonly uninspected: readonly ActionState[];
  /** The station in hand: the first with something left to do; release when there is none. */
  readonly current: StationId;
}

const FRESH: Freshness = { waiting: 0, confirmed: true };

/** The last entry that changed how a check stands. */
function lastTouched(check: CheckStatus, state: CampaignState): number {
  return check.parts.reduce((latest, p) => {
    const own = state.parts.get(p.key);
    const lost = own?.losses?.[own.losses.length - 1]?.seq ?? 0;
    return Math.max(latest, lost, own?.history[own.history.length - 1]?.seq ?? 0);
  }, 0);
}

/** A check exactly as it is known now: another mark, another answer, another touch make it another one. */
function checkId(check: CheckStatus, state: CampaignState): string {
  const parts = check.parts
    .filter((p) => !p.outside && !p.proven)
    .map((p) => {
      const touched = state.parts.get(p.key)?.losses?.at(-1)?.seq ?? 0;
      return `${p.key}:${p.mark}:${p.answer?.entry ?? p.figure ?? ''}:${touched}`;
    });
  return `check:${parts.join(',')}`;
}

/**
 * Whether an override covers a holding: it names it as it is. Records from before holdings were named cover what was
 * there when they were signed.
 */
function isCovered(
  gate: Gate,
  condition: GateCondition,
  state: CampaignState,
  id: string,
  since: number,
): boolean {
  if (!condition.overridable) return false;
  return state.overrides.some(
    (o) =>
      o.gate === gate.id &&
      o.condition === condition.kind &&
      (o.covers ? o.covers.includes(id) : since <= o.seq),
  );
}

/** The first of some checks to go to: what closes a place comes behind what is looked at there, and the look at the whole last. */
const firstToGoTo = (some: readonly CheckStatus[]): CheckStatus | undefined =>
  some.find((c) => !c.check.turn) ?? some.find((c) => c.check.turn === 'closing') ?? some[0];

/** Reasons of one kind for the checks of a station, as one holding that names the first. */
function holdingFor(
  code: string,
  some: readonly CheckStatus[],
  station: StationId,
  state: CampaignState,
  overridable: boolean,
): Holding[] {
  const first = firstToGoTo(some);
  if (!first) return [];
  return [
    {
      ids: some.map((c) => checkId(c, state)),
      reason: reason(code, {
        count: some.length,
        station,
        check: first.check.title,
        ...(station === 'papers' ? { who: first.check.who } : {}),
      }),
      cure: { to: 'check', check: first.check.id },
      overridable,
    },
  ];
}

/** Whether all that a check lacks has run out. */
const onlyRanOut = (check: CheckStatus): boolean => check.parts.every((p) => p.proven || p.ranOut === true);

function unproven(
  condition: Extract<GateCondition, { kind: 'proven' }>,
  state: CampaignState,
  stations: ReadonlyMap<StationId, StationStatus>,
  covered: (check: CheckStatus) => boolean,
): { holdings: Holding[]; remaining: CheckStatus[] } {
  const holdings: Holding[] = [];
  const remaining: CheckStatus[] = [];
  for (const id of condition.stations) {
    const open = (stations.get(id)?.checks ?? []).filter((c) => !c.proven && !covered(c));
    remaining.push(...open);
    const of = (mark: Mark): CheckStatus[] => open.filter((c) => c.mark === mark);
    const say = (code: string, some: readonly CheckStatus[]): Holding[] =>
      holdingFor(code, some, id, state, condition.overridable);
    const waiting = open.filter(
      (c) => c.mark === 'inHand' && c.parts.every((p) => p.answer) && c.check.secondPerson,
    );
    const left = open.filter((c) => (c.mark === 'notStarted' || c.mark === 'inHand') && !waiting.includes(c));
    holdings.push(
      ...say('checksOut', of('out')),
      ...say(
        'checksAgain',
        of('again').filter((c) => !onlyRanOut(c)),
      ),
      ...say('checksAgain', of('again').filter(onlyRanOut)).map((h) => ({ ...h, ranOut: true as const })),
      ...say('checksUnknown', of('unknown')),
      ...say('checksUndecided', of('near')),
      ...say('checksUnwitnessed', waiting),
      ...say('checksRemain', left),
    );
  }
  return { holdings, remaining };
}

/** Whether an action still waits for the inspection that it asks for. */
export function inspectionMissing(action: ActionState): boolean {
  return action.inspectionNeeded && action.inspection?.accepted !== true;
}

/** A finding exactly as it is known now. */
function findingId(finding: FindingState, why: Reason): string {
  return `finding:${finding.raised.finding}:${why.code}:${finding.assessed?.entry ?? ''}`;
}

function findingHoldings(
  gate: Gate,
  condition: Extract<GateCondition, { kind: 'findingsSettled' }> | undefined,
  state: CampaignState,
  now: number,
): Holding[] {
  return [...state.findings.values()].flatMap((f): Holding[] => {
    const why = condition ? findingHolds(f, gate, state, now) : groundsAircraft(f, state, now);
    if (!why) return [];
    const id = findingId(f, why);
    if (condition && isCovered(gate, condition, state, id, f.raised.seq)) return [];
    return [
      {
        ids: [id],
        reason: why,
        cure: { to: 'finding', finding: f.raised.finding },
        overridable: condition?.overridable === true,
        condition: 'findingsSettled',
      },
    ];
  });
}

/** Steps that nobody else has looked at. What two people do not agree on holds by the steps themselves. */
function walkHoldings(
  gate: Gate,
  condition: Extract<GateCondition, { kind: 'walkedAgain' }>,
  state: CampaignState,
): Holding[] {
  const walk = state.index && secondWalk(state, state.index);
  if (!walk || (walk.drawn && walk.left.length === 0)) return [];
  const id = `walk:${walk.drawn ? walk.left.join(',') : 'undrawn'}`;
  const latest = Math.max(0, ...[...state.walks.values()].map((w) => w.finished?.seq ?? 0));
  if (isCovered(gate, condition, state, id, latest)) return [];
  return [
    {
      ids: [id],
      reason: reason('secondWalkMissing', {
        count: walk.drawn ? walk.left.length : walk.count,
        of: walk.count,
      }),
      cure: { to: 'second-walk' },
      overridable: condition.overridable,
    },
  ];
}

/** What the second walk still takes, where it holds the gate. */
const walkMinutes = (holdings: readonly Holding[], state: CampaignState): number =>
  state.index && holdings.some((h) => h.cure.to === 'second-walk')
    ? secondWalkMinutes(state, state.index)
    : 0;

function holdingsOf(gate: Gate, condition: GateCondition, state: CampaignState, now: number): Holding[] {
  const { overridable } = condition;
  switch (condition.kind) {
    case 'proven':
      return [];
    // Who is there is said by whoever passes it, and asked at the door.
    case 'crew':
      return [];
    case 'noTags':
      return [...state.tags.values()].flatMap((t): Holding[] => {
        const id = `tag:${t.on.tag}`;
        if (t.off || isCovered(gate, condition, state, id, t.on.seq)) return [];
        return [
          {
            ids: [id],
            reason: reason('tagOpen', { thing: t.on.thing, where: t.on.where }),
            cure: { to: 'tag', tag: t.on.tag },
            overridable,
          },
        ];
      });
    case 'findingsSettled':
      return findingHoldings(gate, condition, state, now);
    case 'walkedAgain':
      return walkHoldings(gate, condition, state);
    case 'inspectionsSigned':
      return [...state.actions.values()].flatMap((a): Holding[] => {
        const id = `action:${a.done.action}:${a.inspection?.entry ?? ''}`;
        if (!inspectionMissing(a) || isCovered(gate, condition, state, id, a.done.seq)) return [];
        return [
          {
            ids: [id],
            reason: reason('inspectionUnsigned', { what: a.done.what }),
            cure: { to: 'action', action: a.done.action },
            overridable,
          },
        ];
      });
  }
}

/** Flights of the plan that was kept hold what an open finding forbids: they are planned otherwise first, or were flown. */
function forbiddenFlights(state: CampaignState): Holding[] {
  const flown = (id: string): boolean =>
    (state.index?.partsOfCheck.get(id) ?? []).every((part) => isProven(state, part.key));
  return (state.plan?.flights?.flights.flat() ?? []).flatMap((id): Holding[] => {
    const check = state.index?.checks.get(id);
    const found = check && !flown(id) ? forbiddenInFlight(state, check) : undefined;
    return found
      ? [
          {
            ids: [`forbidden:${id}`],
            reason: found.reason,
            cure: { to: 'finding', finding: found.finding },
            overridable: false,
          },
        ]
      : [];
  });
}

/** Notes of which nothing came yet: nothing that was noticed is forgotten on the way to the release. */
const notesOpen = (state: CampaignState): Holding[] =>
  [...state.notes.entries()].flatMap(([note, { settled, text }]): Holding[] =>
    settled
      ? []
      : [
          {
            ids: [`note:${note}`],
            reason: reason('noteOpen', { text }),
            cure: { to: 'note', note },
            overridable: false,
          },
        ],
  );

/** The roles without which a gate cannot be opened, beyond whoever does its checks. */
function rolesMissing(gate: Gate, holdings: readonly Holding[], remaining: readonly CheckStatus[]): string[] {
  const roles = new Set<string>();
  if (remaining.some((c) => c.check.secondPerson) || holdings.some((h) => h.cure.to === 'action'))
    roles.add('inspector');
  if (holdings.some((h) => h.reason.code === 'checksUndecided' || h.cure.to === 'finding'))
    roles.add('inspector');
  if (gate.before === 'release') roles.add('certifier');
  if (remaining.some((c) => c.check.station === 'flight')) roles.add('pilot');
  return [...roles];
}

function judgeGate(
  gate: Gate,
  before: GateStatus | undefined,
  state: CampaignState,
  stations: ReadonlyMap<StationId, StationStatus>,
  now: number,
  fresh: Freshness,
): GateStatus {
  const holdings: Holding[] = [];
  const remaining: CheckStatus[] = [];
  for (const condition of gate.conditions) {
    const found = holdingsOf(gate, condition, state, now);
    if (condition.kind === 'proven') {
      const open = unproven(condition, state, stations, (c) =>
        isCovered(gate, condition, state, checkId(c, state), lastTouched(c, state)),
      );
      found.push(...open.holdings);
      remaining.push(...open.remaining);
    }
    holdings.push(...found.map((h) => ({ ...h, condition: condition.kind })));
  }
  // What grounds the aircraft holds every gate, whether its pack thought of findings there or not.
  if (!gate.conditions.some((c) => c.kind === 'findingsSettled'))
    holdings.push(...findingHoldings(gate, undefined, state, now));
  if (before && before.state !== 'passed')
    holdings.push({
      ids: [`gate:${before.gate.id}`],
      reason: reason(before.state === 'held' ? 'gateHeld' : 'gateNotPassed', { gate: before.gate.title }),
      cure: { to: 'gate', gate: before.gate.id },
      overridable: false,
    });
  if (gate.before === 'flight') holdings.push(...forbiddenFlights(state));
  if (gate.before === 'release') holdings.push(...notesOpen(state));
  const stale = !fresh.confirmed || fresh.waiting > 0;
  if (stale)
    holdings.push({
      ids: ['sync'],
      reason: reason('gateStale', { waiting: fresh.waiting }),
      cure: { to: 'sync' },
      overridable: false,
    });
  const pass = state.gatesPassed.get(gate.id);
  const stands = pass !== undefined && passStands(gate, pass, before?.gate, state);
  return {
    gate,
    state: holdings.length > 0 ? 'held' : stands ? 'passed' : 'open',
    holdings,
    passStands: stands,
    minutes: remaining.reduce((sum, c) => sum + c.check.minutes, 0) + walkMinutes(holdings, state),
    remaining: remaining.map((c) => c.check.id),
    missingRoles: rolesMissing(gate, holdings, remaining),
  };
}

/** What a check leaves open while it is done, where it says so. */
const leavesOpen = ({ answer }: Check): string | undefined =>
  answer.kind === 'flow' ? answer.opens?.thing : undefined;

/** Whether two checks are done at one and the same open place. Example: the flow from either tank, at the hose off the carburettor. */
const leavesSameOpen = (check: Check, other: Check | undefined): boolean =>
  other !== undefined && leavesOpen(check) !== undefined && leavesOpen(check) === leavesOpen(other);

/**
 * Why a gate keeps hands off what lies behind it. Entries on their way hold a gate for the eye only: work goes on
 * without a network behind a passed gate. So does a finding whose work is done and looked at: the way to the checks
 * that would close it stays open; and a tag for the very check that it is on for, of that check and of those that are done at the same open place. What ran out while it flew may still be written down behind the gate it was passed by.
 */
function barred(status: GateStatus, check: Check, state: CampaignState): Reason | undefined {
  const { gate } = status;
  const cured = (h: Holding): boolean => {
    const finding = h.cure.to === 'finding' ? state.findings.get(h.cure.finding) : undefined;
    if (finding) return findingMayBeCured(finding, state);
    const on = h.cure.to === 'tag' ? state.tags.get(h.cure.tag)?.on.check : undefined;
    return on !== undefined && (on === check.id || leavesSameOpen(check, state.index?.checks.get(on)));
  };
  const curing = status.holdings.some(cured);
  const bars = status.holdings.filter(
    (h) =>
      h.cure.to !== 'sync' &&
      h.cure.to !== 'gate' &&
      !cured(h) &&
      !(check.station === 'flight' && h.ranOut === true),
  );
  if (bars.length > 0) return reason('gateHeld', { gate: gate.title });
  const passed = status.passStands || (curing && state.gatesPassed.has(gate.id));
  return passed ? undefined : reason('gateNotPassed', { gate: gate.title });
}

function stationStatus(
  station: StationId,
  index: BasisIndex,
  byKey: ReadonlyMap<string, PartStatus>,
): StationStatus {
  const checks = index.basis.pack.checks
    .filter((c) => c.station === station)
    .map((c) => checkStatus(c, index, byKey));
  const inside = checks.filter((c) => !c.outside);
  const done = inside.filter((c) => c.proven).length;
  const marks = inside.map((c) => c.mark);
  const begun = marks.some((m) => m !== 'notStarted');
  const attention = worstMark(marks);
  const mark =
    done < inside.length &&
    begun &&
    (attention === 'notStarted' || attention === 'near' || attention === 'within')
      ? 'inHand'
      : attention;
  return { station, mark, done, total: inside.length, checks };
}

/**
 * Derives everything that screens and reports show from what the record says, at the instant `now`.
 * Stations are judged from the first to the last, so that a gate held before a station blocks its checks.
 * Stale data (`fresh`) holds every gate. Undefined before the campaign has been opened.
 */
export function deriveStatus(
  state: CampaignState,
  now: string,
  fresh: Freshness = FRESH,
): CampaignStatus | undefined {
  const { index } = state;
  if (!index) return undefined;
  const { byKey, stations, gates } = deriveUpTo(state, index, now, fresh, undefined);
  const all = [...stations.values()];
  const checks = new Map(all.flatMap((s) => s.checks.map((c) => [c.check.id, c] as const)));
  return {
    parts: byKey,
    checks,
    stations: all,
    gates: gatesFor(index, occasionOf(state.opened?.occasion)).flatMap((g) => gates.get(g.id) ?? []),
    openTags: [...state.tags.values()].filter((t) => !t.off),
    openFindings: [...state.findings.values()].filter((f) => !f.closed),
    uninspected: [...state.actions.values()].filter(inspectionMissing),
    current: all.find((s) => s.done < s.total)?.station ?? 'release',
  };
}

/**
 * How one part stands at an instant: what `deriveStatus` says of it, without what lies behind it, since nothing there decides
 * on it. Undefined for a part that is not in the pack, and before the campaign has been opened.
 * Example: `partStatusOf(state, 'oil-quantity@left', now)?.blocked`.
 */
export function partStatusOf(state: CampaignState, key: string, now: string): PartStatus | undefined {
  const part = state.index?.parts.get(key);
  return state.index && part ? deriveUpTo(state, state.index, now, FRESH, part).byKey.get(key) : undefined;
}

/**
 * Whether nothing of a station is left to prove: then no gate asks more of it. What a second walk found otherwise is no proof for
 * a gate, though what stands on it keeps standing until it is settled.
 */
function isAllProven(
  state: CampaignState,
  index: BasisIndex,
  station: StationId,
  evidence: Evidence,
): boolean {
  return index.basis.pack.checks.every((check) => {
    if (check.station !== station) return true;
    const parts = index.partsOfCheck.get(check.id) ?? [];
    return parts.length > 0 && parts.every((p) => evidence.proven(p.key) && !differenceAt(state, p.key));
  });
}

/** Judges stations and gates in their order: all of them, or those before one part, and of its station only itself. */
function deriveUpTo(
  state: CampaignState,
  index: BasisIndex,
  now: string,
  fresh: Freshness,
  only: Part | undefined,
): {
  readonly byKey: ReadonlyMap<string, PartStatus>;
  readonly stations: ReadonlyMap<StationId, StationStatus>;
  readonly gates: ReadonlyMap<string, GateStatus>;
} {
  const instant = Date.parse(now);
  const evidence = new Evidence(state, index, instant);
  const byKey = new Map<string, PartStatus>();
  const stations = new Map<StationId, StationStatus>();
  const gates = new Map<string, GateStatus>();
  let before: GateStatus | undefined;
  const occasion = occasionOf(state.opened?.occasion);
  const own = gatesFor(index, occasion);
  for (const station of STATIONS) {
    for (const gate of own) {
      if (gate.before !== station) continue;
      before = judgeGate(gate, before, state, stations, Math.max(instant, state.clock), fresh);
      gates.set(gate.id, before);
    }
    const heldFor = (check: Check): Reason | undefined => {
      // Its gates are not there: what is done behind them would be done without anybody having passed one.
      if (!getsTo(occasion, station)) return reason('groundRunEnds');
      for (const gate of index.gatesBefore.get(station) ?? []) {
        const status = gates.get(gate.id);
        const why = status && barred(status, check, state);
        if (why) return why;
      }
      return undefined;
    };
    const last = only?.check.station === station;
    // Of what lies before the part in question only the gates ask: where all is proven they ask no further.
    if (only && !last && isAllProven(state, index, station, evidence)) {
      stations.set(station, { station, mark: 'within', done: 0, total: 0, checks: [] });
      continue;
    }
    for (const part of last ? [only] : index.parts.values()) {
      if (part.check.station === station)
        byKey.set(
          part.key,
          // Of what lies before the part in question only the gates ask, and they do not ask whether it may be answered.
          partStatus(
            state,
            index,
            part,
            evidence,
            now,
            only && !last ? undefined : () => heldFor(part.check),
          ),
        );
    }
    if (last) break;
    stations.set(station, stationStatus(station, index, byKey));
  }
  return { byKey, stations, gates };
}
