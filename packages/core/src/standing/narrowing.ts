import type { Check } from '../checks/types.ts';
import type { Narrowing } from '../record/entry.ts';
import type { CampaignState } from '../record/state.ts';
import { reason, type Reason } from '../reasons/reason.ts';

/** A finding that is open and narrows the flight. */
export interface FlightNarrowing {
  readonly finding: string;
  readonly title: string;
  readonly narrows: Narrowing;
}

/** The highest that a circuit goes where no flight was planned, metres above the field. */
const USUAL_CIRCUIT = 300;
/** The most that a point of a circuit dares. */
const CIRCUIT_RISK = 2;

/** What open findings take from the flight, in the order in which they were raised. */
export function flightNarrowings(state: CampaignState): readonly FlightNarrowing[] {
  return [...state.findings.values()].flatMap(({ raised, assessed, closed }) =>
    !closed && assessed?.narrows && Object.keys(assessed.narrows).length > 0
      ? [{ finding: raised.finding, title: raised.title, narrows: assessed.narrows }]
      : [],
  );
}

/** Why one finding forbids a check of the flight; undefined when it does not. */
function forbids({ title, narrows }: FlightNarrowing, check: Check, circuit: number): Reason | undefined {
  if (narrows.banned?.includes(check.id)) return reason('manoeuvreBanned', { title, check: check.title });
  const { point } = check;
  const low = point?.height.low ?? 0;
  if (narrows.maximumHeight !== undefined && low > narrows.maximumHeight)
    return reason('heightCapped', {
      title,
      check: check.title,
      value: { value: low, unit: 'm', resolution: 1 },
      allowed: { value: narrows.maximumHeight, unit: 'm', resolution: 1 },
    });
  // A check that does not say how far it goes may go beyond.
  const beyondCircuit =
    point === undefined || (point.place === undefined && (point.risk > CIRCUIT_RISK || low > circuit));
  return narrows.circuitOnly && beyondCircuit
    ? reason('circuitOnly', { title, check: check.title })
    : undefined;
}

/**
 * Why an open finding forbids a check of the flight: it is banned by name, begins above the height that is allowed, or
 * is more than a circuit, or does not say how far it goes, where only that is left. Undefined when nothing does. Take-off and landing are never forbidden:
 * whoever may not fly at all is held by the gate.
 * Example: with a height capped at 600 m, the stall series that begins at 900 m is forbidden.
 */
export function forbiddenInFlight(
  state: CampaignState,
  check: Check,
): { readonly finding: string; readonly reason: Reason } | undefined {
  if (check.station !== 'flight') return undefined;
  const circuit = state.plan?.flights?.budget.circuitHeight ?? USUAL_CIRCUIT;
  for (const narrowing of flightNarrowings(state)) {
    const why = forbids(narrowing, check, circuit);
    if (why) return { finding: narrowing.finding, reason: why };
  }
  return undefined;
}
