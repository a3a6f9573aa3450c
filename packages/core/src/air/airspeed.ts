import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import { densityOfAir, SEA_LEVEL, speedOfSound, type MeasuredAir } from './atmosphere.ts';

const SOUND_AT_SEA = speedOfSound(SEA_LEVEL.temperature);

/** Pressure that moving air rams into a tube, above that around it, at a Mach number below 1 (as a share of that around it). */
// By what is above one, so that nothing is lost of slow air.
const rammed = (mach: number): number => Math.expm1(3.5 * Math.log1p(0.2 * mach * mach));
const machOf = (share: number): number => Math.sqrt(5 * Math.expm1((2 / 7) * Math.log1p(share)));

const refused = (speed: number): Reason | undefined =>
  Number.isFinite(speed) && speed >= 0 ? undefined : reason('speedOfNothing');

/**
 * True airspeed (m/s) at which an instrument without error shows a calibrated airspeed (m/s), in air as it is measured. Errors: `speedOfNothing`
 * below nothing, `speedSupersonic` from the speed of sound on, `airOfNoDay`.
 * Source: compressible flow of a perfect gas, below the speed of sound (Saint-Venant). Example: 100 m/s at 70 000 Pa and 0 °C is 116.6 m/s.
 */
export function trueAirspeed(calibrated: number, air: MeasuredAir): Result<number, Reason> {
  const wrong = refused(calibrated);
  if (wrong) return err(wrong);
  const density = densityOfAir(air);
  if (!density.ok) return density;
  if (calibrated >= SOUND_AT_SEA) return err(reason('speedSupersonic'));
  const mach = machOf((rammed(calibrated / SOUND_AT_SEA) * SEA_LEVEL.pressure) / air.pressure);
  return mach < 1 ? ok(mach * speedOfSound(air.temperature + 273.15)) : err(reason('speedSupersonic'));
}

/**
 * Calibrated airspeed (m/s) of a true one (m/s): the other way round. Errors as there. Example: 116.594 m/s at 70 000 Pa and 0 °C is 100 m/s.
 */
export function calibratedAirspeed(speed: number, air: MeasuredAir): Result<number, Reason> {
  const wrong = refused(speed);
  if (wrong) return err(wrong);
  const density = densityOfAir(air);
  if (!density.ok) return density;
  const mach = speed / speedOfSound(air.temperature + 273.15);
  if (mach >= 1) return err(reason('speedSupersonic'));
  return ok(machOf((rammed(mach) * air.pressure) / SEA_LEVEL.pressure) * SOUND_AT_SEA);
}

/**
 * Equivalent airspeed (m/s) of a true one (m/s): what the same load of the air would be at the sea. Errors as `trueAirspeed`.
 * Source: definition. Example: 116.594 m/s at 70 000 Pa and 0 °C is 99.535 m/s.
 */
export function equivalentAirspeed(speed: number, air: MeasuredAir): Result<number, Reason> {
  const wrong = refused(speed);
  if (wrong) return err(wrong);
  const density = densityOfAir(air);
  return density.ok ? ok(speed * Math.sqrt(density.value / SEA_LEVEL.density)) : density;
}
