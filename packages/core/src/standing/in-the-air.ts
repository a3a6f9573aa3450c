import { stateKey, type BasisIndex } from '../checks/basis-index.ts';
import { WHOLE_AIRCRAFT } from '../checks/types.ts';
import { sheetRoom, sheetWorked } from '../answers/worksheet.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { standingAnswer, type AnswerRecord, type CampaignState, type Deed } from '../record/state.ts';
import type { CampaignStatus } from './derive.ts';
import { groundsAircraft } from './findings.ts';
import { stirredUp } from './stirred-up.ts';

const MINUTE = 60_000;
/** On the ground again so long before the sun is down (min): the usual reserve of a flight by day. */
const BEFORE_SUNSET = 30;

/** When it was last said to be flown; undefined where it never was. */
const lastFlown = (state: CampaignState): number | undefined =>
  state.states
    .get(stateKey('flown', WHOLE_AIRCRAFT))
    ?.filter((s) => s.value === 'yes' && !s.struck)
    .at(-1)?.since.instant;

/**
 * Since when a flight may be under way: since the gate in front of it was passed, and not flown since. When it really lifted off nobody
 * recorded; what counts from here comes early rather than late. Undefined where no gate was passed, or only before the last flight.
 */
export function flightBegan(state: CampaignState, index: BasisIndex): Deed | undefined {
  const gate = index.basis.pack.gates.find((g) => g.before === 'flight');
  const passed = gate && state.gatesPassed.get(gate.id);
  return passed && passed.instant > (lastFlown(state) ?? -Infinity) ? passed : undefined;
}

/** By when it has to turn back or be down, and by what. */
export interface TimeLeft {
  readonly by: 'fuel' | 'energy' | 'daylight';
  /** Turn back then, or be on the ground then. */
  readonly what: 'turn-back' | 'down';
  /** Milliseconds since 1970. */
  readonly at: number;
}

const FIGURES = [
  { sheet: 'fuel-plan', figure: 'turn-back', by: 'fuel', what: 'turn-back' },
  { sheet: 'endurance', figure: 'minutes', by: 'energy', what: 'down' },
] as const;

/**
 * By when to turn back by fuel, and to be down by the energy of the pack and by daylight, the first to come first. Fuel and energy count
 * from `flightBegan`, by the newest sheet that stands; daylight needs nothing but the sunset. What nobody worked out is not there: no row is
 * not the same as time enough.
 * Example: gate passed at 14:00, 70 minutes of fuel to the turn back, sunset 15:30: daylight 15:00, fuel 15:10.
 */
export function timesLeft(
  state: CampaignState,
  index: BasisIndex,
  sunset: number | undefined,
): readonly TimeLeft[] {
  const times: TimeLeft[] =
    sunset === undefined ? [] : [{ by: 'daylight', what: 'down', at: sunset - BEFORE_SUNSET * MINUTE }];
  const began = flightBegan(state, index);
  if (began)
    for (const { key, check } of index.parts.values()) {
      const spec = check.answer;
      const of = FIGURES.find((f) => spec.kind === 'worksheet' && f.sheet === spec.sheet);
      const given = standingAnswer(state.parts.get(key));
      // What was planned for the flight before says nothing of this one.
      if (!given || given.instant <= (lastFlown(state) ?? -Infinity)) continue;
      const { answer } = given;
      if (!of || spec.kind !== 'worksheet' || answer?.kind !== 'worksheet') continue;
      const worked = sheetWorked(sheetRoom(spec, index, answer), answer);
      const minutes = worked.ok ? worked.value.figures.find((f) => f.figure === of.figure)?.value : undefined;
      if (minutes !== undefined)
        times.push({ by: of.by, what: of.what, at: began.instant + minutes * MINUTE });
    }
  return times.sort((a, b) => a.at - b.at);
}

/** Whether an answer is a take-off that was stopped on the run. */
const stoppedRoll = (given: AnswerRecord): boolean =>
  given.answer?.kind === 'roll' && given.answer.ended === 'stopped';

