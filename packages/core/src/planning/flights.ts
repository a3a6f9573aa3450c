import type { BasisIndex } from '../checks/basis-index.ts';
import type { TestPoint } from '../checks/types.ts';
import { err, ok, type Result } from '../result.ts';
import type { Carried } from '../loading/carried.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { budgetFaults } from './faults.ts';
import type { FlightBudget, Profile } from '../record/plan.ts';
import { ownMember } from '../own-member.ts';

/** A check of the flight as a test point. */
export interface FlightPoint {
  readonly id: string;
  readonly minutes: number;
  readonly point: TestPoint;
  /** Points that have to be flown before it. */
  readonly after: readonly string[];
  /** It goes to the stall. */
  readonly stall: boolean;
}

/** How far the first flight goes, and whether it stalls before it lands. */
export interface FlightRules {
  readonly profile: Profile;
  readonly stall: 'before' | 'if-benign' | 'never';
  /** The highest that a permit allows, metres above the field, and the number of that permit. */
  readonly ceiling?: { readonly height: number; readonly number: string };
  /** What the loading sheet carries for the first flight. */
  readonly carried?: Carried;
  /** Why points may not be flown as long as a finding is open, by check. */
  readonly forbidden?: Readonly<Record<string, Reason>>;
}

/** What a check of the flight is when its pack does not say: an ordinary thing at an ordinary height. */
export const USUAL_POINT: TestPoint = {
  risk: 2,
  configuration: 'clean',
  height: { low: 300, high: 1500 },
  power: 'cruise',
  entry: 'Trimmed, nothing open from the point before.',
  stop: 'Wings level, power as for the cruise, back to the field.',
};

/** The most that the first flight dares, by profile. */
const FIRST_RISK: Readonly<Record<Profile, number>> = { circuit: 2, overhead: 3, programme: 5 };

/** The test points among some parts, in the order of the pack; links through checks that are no points are followed. */
export function flightPoints(index: BasisIndex, wanted: ReadonlySet<string>): readonly FlightPoint[] {
  const flown = index.basis.pack.checks.filter(
    (c) =>
      c.station === 'flight' &&
      c.answer.kind !== 'computed' &&
      (index.partsOfCheck.get(c.id) ?? []).some((p) => wanted.has(p.key)),
  );
  const ids = new Set(flown.map((c) => c.id));
  const grounds = (id: string): readonly string[] =>
    [...(index.checks.get(id)?.after ?? []), ...(index.checks.get(id)?.standsOn ?? [])].flatMap((g) =>
      ids.has(g) ? [g] : index.checks.get(g)?.station === 'flight' ? grounds(g) : [],
    );
  return flown.map((c) => ({
    id: c.id,
    minutes: c.minutes,
    point: c.point ?? USUAL_POINT,
    after: [...new Set(grounds(c.id))],
    stall: c.proves.some((p) => p.split('.').includes('stall')),
  }));
}

/** One point as it is flown: the height it is flown at, minutes with the climb to it, and what that burns. */
export interface Leg {
  readonly id: string;
  readonly height: number;
  readonly climb: number;
  readonly minutes: number;
  readonly burn: number;
}

/** A flight reckoned through. `margin` is what is left above the reserve; negative when it is eaten into. */
export interface FlownFlight {
  readonly legs: readonly Leg[];
  readonly minutes: number;
  readonly burn: number;
  readonly margin: number;
  readonly configurationChanges: number;
}

/**
 * Reckons a flight through, point by point: taxi, a climb to each height where it is above the last, the point at
 * its power, the circuit, and the contingency on all of it. Descents cost nothing beyond the points themselves. Minutes, metres, and the unit of the
 * budget; the margin counts the reserve as spent.
 * Example: 10 min of taxi at 0.1 and 20 min of cruise at 0.3 L/min burn 7 L.
 */
