import { indexBasis, type BasisIndex, type Part } from '../checks/basis-index.ts';
import type { Basis, Occasion } from '../checks/types.ts';
import { WAY_QUESTIONS, WAYS, type WayQuestion } from '../checks/ways.ts';
import { deriveStatus } from '../standing/derive.ts';
import { type Entry } from '../record/entry.ts';
import { orderSteps } from '../planning/order.ts';
import { workOf, type Work } from '../planning/tasks.ts';
import { PROFILES } from '../record/plan.ts';
import { waysAsked } from '../scope/ways.ts';
import type { ScopeRequest } from '../record/scope.ts';
import { outsideScope } from '../scope/outside.ts';
import { err, ok, type Result } from '../result.ts';
import type { Reason } from '../reasons/reason.ts';
import { SteadyHand } from './steady-hand.ts';

/** How a pack went when it was tried on an aircraft. */
export interface Trial {
  /** Whether a release could be signed at the end. */
  readonly released: boolean;
  /** Parts answered, in the order of the pack. */
  readonly steps: number;
  readonly minutes: number;
  /** Steps that a second person watched. */
  readonly watched: number;
  /** Where it could not go on, or what was left unproven, with the reason. */
  readonly stuck: readonly { readonly part: string; readonly reason: Reason }[];
}

/** The aircraft with one instrument that is good enough for every limit: what is tried is the pack, not a gauge. */
function withPerfectGauge(basis: Basis): Basis {
  const perfect = {
    id: 'trial',
    name: 'Trial',
    unit: '1',
    accuracy: 0,
    resolution: 0.000001,
    calibratedUntil: null,
    measures: basis.pack.checks.flatMap(({ answer }) =>
      answer.kind === 'reading' && answer.tool !== undefined ? [answer.tool] : [],
    ),
  };
  return { ...basis, aircraft: { ...basis.aircraft, instruments: [...basis.aircraft.instruments, perfect] } };
}

/** A trial that could not be begun, and why. */
const nothingTried = (why: readonly Reason[]): Trial => ({
  released: false,
  steps: 0,
  minutes: 0,
  watched: 0,
  stuck: why.map((reason) => ({ part: '', reason })),
});

/** A campaign opened for a trial. */
function begin(basis: Basis, occasion: string, spoil?: string, ways: Ways = {}): SteadyHand {
  const hand = new SteadyHand(spoil);
  hand.put('campaign.opened', { title: 'Trial', occasion, workItems: [], basis: withPerfectGauge(basis) });
  choose(hand, basis, ways);
  return hand;
}

/** The school followed on some questions; on the others the first. */
type Ways = Readonly<Partial<Record<WayQuestion, string>>>;

/** Chooses a way on each question that the pack asks. */
function choose(hand: SteadyHand, basis: Basis, ways: Ways): void {
  const asked = waysAsked(basis.pack);
  if (asked.length === 0) return;
  const chosen = asked.map((q) => [q, { choice: ways[q] ?? WAYS[q][0], why: 'Tried' }] as const);
  const profile = PROFILES.find((p) => p === ways.reach) ?? 'circuit';
  hand.put('ways.chosen', { profile, ways: Object.fromEntries(chosen) }, 'pilot');
}

/** Each school that puts checks in or out, one at a time beside the first of the others. */
function otherSchools(basis: Basis): readonly Ways[] {
  const switching = new Set(basis.pack.checks.flatMap((c) => WAY_QUESTIONS.filter((q) => c.ways?.[q])));
  return [...switching].flatMap((q) => WAYS[q].slice(1).map((choice): Ways => ({ [q]: choice })));
}

/** Works every check of a basis in order; what was refused, and how much was done. */
function workAll(
  hand: SteadyHand,
  index: BasisIndex,
  times: (part: Part) => number,
): Pick<Trial, 'steps' | 'minutes' | 'stuck'> {
  const stuck: { part: string; reason: Reason }[] = [];
  let steps = 0;
  let minutes = 0;
  for (const check of index.basis.pack.checks) {
    if (check.answer.kind === 'computed' || check.decides) continue;
    hand.passGates(check.station);
    for (const part of index.partsOfCheck.get(check.id) ?? []) {
      if (outsideScope(hand.state, part.key)) continue;
      for (let time = 0; time < times(part); time += 1) {
        const refused = hand.work(part);
        if (refused) stuck.push({ part: part.key, reason: refused });
      }
      steps += 1;
      minutes += check.minutes;
    }
  }
  return { steps, minutes, stuck };
}

