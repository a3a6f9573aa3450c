import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** A temperature, and the air it was read in. */
export interface ReadInAir {
  /** °C. */
  readonly temperature: number;
  /** Air outside (°C), and pressure altitude (m). */
  readonly air: number;
  readonly altitude: number;
}

/** Air of the hot day at the sea (°C), and what a metre takes from it. */
const HOT = { sea: 100 / 1.8 - 32 / 1.8, lapse: 3.6 / 1.8 / 304.8 };
/** Where that day is told to (m). */
const TOP = 11_000;

/**
 * Air of a hot day at a pressure altitude (°C). Error: `heightBeyondAtmosphere` below −600 m or above 11 km.
 * Source: public certification practice for cooling tests: 100 °F at the sea, 3.6 °F less for every 1000 ft. Example: 1524 m, 27.8.
 */
export const hotDay = (altitude: number): Result<number, Reason> =>
  altitude >= -600 && altitude <= TOP
    ? ok(HOT.sea - HOT.lapse * altitude)
    : err(reason('heightBeyondAtmosphere'));

/**
 * What a head, a bay or oil would have shown on the hot day: warmer by as much as the air is (°C).
 * Errors: those of `hotDay`, and `airOfNoDay`. Source: the same practice, degree for degree (a barrel would take seven tenths of it).
 * Example: 196 °C in air of 10 °C at 1524 m: 213.8.
 */
export function onHotDay({ temperature, air, altitude }: ReadInAir): Result<number, Reason> {
  const hot = hotDay(altitude);
  if (!hot.ok) return hot;
  if (!(air >= -90 && air <= 60) || !Number.isFinite(temperature)) return err(reason('airOfNoDay'));
  return ok(temperature + hot.value - air);
}
