import { robustBaseline } from '../limits/past.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** One approach to the stall, flown until it was recognised. */
export interface StallRun {
  /** What it was flown in: "clean", "landing". Only runs of one configuration are taken together. */
  readonly configuration: string;
  /** Mass at that moment, from what was burnt since (kg). */
  readonly mass: number;
  /** Calibrated airspeeds (m/s): where the warning came, where it began to shake, where it broke. Undefined where it did not. */
  readonly warning?: number | undefined;
  readonly buffet?: number | undefined;
  readonly break?: number | undefined;
  /** How fast the speed was lost, m/s in a second. */
  readonly entryRate?: number | undefined;
}

/** A speed of several runs, reduced to one mass. */
export interface StallSpeed {
  /** m/s. */
  readonly middle: number;
  /** Standard deviation of a single run, robust; undefined below three of them. */
  readonly scatter: number | undefined;
  /** Runs, from 0 on, that stand off the others. */
  readonly odd: readonly number[];
  readonly runs: number;
}

export interface StallSeries {
  readonly warning: StallSpeed | undefined;
  readonly buffet: StallSpeed | undefined;
  readonly break: StallSpeed | undefined;
  /** Runs, from 0 on, that were entered faster than what counts, and are left out of the speeds. */
  readonly tooFast: readonly number[];
}

/** Entered faster than this, dynamics lower the speed that is shown: public certification practice asks one knot in a second (m/s²). */
export const FASTEST_ENTRY = 0.514_444 * 1.05;
/** A run stands off where it is further from the middle than so many standard deviations, and by more than a knot reads. */
const STANDS_OFF = 3;
const LEAST_OFF = 1;
const FEWEST = 3;

/**
 * Speed at which the same wing would stall with another mass: it lifts the mass, and lift goes with the square of speed. Same unit as the speed.
 * Source: level flight at the greatest lift. Example: 25 m/s at 620 kg is 25.97 at 669 kg.
 */
export const atMass = (speed: number, mass: number, reference: number): number =>
  speed * Math.sqrt(reference / mass);

function speedOf(values: readonly (number | undefined)[]): StallSpeed | undefined {
  const read = values.filter((v) => v !== undefined);
  if (read.length === 0) return undefined;
  const { centre, deviation } = robustBaseline(read);
  const known = read.length >= FEWEST;
  const least = Math.max(LEAST_OFF, STANDS_OFF * deviation);
  return {
    middle: centre,
    scatter: known ? deviation : undefined,
    odd: known ? values.flatMap((v, i) => (v !== undefined && Math.abs(v - centre) > least ? [i] : [])) : [],
    runs: read.length,
  };
}

/**
 * What a series of stalls comes to, each run reduced to one mass: warning, buffet and break apart, by their middle ones, with how they scatter
 * and which run stands off. Runs that were entered too fast say nothing of the speed, and are told. A run without a break is one without a break:
 * nothing is made of its buffet.
 *
 * Units: m/s calibrated, kg. Boundary: an entry at exactly `FASTEST_ENTRY` counts; one whose rate nobody knows counts as well, since who times
 * nothing says nothing. Errors: `stallsNone`, `stallConfigurations` where they were not flown in one configuration, `stallMass`,
 * `stallSpeed`, `stallOrder` where a break is faster than its buffet or a buffet faster than its warning.
 * Source: `atMass`; median and median absolute deviation.
 * Example: breaks at 24.0, 24.3, 24.1, 24.2 and 27.5 m/s, all at the reference: 24.2, the fifth stands off.
 */
export function stallSeries(runs: readonly StallRun[], reference: number): Result<StallSeries, Reason> {
  const [first] = runs;
  if (!first) return err(reason('stallsNone'));
  if (runs.some((r) => r.configuration !== first.configuration)) return err(reason('stallConfigurations'));
  if (!(reference > 0) || runs.some((r) => !(r.mass > 0))) return err(reason('stallMass'));
  for (const [i, run] of runs.entries()) {
    const speeds = [run.warning, run.buffet, run.break].filter((s) => s !== undefined);
    if (speeds.some((s) => !(Number.isFinite(s) && s > 0))) return err(reason('stallSpeed', { run: i + 1 }));
    if (speeds.some((s, k) => k > 0 && s > (speeds[k - 1] ?? Infinity)))
      return err(reason('stallOrder', { run: i + 1 }));
  }
  const tooFast = runs.flatMap((r, i) => ((r.entryRate ?? 0) > FASTEST_ENTRY ? [i] : []));
  const reduced = (of: (r: StallRun) => number | undefined) =>
    runs.map((r, i) => {
      const speed = of(r);
      return speed === undefined || tooFast.includes(i) ? undefined : atMass(speed, r.mass, reference);
    });
  return ok({
    warning: speedOf(reduced((r) => r.warning)),
    buffet: speedOf(reduced((r) => r.buffet)),
    break: speedOf(reduced((r) => r.break)),
    tooFast,
  });
}