/** Works an order of checks as it stands, changing states and passing gates where its steps say so. */
function workOrder(
  hand: SteadyHand,
  index: BasisIndex,
  work: Work,
  order: readonly string[],
): Pick<Trial, 'steps' | 'minutes' | 'stuck'> {
  const stuck: { part: string; reason: Reason }[] = [];
  let steps = 0;
  let minutes = 0;
  for (const step of orderSteps(work, order)) {
    if (step.kind === 'gate') {
      const gate = index.basis.pack.gates.find((g) => g.id === step.gate && g.before !== 'release');
      const refused = gate && hand.pass(gate);
      if (refused) stuck.push({ part: step.gate, reason: refused });
    } else if (step.kind === 'state') {
      const [state = '', subject = ''] = step.key.split('@');
      if (step.by === undefined) hand.put('state.set', { state, subject, value: step.to });
    } else {
      const check = index.checks.get(step.task);
      for (const part of index.partsOfCheck.get(step.task) ?? []) {
        if (outsideScope(hand.state, part.key) || part.check.decides) continue;
        const refused = hand.work(part);
        if (refused) stuck.push({ part: part.key, reason: refused });
      }
      steps += 1;
      minutes += check?.minutes ?? 0;
    }
  }
  return { steps, minutes, stuck };
}

function release(hand: SteadyHand): Reason | undefined {
  return hand.put(
    'release.signed',
    { meaning: '', snapshot: hand.state.head, statement: '' },
    'certifier',
    'third',
  ).refused;
}

/**
 * The record of a campaign that one steady hand works to its release, every figure taken `times` over: for worlds
 * of a given size. Admitted by the door entry by entry, signed by "hand", "second" and "third".
 * Error: what kept it from its release. Example: a pack of 120 parts gives about 130 entries at one time each.
 */
export function scriptedRecord(basis: Basis, times: number): Result<readonly Entry[], readonly Reason[]> {
  const index = indexBasis(basis);
  if (!index.ok) return index;
  const hand = new SteadyHand();
  hand.put('campaign.opened', { title: 'Script', occasion: 'post-maintenance', workItems: [], basis });
  choose(hand, basis, {});
  const { stuck } = workAll(hand, index.value, ({ check }) => (check.answer.kind === 'reading' ? times : 1));
  const refused = release(hand);
  if (refused) return err([...stuck.map((s) => s.reason), refused]);
  return ok(hand.entries);
}

/**
 * Tries a pack on an aircraft with a limit book: one steady hand works every check in the order of the pack,
 * finds everything in the middle of its limits, passes every gate and signs the release. Through the same door
 * as people. Nothing is recorded anywhere. Where schools put checks in or out, each school is tried, and the first that
 * ends somewhere is told. A pack that a steady hand cannot release has a dead end. With `spoil` it
 * finds one check not as expected, and what stands on that comes back stuck.
 * Example: a pack whose check needs a state nobody sets comes back stuck at that check, with the reason.
 */
export function tryPack(basis: Basis, { spoil }: { readonly spoil?: string } = {}): Trial {
  const index = indexBasis(basis);
  if (!index.ok) return nothingTried(index.error);
  const tried = (ways: Ways): Trial => {
    const hand = begin(basis, 'trial', spoil, ways);
    return finish(
      hand,
      workAll(hand, index.value, () => 1),
    );
  };
  const first = tried({});
  if (spoil !== undefined || first.stuck.length > 0) return first;
  return (
    otherSchools(basis)
      .map(tried)
      .find((t) => t.stuck.length > 0) ?? first
  );
}

/**
 * Tries a scope and an order on an aircraft, as `tryPack` tries a pack: the scope is settled, every check in it is
 * worked in that order with the changes of state and the gates between, and the release is signed. Through the same
 * door as people: an order that the record would refuse comes back stuck, with the reason.
 * Example: an order with a drop of the ignition before the start of the engine is stuck at the drop.
 */
export function tryOrder(
  basis: Basis,
  plan: { readonly occasion: Occasion; readonly scope: ScopeRequest; readonly order: readonly string[] },
): Trial {
  const index = indexBasis(basis);
  if (!index.ok) return nothingTried(index.error);
  const hand = begin(basis, plan.occasion);
  const settled = hand.put('scope.settled', { ...plan.scope, note: '' }, 'inspector', 'second');
  if (settled.refused) return nothingTried([settled.refused]);
  const wanted = new Set(
    [...(hand.state.scope?.items ?? [])].flatMap(([key, item]) => (item.verdict === 'prove' ? [key] : [])),
  );
  return finish(hand, workOrder(hand, index.value, workOf(index.value, wanted), plan.order));
}

/** Signs the release, and says what was left unproven where it could not be signed. */
function finish(hand: SteadyHand, worked: Pick<Trial, 'steps' | 'minutes' | 'stuck'>): Trial {
  const { steps, minutes } = worked;
  const stuck = [...worked.stuck];
  // A gate that is held says nothing of its own: what was answered and is not proven comes first.
  const unproven = [...(deriveStatus(hand.state, hand.now())?.parts.values() ?? [])].flatMap((part) =>
    part.proven || !part.reasons[0] ? [] : [{ part: part.key, reason: part.reasons[0] }],
  );
  const known = new Set(stuck.map((s) => s.part));
  stuck.unshift(...unproven.filter((u) => !known.has(u.part)));
  const refused = release(hand);
  if (refused && stuck.length === 0) stuck.push({ part: '', reason: refused });
  return { released: hand.state.release !== undefined, steps, minutes, watched: hand.watched, stuck };
}
