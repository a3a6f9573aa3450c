import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** Full power on the ground, as the book has it at sea level on a standard day, or as it should be today. */
export interface FullPower {
  /** rpm. */
  readonly speed: number;
  /** inHg; undefined where no gauge shows it. */
  readonly manifold?: number | undefined;
  /** L/h. */
  readonly flow?: number | undefined;
}

/** What makes full power depend on the air. */
export interface PowerKind {
  /** Whether a governor holds the speed, or the blades are as they are. */
  readonly propeller: 'governed' | 'fixed';
  /** Whether a charger holds the manifold pressure. */
  readonly charged: boolean;
}

/** The air in front of the aircraft. */
export interface GroundAir {
  /** Not reduced to the sea: what a gauge of the manifold shows of an engine that stands (hPa). */
  readonly pressure: number;
  /** °C. */
  readonly temperature: number;
}

const STANDARD = { pressure: 1013.25, kelvin: 288.15 };
/** No field lies so high or so low, and no air is so thin or dense where an engine is run up. */
const PRESSURES = { low: 500, high: 1090 };
const TEMPERATURES = { low: -60, high: 60 };
/** Power is lost faster than density: friction stays. */
const FRICTION = 0.132;

/** Density of the air as a share of that of a standard day at sea level. Example: 1013.25 hPa and 15 °C are 1. */
export const densityShare = ({ pressure, temperature }: GroundAir): number =>
  pressure / STANDARD.pressure / ((temperature + 273.15) / STANDARD.kelvin);

/** Density altitude (ft). Source: ICAO Doc 7488, density with height up to 11 km. Example: share 1 is 0 ft; 0.9 is 3 500 ft. */
export const densityAltitude = (air: GroundAir): number =>
  (1 - densityShare(air) ** (1 / 4.2559)) * (STANDARD.kelvin / 0.0065) * (1 / 0.3048);

/**
 * What full power on the ground should give today, from what the book gives at sea level on a standard day.
 *
 * A plain engine takes what is around it: its manifold follows the pressure, its flow the air that it takes in. Behind fixed blades its
 * power has to turn a load that is lighter in thin air as well, so that speed falls little. A charger holds the manifold as long as it can;
 * warm air costs it flow all the same.
 * Errors: `airNotOnGround` where no air on a field is so; `bookPowerNone` where a figure of the book is not above nothing.
 * Source: Gagg and Ferrar (1934) for power with density; at full throttle torque goes with that share
 * at whatever speed, and that of fixed blades with density and the square of speed; mass of air taken in
 * goes with pressure over the root of temperature.
 * Example: 2400 rpm, 28.5 inHg and 60 L/h behind fixed blades, at 900 hPa and 25 °C: 2374 rpm, 25.3 inHg and 51.8 L/h.
 */
export function fullPowerToday(book: FullPower, air: GroundAir, kind: PowerKind): Result<FullPower, Reason> {
  const { pressure, temperature } = air;
  if (
    !(pressure >= PRESSURES.low && pressure <= PRESSURES.high) ||
    !(temperature >= TEMPERATURES.low && temperature <= TEMPERATURES.high)
  )
    return err(reason('airNotOnGround'));
  if (![book.speed, book.manifold ?? 1, book.flow ?? 1].every((x) => x > 0))
    return err(reason('bookPowerNone'));
  const pressureShare = kind.charged ? 1 : pressure / STANDARD.pressure;
  const density = densityShare(air);
  const warmth = (temperature + 273.15) / STANDARD.kelvin;
  const torque = kind.charged ? 1 / Math.sqrt(warmth) : (1 + FRICTION) * density - FRICTION;
  const speed = kind.propeller === 'fixed' ? book.speed * Math.sqrt(torque / density) : book.speed;
  const takenIn = (pressureShare / Math.sqrt(warmth)) * (speed / book.speed);
  return ok({
    speed,
    ...(book.manifold === undefined ? {} : { manifold: book.manifold * pressureShare }),
    ...(book.flow === undefined ? {} : { flow: book.flow * takenIn }),
  });
}
