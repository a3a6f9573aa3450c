import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** A stretch of the flight and what the engine takes in it. */
export interface FuelPhase {
  readonly minutes: number;
  /** Litres an hour. */
  readonly flow: number;
  /** Flown, rather than on the ground before it. */
  readonly airborne: boolean;
}

/** What the flight takes beside its stretches. */
export interface FuelReserve {
  /** Of what is flown, as a share. */
  readonly contingency: number;
  /** Minutes, at `flow` litres an hour. */
  readonly minutes: number;
  readonly flow: number;
  /** To come back and land, from wherever it turns: the circuit. Minutes at `flow`. */
  readonly circuit: number;
}

/** How the fuel of a flight comes out. Litres, minutes. */
export interface FuelPlan {
  readonly ground: number;
  readonly flown: number;
  readonly contingency: number;
  readonly circuit: number;
  readonly reserve: number;
  readonly needed: number;
  /** Aboard above all that is needed. */
  readonly margin: number;
  /** Minutes after take-off at which it has to turn back with circuit, contingency and reserve untouched. 0 where it should not go. */
  readonly turnBack: number;
}

/**
 * The fuel of a flight: what its stretches take, the contingency on what is flown, the circuit, the reserve, and the time to turn back.
 * Behind the last stretch it is reckoned on at the flow of that one.
 * Errors: `planFuelNegative` where a time, a flow, the reserve or the contingency is below nothing; `planFuelNothing` without anything
 * flown or with a last flow of nothing.
 * Source: the sum of times and flows; nothing is taken from what is kept.
 * Example: 10 min taxi at 12 L/h, 30 min at 30 L/h, 5 min of circuit and 30 min of reserve at 24 L/h, 10 %, 40 L aboard: 32.5 needed,
 * 7.5 above it; turning back 45 min after take-off.
 */
export function fuelPlan(
  phases: readonly FuelPhase[],
  keep: FuelReserve,
  aboard: number,
): Result<FuelPlan, Reason> {
  const figures = [
    ...phases.flatMap((p) => [p.minutes, p.flow]),
    keep.contingency,
    keep.minutes,
    keep.flow,
    keep.circuit,
    aboard,
  ];
  if (figures.some((n) => !Number.isFinite(n) || n < 0)) return err(reason('planFuelNegative'));
  const last = phases.findLast((p) => p.airborne);
  if (!last || !(last.flow > 0)) return err(reason('planFuelNothing'));
  const litres = ({ minutes, flow }: { minutes: number; flow: number }): number => (minutes * flow) / 60;
  const sum = (list: readonly FuelPhase[]): number => list.reduce((total, p) => total + litres(p), 0);
  const inTheAir = phases.filter((p) => p.airborne);
  const ground = sum(phases.filter((p) => !p.airborne));
  const flown = sum(inTheAir);
  const contingency = keep.contingency * flown;
  const circuit = litres({ minutes: keep.circuit, flow: keep.flow });
  const reserve = litres({ minutes: keep.minutes, flow: keep.flow });
  let left = aboard - ground - contingency - circuit - reserve;
  let turnBack = 0;
  for (const phase of inTheAir) {
    const takes = litres(phase);
    if (left <= 0) break;
    turnBack += takes <= left ? phase.minutes : (60 * left) / phase.flow;
    left -= takes;
  }
  if (left > 0) turnBack += (60 * left) / last.flow;
  const needed = ground + flown + contingency + circuit + reserve;
  return ok({
    ground,
    flown,
    contingency,
    circuit,
    reserve,
    needed,
    margin: aboard - needed,
    turnBack,
  });
}