export function reckonFlight(points: readonly FlightPoint[], budget: FlightBudget): FlownFlight {
  let height = budget.circuitHeight;
  let configuration: string | undefined;
  let configurationChanges = 0;
  let minutes = budget.taxiMinutes + budget.circuitMinutes;
  let burn = budget.taxiMinutes * budget.rate.idle + budget.circuitMinutes * budget.rate.cruise;
  const legs = points.map(({ id, point, minutes: own }): Leg => {
    const wanted = point.place
      ? Math.min(budget.circuitHeight, Math.max(point.height.low, 0))
      : Math.min(Math.max(height, point.height.low), point.height.high);
    const climb = point.place ? 0 : Math.max(0, wanted - height) / budget.climbRate;
    if (!point.place) height = wanted;
    if (configuration !== undefined && configuration !== point.configuration) configurationChanges += 1;
    configuration = point.configuration;
    const spent = climb * budget.rate.climb + own * budget.rate[point.power];
    minutes += climb + own;
    burn += spent;
    return { id, height: wanted, climb, minutes: climb + own, burn: spent };
  });
  const planned = burn * (1 + (budget.contingency ?? 0));
  return {
    legs,
    minutes,
    burn: planned,
    margin: budget.usable - budget.reserve - planned,
    configurationChanges,
  };
}

/** Whether a flight stays inside fuel or energy, and inside the longest that is flown. Edges are inside. */
function fits(points: readonly FlightPoint[], budget: FlightBudget): boolean {
  const flown = reckonFlight(points, budget);
  return flown.margin >= -1e-9 && flown.minutes <= budget.longest + 1e-9;
}

/** How much a point dares, with what has to come before it: nothing dares less than what it stands on. */
export function riskOf(points: readonly FlightPoint[]): ReadonlyMap<string, number> {
  const byId = new Map(points.map((p) => [p.id, p]));
  const found = new Map<string, number>();
  const visit = (id: string, on: ReadonlySet<string>): number => {
    const known = found.get(id);
    if (known !== undefined) return known;
    const own = byId.get(id);
    if (!own || on.has(id)) return 0;
    const risk = Math.max(own.point.risk, ...own.after.map((a) => visit(a, new Set([...on, id]))));
    found.set(id, risk);
    return risk;
  };
  for (const { id } of points) visit(id, new Set());
  return found;
}

/** Whether the first flight may hold a point. */
function inFirst(point: FlightPoint, risk: number, rules: FlightRules, budget: FlightBudget): boolean {
  if (point.point.place) return true;
  if (point.stall && rules.stall === 'never') return false;
  if (rules.profile === 'circuit')
    return risk <= FIRST_RISK.circuit && point.point.height.low <= budget.circuitHeight;
  if (point.stall && rules.profile === 'overhead') return risk <= FIRST_RISK.overhead + 1;
  return risk <= FIRST_RISK[rules.profile];
}

/** Points of one level in an order with few changes of configuration and little climbing, after what each needs. */
function ordered(
  level: readonly FlightPoint[],
  from: { configuration: string; height: number },
): FlightPoint[] {
  const left = [...level];
  const result: FlightPoint[] = [];
  let now = from;
  while (left.length > 0) {
    const waiting = new Set(left.map((p) => p.id));
    const ready = left.filter((p) => !p.after.some((a) => waiting.has(a)));
    const cost = (p: FlightPoint): number =>
      p.point.risk * 1e6 +
      (p.point.configuration === now.configuration ? 0 : 1e4) +
      Math.max(0, p.point.height.low - now.height) +
      Math.max(0, now.height - p.point.height.high) / 10;
    const pool = ready.length > 0 ? ready : left;
    const best = pool.reduce((a, b) => (cost(b) < cost(a) ? b : a));
    left.splice(left.indexOf(best), 1);
    result.push(best);
    now = {
      configuration: best.point.configuration,
      height: Math.min(Math.max(now.height, best.point.height.low), best.point.height.high),
    };
  }
  return result;
}

/**
 * The order in which points are built up: those of the take-off, then never one that dares less after one that
 * dares more, within a level few changes of configuration and little climbing, and nothing before what it needs;
 * those of the landing last. Example: handling before slow flight before the stall, whatever the pack lists first.
 */
export function buildUp(points: readonly FlightPoint[]): readonly FlightPoint[] {
  const risk = riskOf(points);
  const free = points.filter((p) => !p.point.place);
  let now = { configuration: 'take-off', height: 0 };
  const middle: FlightPoint[] = [];
  for (const level of [...new Set(free.map((p) => risk.get(p.id) ?? 0))].sort((a, b) => a - b)) {
    const next = ordered(
      free.filter((p) => risk.get(p.id) === level),
      now,
    );
    middle.push(...next);
    const last = next[next.length - 1];
    if (last) now = { configuration: last.point.configuration, height: last.point.height.low };
  }
  return [
    ...points.filter((p) => p.point.place === 'take-off'),
    ...middle,
    ...points.filter((p) => p.point.place === 'landing'),
  ];
}

