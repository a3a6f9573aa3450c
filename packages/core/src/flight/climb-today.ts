import { heightOfDensity, type MeasuredAir } from '../air/atmosphere.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** What the book says of the climb, on a standard day. */
export interface BookClimb {
  /** At the sea (m/s). */
  readonly rate: number;
  /** Density altitude at which nothing but `AT_CEILING` is left (m). */
  readonly ceiling: number;
  /** kg. */
  readonly mass: number;
}

export interface ClimbToday {
  /** Where the air is as thin as here (m). */
  readonly densityAltitude: number;
  /** m/s. */
  readonly rate: number;
  /** Height gained for each metre over the ground, in the wind along it. */
  readonly gradient: number;
}

/** What is left at a service ceiling: 100 ft in a minute, by its definition (m/s). */
export const AT_CEILING = 0.508;

/**
 * The climb that is to be expected today: the book's, straight down to the service ceiling by density altitude, and by the mass.
 *
 * Units: m/s, m, kg; `headwind` and `speed` (true) along the runway, m/s. Boundary: above the ceiling it goes on falling, below nothing if need be.
 * Errors: `climbBook` where the book's figures are none, or the ceiling leaves no more than the sea; `stallMass`; `runNoWind` where the wind from ahead
 * is as fast as it climbs; of the air, as `heightOfDensity`.
 * Source: excess power of a propeller without a charger falls off with density almost straight; public definition of the service ceiling.
 * Example: 4.5 m/s at the sea, ceiling 4500 m, at 1500 m of density altitude and the book's mass: 4.5 − 3.992/3 = 3.17 m/s.
 */
export function climbToday(
  book: BookClimb,
  day: {
    readonly mass: number;
    readonly air: MeasuredAir;
    readonly speed: number;
    readonly headwind: number;
  },
): Result<ClimbToday, Reason> {
  if (!(book.rate > AT_CEILING) || !(book.ceiling > 0)) return err(reason('climbBook'));
  if (!(book.mass > 0) || !(day.mass > 0)) return err(reason('stallMass'));
  const over = day.speed - day.headwind;
  if (!(over > 0)) return err(reason('runNoWind'));
  const height = heightOfDensity(day.air);
  if (!height.ok) return height;
  const rate =
    ((book.rate - ((book.rate - AT_CEILING) * height.value) / book.ceiling) * book.mass) / day.mass;
  return ok({ densityAltitude: height.value, rate, gradient: rate / over });
}
