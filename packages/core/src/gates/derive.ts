import type { BasisIndex } from '../checks/basis-index.ts';
import { STATIONS, type Gate, type GateCondition, type StationId } from '../checks/types.ts';
import {
  hasLostStanding,
  type ActionState,
  type CampaignState,
  type FindingState,
  type TagState,
} from '../record/state.ts';
import { reason, type Reason } from '../words/reason.ts';
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
  | { readonly to: 'sync' };

/** One reason why a gate is held. */
export interface Holding {
  readonly reason: Reason;
  readonly cure: Cure;
  readonly overridable: boolean;
  /** The condition of the gate that it comes from; absent for stale data, which nobody can override. */
  readonly condition?: GateCondition['kind'];
}

/** A gate as it stands. `open`: nothing holds it. `passed`: open, and someone has recorded passing it. */
export interface GateStatus {
  readonly gate: Gate;
  readonly state: 'held' | 'open' | 'passed';
  readonly holdings: readonly Holding[];
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

/**
 * The place in the record up to which a condition is overridden; -1 when it is not. Only what was known when it
 * was signed is covered: a tag put on afterwards, or a check lost afterwards, holds the gate again.
 */
function overriddenUpTo(gate: Gate, condition: GateCondition, state: CampaignState): number {
  if (!condition.overridable) return -1;
  return state.overrides
    .filter((o) => o.gate === gate.id && o.condition === condition.kind)
    .reduce((latest, o) => Math.max(latest, o.seq), -1);
}

/** The last entry that changed how a check stands. */
function lastTouched(check: CheckStatus, state: CampaignState): number {
  return check.parts.reduce((latest, p) => {
    const own = state.parts.get(p.key);
    return Math.max(latest, own?.lost?.seq ?? 0, own?.history[own.history.length - 1]?.seq ?? 0);
  }, 0);
}

function unproven(
  condition: Extract<GateCondition, { kind: 'proven' }>,
  stations: ReadonlyMap<StationId, StationStatus>,
  counts: (check: CheckStatus) => boolean,
): { holdings: Holding[]; remaining: CheckStatus[] } {
  const holdings: Holding[] = [];
  const remaining: CheckStatus[] = [];
  for (const id of condition.stations) {
    const open = (stations.get(id)?.checks ?? []).filter((c) => !c.proven && counts(c));
    remaining.push(...open);
    const say = (mark: Mark, code: string): void => {
      const some = open.filter((c) => c.mark === mark);
      const [first] = some;
      if (first)
        holdings.push({
          reason: reason(code, {
            count: some.length,
            station: id,
            check: first.check.title,
            ...(id === 'papers' ? { who: first.check.who } : {}),
          }),
          cure: { to: 'check', check: first.check.id },
          overridable: condition.overridable,
        });
    };
    say('out', 'checksOut');
    say('again', 'checksAgain');
    say('unknown', 'checksUnknown');
    say('near', 'checksUndecided');
    const waiting = open.filter(
      (c) => c.mark === 'inHand' && c.parts.every((p) => p.answer) && c.check.secondPerson,
    );
    const left = open.filter((c) => (c.mark === 'notStarted' || c.mark === 'inHand') && !waiting.includes(c));
    const [firstWaiting] = waiting;
    const [firstLeft] = left;
    if (firstWaiting)
      holdings.push({
        reason: reason('checksUnwitnessed', {
          count: waiting.length,
          station: id,
          check: firstWaiting.check.title,
        }),
        cure: { to: 'check', check: firstWaiting.check.id },
        overridable: condition.overridable,
      });
    if (firstLeft)
      holdings.push({
        reason: reason('checksRemain', {
          count: left.length,
          station: id,
          check: firstLeft.check.title,
          ...(id === 'papers' ? { who: firstLeft.check.who } : {}),
        }),
        cure: { to: 'check', check: firstLeft.check.id },
        overridable: condition.overridable,
      });
  }
  return { holdings, remaining };
}

/** Whether a finding still holds a gate now: not assessed, stopping and not closed, or deferred beyond its day. */
export function findingHolds(finding: FindingState, now: string): Reason | undefined {
  if (finding.closed) return undefined;
  const { title } = finding.raised;
  if (!finding.assessed) return reason('findingUnassessed', { title });
  if (finding.assessed.severity === 'stops') return reason('findingStops', { title });
  const { until } = finding.assessed;
  if (finding.assessed.severity === 'deferred' && until !== undefined && now.slice(0, 10) > until)
    return reason('findingDeferralOver', { title, until });
  return undefined;
}

/**
 * Whether a gate is held by a finding. What was found beyond a gate does not hold it, or the way back to the
 * checks that would cure it were barred; nor does a finding without a check once its cure lies beyond.
 * Example: a plug found dead in the run-up holds Roll, not Power.
 */
function holdsGate(finding: FindingState, gate: Gate, state: CampaignState, now: string): Reason | undefined {
  const why = findingHolds(finding, now);
  if (!why) return undefined;
  const beyond = (station: StationId): boolean => STATIONS.indexOf(station) >= STATIONS.indexOf(gate.before);
  const about =
    finding.raised.check === undefined ? undefined : state.index?.checks.get(finding.raised.check);
  if (about) return beyond(about.station) ? undefined : why;
  const touched = finding.actions.flatMap((id) => state.actions.get(id)?.done.touches ?? []);
  const cures = touched.length === 0 ? [] : (state.index?.reachOf(touched) ?? []);
  const openBeyond = cures.some((r) => {
    const part = state.index?.parts.get(r.part);
    return part !== undefined && beyond(part.check.station) && hasLostStanding(state.parts.get(r.part));
  });
  return openBeyond ? undefined : why;
}

/** Whether an action still waits for the inspection that it asks for. */
export function inspectionMissing(action: ActionState): boolean {
  return action.inspectionNeeded && action.inspection?.accepted !== true;
}

function holdingsOf(
  gate: Gate,
  condition: GateCondition,
  state: CampaignState,
  now: string,
  overridden: number,
): Holding[] {
  const { overridable } = condition;
  switch (condition.kind) {
    case 'proven':
      return [];
    case 'noTags':
      return [...state.tags.values()]
        .filter((t) => !t.off && t.on.seq > overridden)
        .map((t) => ({
          reason: reason('tagOpen', { thing: t.on.thing, where: t.on.where }),
          cure: { to: 'tag', tag: t.on.tag },
          overridable,
        }));
    case 'findingsSettled':
      return [...state.findings.values()].flatMap((f) => {
        const why = f.raised.seq > overridden ? holdsGate(f, gate, state, now) : undefined;
        return why ? [{ reason: why, cure: { to: 'finding', finding: f.raised.finding }, overridable }] : [];
      });
    case 'inspectionsSigned':
      return [...state.actions.values()]
        .filter((a) => inspectionMissing(a) && a.done.seq > overridden)
        .map((a) => ({
          reason: reason('inspectionUnsigned', { what: a.done.what }),
          cure: { to: 'action', action: a.done.action },
          overridable,
        }));
  }
}

function judgeGate(
  gate: Gate,
  state: CampaignState,
  stations: ReadonlyMap<StationId, StationStatus>,
  now: string,
  fresh: Freshness,
): GateStatus {
  const holdings: Holding[] = [];
  const remaining: CheckStatus[] = [];
  for (const condition of gate.conditions) {
    const overridden = overriddenUpTo(gate, condition, state);
    const found = holdingsOf(gate, condition, state, now, overridden);
    if (condition.kind === 'proven') {
      const open = unproven(condition, stations, (c) => lastTouched(c, state) > overridden);
      found.push(...open.holdings);
      remaining.push(...open.remaining);
    }
    holdings.push(...found.map((h) => ({ ...h, condition: condition.kind })));
  }
  const stale = !fresh.confirmed || fresh.waiting > 0;
  if (stale)
    holdings.push({
      reason: reason('gateStale', { waiting: fresh.waiting }),
      cure: { to: 'sync' },
      overridable: false,
    });
  const passed = state.gatesPassed.has(gate.id);
  const needsEyes =
    remaining.some((c) => c.check.secondPerson) || holdings.some((h) => h.cure.to === 'action');
  return {
    gate,
    state: holdings.length > 0 ? 'held' : passed ? 'passed' : 'open',
    holdings,
    minutes: remaining.reduce((sum, c) => sum + c.check.minutes, 0),
    remaining: remaining.map((c) => c.check.id),
    missingRoles: needsEyes ? ['inspector'] : [],
  };
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
  const byKey = new Map<string, PartStatus>();
  const stations = new Map<StationId, StationStatus>();
  const gates = new Map<string, GateStatus>();
  for (const station of STATIONS) {
    for (const gate of index.basis.pack.gates) {
      if (gate.before === station) gates.set(gate.id, judgeGate(gate, state, stations, now, fresh));
    }
    const heldFor = (): Reason | undefined => {
      for (const gate of index.gatesBefore.get(station) ?? []) {
        const status = gates.get(gate.id);
        // Waiting entries hold a gate for the eye, not for the hand: work goes on offline behind a passed gate.
        const truly = status?.holdings.filter((h) => h.cure.to !== 'sync') ?? [];
        if (truly.length > 0) return reason('gateHeld', { gate: gate.title });
        if (!state.gatesPassed.has(gate.id)) return reason('gateNotPassed', { gate: gate.title });
      }
      return undefined;
    };
    for (const part of index.parts.values()) {
      if (part.check.station === station) byKey.set(part.key, partStatus(state, index, part, now, heldFor));
    }
    stations.set(station, stationStatus(station, index, byKey));
  }
  const all = [...stations.values()];
  const checks = new Map(all.flatMap((s) => s.checks.map((c) => [c.check.id, c] as const)));
  return {
    parts: byKey,
    checks,
    stations: all,
    gates: index.basis.pack.gates.flatMap((g) => gates.get(g.id) ?? []),
    openTags: [...state.tags.values()].filter((t) => !t.off),
    openFindings: [...state.findings.values()].filter((f) => !f.closed),
    uninspected: [...state.actions.values()].filter(inspectionMissing),
    current: all.find((s) => s.done < s.total)?.station ?? 'release',
  };
}