/** Flights packed, and the fewest there can be by what the points burn and last. */
export interface PackedFlights {
  readonly flights: readonly (readonly string[])[];
  readonly least: number;
}

/**
 * Packs test points into flights in build-up order: the first as far as its profile goes, each as full as fuel or
 * energy, the longest flight and the reserve allow. Points of take-off and landing belong to the first flight.
 * Error: `pointDoesNotFit` when a point is too much for a flight of its own, with what it needs and what there is.
 * Example: sixty minutes of points and a longest flight of forty make two flights.
 */
export function packFlights(
  points: readonly FlightPoint[],
  budget: FlightBudget,
  rules: FlightRules,
): Result<PackedFlights, Reason> {
  const risk = riskOf(points);
  const [take, land] = (['take-off', 'landing'] as const).map((place) =>
    points.filter((p) => p.point.place === place),
  ) as [FlightPoint[], FlightPoint[]];
  const alone =
    points.find((p) => !fits([p], budget)) ?? (fits([...take, ...land], budget) ? undefined : land[0]);
  if (alone) {
    const flown = reckonFlight(fits([alone], budget) ? [...take, ...land] : [alone], budget);
    return err(
      reason('pointDoesNotFit', {
        check: alone.id,
        minutes: { value: flown.minutes, unit: 'min', resolution: 1 },
        longest: { value: budget.longest, unit: 'min', resolution: 1 },
        needs: `${Math.ceil(flown.burn * 10) / 10} ${budget.unit}`,
        has: `${budget.usable - budget.reserve} ${budget.unit}`,
      }),
    );
  }
  const flights: FlightPoint[][] = [];
  let left = buildUp(points).filter((p) => !p.point.place);
  const pack = (may: (p: FlightPoint) => boolean, frame: readonly FlightPoint[]): void => {
    const flight: FlightPoint[] = [];
    // What is put off caps what follows: nothing that dares more is flown before it.
    let cap = Infinity;
    for (const next of left) {
      const dares = risk.get(next.id) ?? 0;
      const waits = next.after.some((a) => left.some((p) => p.id === a && !flight.includes(p)));
      if (dares > cap || waits || !may(next)) {
        cap = Math.min(cap, dares);
        continue;
      }
      if (!fits([...frame, ...flight, next], budget)) break;
      flight.push(next);
    }
    left = left.filter((p) => !flight.includes(p));
    flights.push([
      ...frame.filter((p) => p.point.place === 'take-off'),
      ...flight,
      ...frame.filter((p) => p.point.place === 'landing'),
    ]);
  };
  pack((p) => inFirst(p, risk.get(p.id) ?? 0, rules, budget), [...take, ...land]);
  while (left.length > 0) pack(() => true, []);
  return ok({
    // A first flight without a point is a take-off and a landing, when all there is dares more than it may.
    flights: points.length === 0 ? [] : flights.map((f) => f.map((p) => p.id)),
    least: leastFlights(points, budget),
  });
}

/** No way of packing needs fewer flights: what the points burn and last by themselves, over what one flight holds. */
export function leastFlights(points: readonly FlightPoint[], budget: FlightBudget): number {
  const own = reckonFlight([], budget);
  const burn = points.reduce((sum, p) => sum + p.minutes * budget.rate[p.point.power], 0);
  const minutes = points.reduce((sum, p) => sum + p.minutes, 0);
  return Math.max(
    points.length > 0 ? 1 : 0,
    Math.ceil(burn / (budget.usable - budget.reserve - own.burn) - 1e-9),
    Math.ceil(minutes / (budget.longest - own.minutes) - 1e-9),
  );
}

/** What is wrong with a flight, and what moving would mend it. */
export interface FlightFault {
  readonly flight: number;
  readonly check?: string;
  readonly reason: Reason;
  readonly move?: { readonly check: string; readonly to: number };
}

/**
 * Why the first flight cannot be flown on what the loading sheet carries; undefined where it can, or where the sheet
 * and the budget are not in one unit. Exactly enough is enough.
 */
