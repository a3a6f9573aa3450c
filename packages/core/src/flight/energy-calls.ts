import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** When a flight on a pack was called down, and with what it landed. */
export interface CalledDown {
  /** The timer as it was set, and when it was heard; undefined where it was not (min). */
  readonly timerSet: number;
  readonly timerHeard?: number | undefined;
  /** Voltage of the lowest cell at which the warning is set, and at which it was heard; undefined where it was not (V). */
  readonly warningSet: number;
  readonly warningHeard?: number | undefined;
  /** From take-off to landing (min), the lowest cell then (V, at rest), and the charge put back as a share of what the pack holds. */
  readonly landed: number;
  readonly lowest: number;
  readonly putBack: number;
}

export interface CallsSay {
  /** How long a flight like this may last with a fifth left (min). */
  readonly takes: number;
  /** A call that should have been heard and was not. */
  readonly unheard: readonly ('timer' | 'warning')[];
  /** How late the timer was (min), and how far below where it is set the warning came (V); undefined where they were not heard. */
  readonly timerLate: number | undefined;
  readonly warningBelow: number | undefined;
}

/** What is left in the pack of a flight that is planned. */
const LEFT = 0.2;
/** Charge below which a flight tells nothing of how long one may last. */
const LEAST = 0.1;
/** No pack takes back more than so many times what it holds: losses of charging, and a fuller one than it was called. */
const MOST = 1.2;
/** So much later than it was set a timer may be heard (min): five seconds. */
const HEARD_WITHIN = 5 / 60;

/**
 * Whether the calls of timer and low voltage came as they were set, and how long the timer may be set.
 *
 * Units: min, V, shares. Boundary: landed at exactly the time of the timer, it need not have been heard; a cell at exactly the voltage of the warning has
 * to have been warned of. Errors: `callsFigures` where one is no figure above nothing, `callsLittle` where less than a tenth was put back, `callsTooMuch` above 120 %, `callsAfter` where a
 * call was heard after landing.
 * Source: charge in proportion to time for flights alike; a fifth left by common practice with such packs.
 * Example: timer 4 min, heard at 4.0, landed at 5.0 with 3.6 V, 62.5 % put back: it may be set for 6.4 min.
 */
export function callsOf(flight: CalledDown): Result<CallsSay, Reason> {
  const { timerSet, timerHeard, warningSet, warningHeard, landed, lowest, putBack } = flight;
  const asked = [timerSet, warningSet, landed, lowest, putBack];
  const heard = [timerHeard, warningHeard].filter((v) => v !== undefined);
  if (![...asked, ...heard].every((v) => Number.isFinite(v) && v > 0)) return err(reason('callsFigures'));
  if (putBack > MOST) return err(reason('callsTooMuch'));
  if (putBack < LEAST) return err(reason('callsLittle'));
  if ((timerHeard ?? 0) > landed) return err(reason('callsAfter'));
  const unheard: ('timer' | 'warning')[] = [];
  if (timerHeard === undefined && landed > timerSet + HEARD_WITHIN) unheard.push('timer');
  if (warningHeard === undefined && lowest <= warningSet) unheard.push('warning');
  return ok({
    takes: (landed * (1 - LEFT)) / putBack,
    unheard,
    timerLate: timerHeard === undefined ? undefined : timerHeard - timerSet,
    warningBelow: warningHeard === undefined ? undefined : warningSet - warningHeard,
  });
}
