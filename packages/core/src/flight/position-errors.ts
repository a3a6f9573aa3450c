import { calibratedAirspeed, trueAirspeed } from '../air/airspeed.ts';
import type { MeasuredAir } from '../air/atmosphere.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import { airspeedByLegs, type LegsSay, type TrackLeg } from './airspeed-legs.ts';

/** A leg over the ground with the airspeed that was shown on it (m/s). */
export interface ShownLeg extends TrackLeg {
  readonly shown: number;
}

/** What an airspeed indicator is off at one speed (m/s). */
export interface PositionError {
  /** Shown, the mean of its legs. */
  readonly shown: number;
  /** To be added to what is shown. */
  readonly error: number;
  /** Standard error of it. */
  readonly uncertainty: number;
  /** Of the legs handed in, from 0 on. */
  readonly legs: readonly number[];
  readonly says: LegsSay;
}

/** Legs are of one airspeed: held no better than this, they are of two (m/s). */
export const HELD_WITHIN = (6 * 1852) / 3600;

/** Legs by the speed that was shown, slowest first: each group from its slowest leg on as far as one speed reaches. */
function bySpeed(legs: readonly ShownLeg[]): readonly (readonly number[])[] {
  const order = legs.map((_, i) => i).sort((a, b) => (legs[a]?.shown ?? 0) - (legs[b]?.shown ?? 0));
  const groups: number[][] = [];
  for (const i of order) {
    const group = groups.at(-1);
    const first = group && legs[group[0] ?? 0]?.shown;
    if (group && first !== undefined && (legs[i]?.shown ?? NaN) - first <= HELD_WITHIN + 1e-9) group.push(i);
    else groups.push([i]);
  }
  return groups;
}

/**
 * The position-error table of an airspeed indicator: legs of several speeds, each speed by itself with a wind of its own, since between them time
 * passes and height may change.
 *
 * Units: m/s, degrees true; the air of all of it. Boundary: legs exactly `HELD_WITHIN` faster than the slowest of a speed belong to it.
 * Errors: `legsTooFew` for none; `legsTooFewAt` with the speed where one has fewer than three; as `airspeedByLegs`.
 * Source: `airspeedByLegs` for each; calibrated airspeed from the true one in that air.
 * Example: four legs shown 30 m/s and four shown 45: two rows.
 */
export function positionErrors(
  legs: readonly ShownLeg[],
  air: MeasuredAir,
): Result<readonly PositionError[], Reason> {
  if (legs.length === 0) return err(reason('legsTooFew', { fewest: 3 }));
  const rows: PositionError[] = [];
  for (const group of bySpeed(legs)) {
    const of = group.flatMap((i) => legs[i] ?? []);
    const shown = of.reduce((sum, l) => sum + l.shown, 0) / of.length;
    if (of.length < 3)
      return err(
        reason('legsTooFewAt', { speed: { value: (shown * 3600) / 1852, unit: 'kt', resolution: 1 } }),
      );
    const says = airspeedByLegs(of);
    if (!says.ok) return says;
    const calibrated = calibratedAirspeed(says.value.airspeed, air);
    if (!calibrated.ok) return calibrated;
    rows.push({
      shown,
      error: calibrated.value - shown,
      uncertainty: says.value.airspeedError * (calibrated.value / says.value.airspeed),
      legs: group,
      says: says.value,
    });
  }
  return ok(rows);
}

/** One leg and the wind as somebody else knows it: a forecast, a second aircraft, the legs before. */
export interface SingleLeg {
  readonly track: number;
  readonly speed: number;
  readonly windFrom: number;
  readonly wind: number;
  /** How well the wind is known, as a standard deviation of each of its parts (m/s). */
  readonly windUncertainty: number;
}

/**
 * Airspeed out of one leg over the ground and a wind that is known from elsewhere (m/s, calibrated): a quick look whether the instrument is in
 * the right range, and no calibration. Its standard error is that of the wind.
 * Errors: `legNoSpeed`, `legNoUncertainty`; of the air, as `calibratedAirspeed`.
 * Source: wind triangle. Example: 40 m/s over the ground to the north, 10 m/s of wind from the north: 50 m/s true.
 */
export function airspeedOfLeg(
  leg: SingleLeg,
  air: MeasuredAir,
): Result<{ readonly calibrated: number; readonly uncertainty: number }, Reason> {
  const { track, speed, windFrom, wind, windUncertainty } = leg;
  if (![track, speed, windFrom, wind].every(Number.isFinite) || speed < 0 || wind < 0)
    return err(reason('legNoSpeed'));
  if (!(windUncertainty > 0)) return err(reason('legNoUncertainty'));
  const [t, w] = [(track * Math.PI) / 180, (windFrom * Math.PI) / 180];
  const airspeed = Math.hypot(
    speed * Math.sin(t) + wind * Math.sin(w),
    speed * Math.cos(t) + wind * Math.cos(w),
  );
  const calibrated = calibratedAirspeed(airspeed, air);
  if (!calibrated.ok) return calibrated;
  const share = airspeed > 0 ? calibrated.value / airspeed : 1;
  return ok({ calibrated: calibrated.value, uncertainty: windUncertainty * share });
}

/** A cruise at one power setting: what was shown with its error added (m/s, calibrated), and what a reference says (m/s, true). */
export interface CruiseRun {
  readonly calibrated: number;
  readonly reference: number;
}

export interface CruiseBeside {
  /** True airspeeds (m/s). */
  readonly speeds: readonly number[];
  /** Faster than the reference by that share of it; negative: slower. */
  readonly shares: readonly number[];
  /** The middle share. */
  readonly mean: number;
  /** Which run lies furthest off, from 0 on. */
  readonly furthest: number;
}

/**
 * Cruise speeds beside a reference: the book's, this airframe's own past, or the type's.
 * Units: m/s; shares of the reference. Errors: `cruiseNone`, `cruiseReference`; of the air, as `trueAirspeed`.
 * Source: true airspeed in the air that was measured. Example: 50 m/s true where the book says 52: −3.8 %.
 */
export function cruiseBeside(runs: readonly CruiseRun[], air: MeasuredAir): Result<CruiseBeside, Reason> {
  if (runs.length === 0) return err(reason('cruiseNone'));
  const speeds: number[] = [];
  for (const { calibrated, reference } of runs) {
    if (!(reference > 0)) return err(reason('cruiseReference'));
    const speed = trueAirspeed(calibrated, air);
    if (!speed.ok) return speed;
    speeds.push(speed.value);
  }
  const shares = speeds.map((s, i) => s / (runs[i]?.reference ?? NaN) - 1);
  return ok({
    speeds,
    shares,
    mean: shares.reduce((a, b) => a + b, 0) / shares.length,
    furthest: shares.reduce((a, s, i) => (Math.abs(s) > Math.abs(shares[a] ?? 0) ? i : a), 0),
  });
}