/**
 * Whether it is on the ground, as far as anybody recorded: the last run since the gate was passed was stopped. Undefined where no flight is under way.
 * Example: stopped for a dead airspeed: true; a run after it that lifted off: false.
 */
export function stoppedOnRun(state: CampaignState, index: BasisIndex): boolean | undefined {
  const began = flightBegan(state, index);
  if (!began) return undefined;
  const runs = [...index.parts.values()].flatMap(({ key, check }) => {
    const given = check.answer.kind === 'roll' ? standingAnswer(state.parts.get(key)) : undefined;
    return given && given.instant >= began.instant ? [given] : [];
  });
  const last = runs.sort((a, b) => a.instant - b.instant).at(-1);
  return last !== undefined && stoppedRoll(last);
}

/**
 * What forces landing now, in the order it is said: a finding raised since the flight began that stops the aircraft; a step of the flight that is out
 * of its limits, or read by nothing that can be believed; and, where anything was found since, what the samples had stirred up before.
 * It is for the pilot to decide; here it is only said. Nothing where no flight is under way.
 * Example: an airspeed that reads nothing on the roll: "Airspeed alive: nobody can say. Land."
 */
export function landingForces(
  state: CampaignState,
  index: BasisIndex,
  status: Pick<CampaignStatus, 'stations'>,
  now: number,
): readonly Reason[] {
  const began = flightBegan(state, index);
  if (!began) return [];
  const found = [...state.findings.values()].filter((f) => !f.closed && f.raised.instant >= began.instant);
  const stopping = found.flatMap((f) =>
    groundsAircraft(f, state, now) ? [reason('landFinding', { title: f.raised.title })] : [],
  );
  const flight = status.stations.find((s) => s.station === 'flight');
  const steps = (flight?.checks ?? []).flatMap(({ check, parts }) =>
    parts.flatMap((part) => {
      if (!part.answer || part.answer.instant < began.instant) return [];
      if (stoppedRoll(part.answer)) return [reason('landStopped', { check: check.title })];
      if (part.mark === 'out') return [reason('landOut', { check: check.title })];
      return part.mark === 'unknown' ? [reason('landUnknown', { check: check.title })] : [];
    }),
  );
  const stirred =
    found.length + steps.length === 0
      ? []
      : stirredUp(state, index).map((s) => reason('landStirred', { drain: s.drain, seen: s.seen }));
  return [...stopping, ...steps, ...stirred];
}

/** A step of the flight that asks for more than to be recorded. */
export interface LeftFromFlight {
  readonly check: string;
  readonly title: string;
  readonly part: string;
  readonly mark: 'out' | 'near' | 'unknown';
}

/**
 * What of the flight is not settled yet: every step that is out of limits, near them or not conclusive, of which no finding was raised since it
 * was read, and which nobody has decided on with a reason. None is lost by being forgotten in the debrief.
 * Boundary: a finding of the same moment counts. Example: a rate of climb near its limit, and no finding: one.
 */
export function leftFromFlight(
  state: CampaignState,
  status: Pick<CampaignStatus, 'stations'>,
): readonly LeftFromFlight[] {
  const flight = status.stations.find((s) => s.station === 'flight');
  return (flight?.checks ?? []).flatMap(({ check, parts }) =>
    parts.flatMap(({ key, mark, answer, decision }): readonly LeftFromFlight[] => {
      if (
        !answer ||
        (answer.decision ?? decision) ||
        (mark !== 'out' && mark !== 'near' && mark !== 'unknown')
      )
        return [];
      const raised = [...state.findings.values()].some(
        ({ raised: r }) =>
          r.check === check.id &&
          r.instant >= answer.instant &&
          // What was found of one engine says nothing of the other.
          (r.subject === undefined || key === `${check.id}@${r.subject}`),
      );
      return raised ? [] : [{ check: check.id, title: check.title, part: key, mark }];
    }),
  );
}
