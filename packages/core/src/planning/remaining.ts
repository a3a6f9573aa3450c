import { heldAt } from '../held-at.ts';
import { stateKey, type BasisIndex } from '../checks/basis-index.ts';
import { WHOLE_AIRCRAFT } from '../checks/types.ts';
import type { CampaignStatus, GateStatus } from '../standing/derive.ts';
import { secondWalkMinutes } from '../standing/walked-again.ts';
import { stateValue } from '../record/states.ts';
import { standingAnswer, type CampaignState } from '../record/state.ts';
import { proposeScope, occasionOf } from '../scope/scope.ts';
import { workOf, type Work } from './tasks.ts';
import type { DayPlan } from '../record/plan.ts';
import { flightPoints, reckonFlight } from './flights.ts';
import { type FlightSlot } from './day-problem.ts';
import { makeTimetable, type Timetable } from './timetable.ts';
import type { ScopeRequest } from '../record/scope.ts';

/** Parts that are still to be proven in a campaign, by what the record says now. */
export function partsToDo(status: CampaignStatus): ReadonlySet<string> {
  return new Set([...status.parts.values()].filter((p) => !p.proven).map((p) => p.key));
}

/** The states of a campaign as they are now, by state key. */
export function statesNow(state: CampaignState, index: BasisIndex): Readonly<Record<string, string>> {
  const found: Record<string, string> = {};
  for (const { name, per } of index.states.values())
    for (const subject of per === 'engine' ? index.basis.aircraft.engines.map((e) => e.id) : [WHOLE_AIRCRAFT])
      found[stateKey(name, subject)] = stateValue(state, name, subject) ?? '';
  return found;
}

/** What is left to do, as work to be planned. */
export function remainingWork(state: CampaignState, index: BasisIndex, status: CampaignStatus): Work {
  return workOf(index, partsToDo(status), statesNow(state, index));
}

/** The flights of the plan that was kept, as far as they are still to be flown, with the minutes each takes. */
export function flightSlots(
  state: CampaignState,
  index: BasisIndex,
  wanted: ReadonlySet<string>,
): readonly FlightSlot[] {
  const plan = state.plan?.flights;
  if (!plan) return [];
  const points = new Map(flightPoints(index, wanted).map((p) => [p.id, p]));
  return plan.flights.flatMap((flight) => {
    const left = flight.flatMap((id) => points.get(id) ?? []);
    return left.length > 0
      ? [{ checks: left.map((p) => p.id), minutes: Math.ceil(reckonFlight(left, plan.budget).minutes) }]
      : [];
  });
}

/**
 * Parts that would have to be proven if work were done now: what is left, and what the work would bring in again
 * although it is proven. Nothing is recorded.
 */
export function partsAfterWork(
  state: CampaignState,
  index: BasisIndex,
  status: CampaignStatus,
  touches: readonly string[],
): ReadonlySet<string> {
  const request: ScopeRequest = state.scope ?? { work: [], evidence: {}, added: [], leftOut: [] };
  const evidence: Record<string, ScopeRequest['evidence'][string]> = { ...request.evidence };
  // What this campaign has proven carries what comes, as long as the work does not touch it.
  for (const [key, part] of state.parts) {
    const answer = standingAnswer(part);
    if (answer && status.parts.get(key)?.proven)
      evidence[key] = { campaign: '', title: '', entry: answer.entry, at: answer.at };
  }
  const scope = proposeScope(index, occasionOf(state.opened?.occasion), {
    work: [{ component: '', action: 'adjusted', touches }],
    evidence,
    added: [],
    leftOut: request.leftOut,
  });
  const reached = new Set(index.reachOf(touches).map((r) => r.part));
  const left = new Set(partsToDo(status));
  for (const [key, item] of scope) {
    if (item.verdict !== 'prove' || item.why.kind === 'demanded') continue;
    if (reached.has(key) || !status.parts.get(key)?.proven) left.add(key);
  }
  return left;
}

/** How long the way to a gate is with the people who are there, and who is missing for it. */
export interface WayToGate {
  readonly minutes: number;
  /** Roles nobody holds who is there, of those that one of the checks before the gate takes. */
  readonly missing: readonly string[];
  readonly timetable?: Timetable;
}

/**
 * The shortest way to open a gate from now: the checks still to be done before it, laid out over the people who are
 * there. Without a plan of the day, the sum of the minutes, as if one person did everything.
 * Example: two checks of 20 minutes are 40 for one technician, and 20 for two.
 */
export function wayToGate(
  state: CampaignState,
  index: BasisIndex,
  gate: GateStatus,
  day: DayPlan | undefined,
  now: string,
): WayToGate {
  if (!day || day.people.length === 0) return { minutes: gate.minutes, missing: gate.missingRoles };
  const left = new Set(gate.remaining);
  const wanted = new Set([...index.parts.values()].filter((p) => left.has(p.check.id)).map((p) => p.key));
  const work = workOf(index, wanted, statesNow(state, index));
  const roles = new Set(day.people.flatMap((p) => p.roles));
  const missing = work.tasks.flatMap((t) =>
    t.crew.filter((slot) => !slot.some((r) => roles.has(r))).map((slot) => heldAt(slot, 0)),
  );
  // Hours, daylight and wind of the day are the day's business; the way to the gate is counted from now.
  const { field: _field, wind: _wind, ...rest } = day;
  const made = makeTimetable(
    {
      work,
      order: work.tasks.map((t) => t.id),
      day: { ...rest, start: now, days: 1, hours: { from: -10_000, to: 100_000, offset: 0 } },
      flights: [],
      now,
    },
    { seed: 1, lists: 4 },
  );
  if (!made.ok) return { minutes: gate.minutes, missing: [...new Set(missing)] };
  const laidOut = Math.ceil((Date.parse(made.value.end) - Date.parse(made.value.origin)) / 60_000);
  // Whoever walks a second time begins when the first is through.
  const again = gate.holdings.some((h) => h.cure.to === 'second-walk') ? secondWalkMinutes(state, index) : 0;
  const minutes = laidOut + again;
  return { minutes, missing: [...new Set(missing)], timetable: made.value };
}