function shortOf(flown: FlownFlight, budget: FlightBudget, carried: Carried | undefined): Reason | undefined {
  if (!carried || carried.unit !== budget.unit) return undefined;
  const needs = flown.burn + (carried.withReserve ? budget.reserve : 0);
  if (needs <= carried.amount + 1e-9) return undefined;
  const { unit } = budget;
  return reason('flightNotCarried', {
    needs: { value: needs, unit, resolution: 1 },
    carried: { value: carried.amount, unit, resolution: 1 },
  });
}

/**
 * Everything wrong with flights as a person arranged them: over fuel or energy or too long, with the last point
 * whose going would help most; a point before one it needs; one that dares less after one that dares more; more in
 * the first flight than its profile allows, or more than the loading sheet carries; a point in no flight. Empty for flights that can be flown.
 * Example: a flight 6 L over says which point to move to the next flight.
 */
export function judgeFlights(
  points: readonly FlightPoint[],
  flights: readonly (readonly string[])[],
  budget: FlightBudget,
  rules: FlightRules,
): readonly FlightFault[] {
  const byId = new Map(points.map((p) => [p.id, p]));
  const risk = riskOf(points);
  const faults: FlightFault[] = budgetFaults(budget).map((why) => ({ flight: -1, reason: why }));
  const flown = flights.map((f) => f.flatMap((id) => byId.get(id) ?? []));
  flown.forEach((flight, i) => {
    const reckoned = reckonFlight(flight, budget);
    if (reckoned.margin < -1e-9 || reckoned.minutes > budget.longest + 1e-9) {
      const movable = flight.filter((p) => !p.point.place);
      const mends = (p: FlightPoint): boolean =>
        fits(
          flight.filter((o) => o !== p),
          budget,
        );
      const out = [...movable].reverse().find(mends) ?? movable[movable.length - 1];
      const over = reckoned.margin < -1e-9;
      faults.push({
        flight: i,
        reason: over
          ? reason('flightOver', {
              flight: i + 1,
              over: `${Math.ceil(-reckoned.margin * 10) / 10} ${budget.unit}`,
            })
          : reason('flightLong', {
              flight: i + 1,
              over: { value: reckoned.minutes - budget.longest, unit: 'min', resolution: 1 },
            }),
        ...(out ? { move: { check: out.id, to: i + 1 } } : {}),
      });
    }
    const short = i === 0 && flight.length > 0 ? shortOf(reckoned, budget, rules.carried) : undefined;
    if (short) faults.push({ flight: i, reason: short });
    for (const p of flight) {
      const why = ownMember(rules.forbidden, p.id);
      if (why) faults.push({ flight: i, check: p.id, reason: why });
    }
    for (const p of flight)
      if (rules.ceiling && p.point.height.low > rules.ceiling.height)
        faults.push({
          flight: i,
          check: p.id,
          reason: reason('permitHighest', {
            number: rules.ceiling.number,
            allowed: { value: rules.ceiling.height, unit: 'm', resolution: 1 },
            value: { value: p.point.height.low, unit: 'm', resolution: 1 },
          }),
        });
    if (i > 0) return;
    for (const p of flight)
      if (!inFirst(p, risk.get(p.id) ?? 0, rules, budget))
        faults.push({
          flight: 0,
          check: p.id,
          reason: reason(`first.${p.stall && rules.stall === 'never' ? 'stall' : rules.profile}`),
          move: { check: p.id, to: 1 },
        });
  });
  const sequence = flown.flatMap((f, flight) => f.map((p) => ({ p, flight })));
  const place = new Map(sequence.map(({ p }, i) => [p.id, i]));
  let daring: FlightPoint | undefined;
  sequence.forEach(({ p, flight }, i) => {
    const need = p.after.find((a) => (place.get(a) ?? -1) > i);
    if (need !== undefined)
      faults.push({ flight, check: p.id, reason: reason('early.order', { check: need }) });
    if (p.point.place) return;
    const own = risk.get(p.id) ?? 0;
    const before = daring ? (risk.get(daring.id) ?? 0) : 0;
    if (daring && own < before)
      faults.push({ flight, check: p.id, reason: reason('buildUp', { check: daring.id }) });
    if (own >= before) daring = p;
  });
  for (const p of points)
    if (!place.has(p.id))
      faults.push({ flight: -1, check: p.id, reason: reason('inNoFlight', { check: p.id }) });
  return faults;
}
