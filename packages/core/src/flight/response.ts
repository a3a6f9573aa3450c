import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** What was commanded and what was, at one moment. */
export interface AttitudeMoment {
  /** s. */
  readonly at: number;
  /** Degrees. */
  readonly wanted: number;
  readonly is: number;
}

/** How an aircraft took up a step that was commanded in a mode. */
export interface StepResponse {
  readonly from: number;
  readonly to: number;
  /** When it was commanded (s). */
  readonly at: number;
  /** Past what was commanded, as a share of the step; 0 where it never went past. */
  readonly overshoot: number;
  /** Until it stayed within a twentieth of the step, at least a degree (s); undefined where it never did. */
  readonly settled: number | undefined;
  /** What it goes on swinging at the end, to either side (degrees), and with which period (s; undefined where there is none to be seen). */
  readonly swing: number;
  readonly period: number | undefined;
}

/** Smaller steps are no steps (degrees). */
const LEAST_STEP = 5;
/** A command that is no further from itself than this stands: hands and controllers tremble (degrees). */
const TREMBLES = 0.5;
/** Samples further apart than this leave a gap (s). */
const GAP = 0.5;
/** It is within what was commanded by a twentieth of the step, and no finer than this (degrees). */
const WITHIN = 0.05;
const FINEST = 1;
/** So much is looked at after a step at the least (s). */
const LOOKED = 4;
/** The end of it, in which it should be at rest. */
const LAST = 0.4;

const stands = (wanted: number, at: number): boolean => Math.abs(wanted - at) <= TREMBLES;

/** Half of what it swings, and the period from how often it crosses its own middle. */
function swingOf(moments: readonly AttitudeMoment[]): Pick<StepResponse, 'swing' | 'period'> {
  const values = moments.map((m) => m.is);
  const swing = (Math.max(...values) - Math.min(...values)) / 2;
  const middle = values.reduce((a, b) => a + b, 0) / values.length;
  const crossings = moments.flatMap((m, i) => {
    const next = moments[i + 1];
    if (!next || m.is - middle === 0 || (m.is - middle) * (next.is - middle) > 0) return [];
    return [m.at + ((next.at - m.at) * (middle - m.is)) / (next.is - m.is)];
  });
  const [first, last] = [crossings[0], crossings.at(-1)];
  // Three crossings are one whole swing: fewer tell no period.
  const period =
    crossings.length >= 3 && first !== undefined && last !== undefined
      ? (2 * (last - first)) / (crossings.length - 1)
      : undefined;
  return { swing, period };
}

/**
 * The steps that were commanded in a recording of an attitude, and how each was taken up: overshoot, settling and what goes on swinging. A step is a command that
 * stood for a second to within half a degree, changes by `LEAST_STEP` or more, and stands for `LOOKED` seconds again; whatever is commanded slowly is no step.
 *
 * Units: s, degrees. Boundary: a step of exactly `LEAST_STEP` is one; on the edge of a twentieth it is within. A gap of more than `GAP` within the look
 * at a step leaves that step out: nothing is known of what lies in it. Errors: `responseNone` where no step is found, `responseOrder` where
 * time does not go on.
 * Source: the usual figures of a step response. Example: 0° to 20°, up to 24°, within 19° to 21° after 1.8 s: 20 %, 1.8 s.
 */
export function stepResponses(moments: readonly AttitudeMoment[]): Result<readonly StepResponse[], Reason> {
  if (
    moments.some(
      (m, i) => ![m.at, m.wanted, m.is].every(Number.isFinite) || m.at <= (moments[i - 1]?.at ?? -Infinity),
    )
  )
    return err(reason('responseOrder'));
  const steps: StepResponse[] = [];
  for (let i = 1; i < moments.length; i += 1) {
    const [before, here] = [moments[i - 1], moments[i]];
    if (!before || !here) continue;
    const [from, to] = [before.wanted, here.wanted];
    if (Math.abs(to - from) < LEAST_STEP) continue;
    const held = moments.filter((m) => m.at >= here.at - 1 && m.at < here.at);
    const stood = here.at - (moments[0]?.at ?? here.at) >= 1 && held.every((m) => stands(m.wanted, from));
    // As long as the command stands, up to the next change.
    let end = i;
    while (
      stands(moments[end + 1]?.wanted ?? NaN, to) &&
      (moments[end + 1]?.at ?? 0) - (moments[end]?.at ?? 0) <= GAP
    )
      end += 1;
    const after = moments.slice(i, end + 1);
    const last = after.at(-1)?.at ?? here.at;
    const whole = held.every((m, k) => (held[k + 1] ?? here).at - m.at <= GAP);
    if (!stood || !whole || last - here.at < LOOKED) continue;
    const size = to - from;
    const past = Math.max(0, ...after.map((m) => (m.is - to) * Math.sign(size)));
    const band = Math.max(FINEST, WITHIN * Math.abs(size)) + 1e-9;
    const lastOut = after.findLastIndex((m) => Math.abs(m.is - to) > band);
    const settledAt = after[lastOut + 1]?.at;
    steps.push({
      from,
      to,
      at: here.at,
      overshoot: past / Math.abs(size),
      settled: settledAt === undefined ? undefined : settledAt - here.at,
      ...swingOf(after.filter((m) => m.at >= last - LAST * (last - here.at))),
    });
  }
  return steps.length === 0 ? err(reason('responseNone')) : ok(steps);
}
