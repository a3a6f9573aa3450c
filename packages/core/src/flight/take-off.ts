import { densityOfAir, SEA_LEVEL, type MeasuredAir } from '../air/atmosphere.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** What a take-off run depends on. */
export interface TakeOffDay {
  /** kg. */
  readonly mass: number;
  readonly air: MeasuredAir;
  /** Wind along the runway (m/s): ahead above nothing, from behind below it. */
  readonly headwind: number;
  /** True airspeed at which it lifts off with the mass of the book (m/s). */
  readonly liftOff: number;
  /** Of the runway, upwards above nothing (0.02: two in a hundred). */
  readonly slope: number;
  /** What the surface adds, 1 on dry hard ground. */
  readonly surface: number;
}

/** The power of the wind: thrust falls off with speed, so that it is a little less than the square. */
const WIND_POWER = 1.85;
/** Of a wind ahead half is counted, of one from behind half as much again. */
const AHEAD = 0.5;
const BEHIND = 1.5;
/** Slope for slope: five in a hundred upwards are a quarter more; downwards nothing is taken off. */
const UPHILL = 5;

/** What surfaces add to the run on dry hard ground. Source: safety leaflets of civil aviation authorities on take-off and landing performance. */
export const SURFACES = {
  'hard-dry': 1,
  'hard-wet': 1,
  'short-grass': 1.2,
  'wet-grass': 1.3,
  soft: 1.5,
} as const;

/** What each thing does to a run: factors, in the order they are said. */
export interface RunFactors {
  readonly mass: number;
  readonly air: number;
  readonly wind: number;
  readonly slope: number;
  readonly surface: number;
}

const all = (f: RunFactors): number => f.mass * f.air * f.wind * f.slope * f.surface;

/**
 * What the day makes of a run that holds for `book` kg on a standard day at the sea, without wind, on dry hard level ground.
 * Mass counts by its square, for the speed and for what is to be moved; air by the square of its inverse, for the speed and for the thrust.
 * Wind: half of one that blows ahead, half as much again of one from behind; the run goes with the power 1.85 of the speed over the ground.
 *
 * Errors: `stallMass`, `airOfNoDay`, `runSpeed` where lift-off is not above nothing, `runNoWind` where a wind from ahead reaches that speed,
 * `runSlope` beyond one in ten, `runSurface` below 1.
 * Source: uniform acceleration, thrust by density; wind and slope: safety leaflets and certification practice of civil aviation authorities.
 * Example: a tenth heavier at the sea on a standard day in 5 m/s ahead, lifting off at 25: 1.21 × 0.83 = 1.01.
 */
export function runFactors(book: number, day: TakeOffDay): Result<RunFactors, Reason> {
  if (!(book > 0 && day.mass > 0)) return err(reason('stallMass'));
  const density = densityOfAir(day.air);
  if (!density.ok) return density;
  if (!(day.liftOff > 0)) return err(reason('runSpeed'));
  if (!(Math.abs(day.slope) <= 0.1)) return err(reason('runSlope'));
  if (!(day.surface >= 1)) return err(reason('runSurface'));
  const thin = SEA_LEVEL.density / density.value;
  // Faster over the ground in thin air, and heavier: the wind is a smaller share of it.
  const speed = day.liftOff * Math.sqrt((day.mass / book) * thin);
  const counted = day.headwind * (day.headwind > 0 ? AHEAD : BEHIND);
  if (!(day.headwind < speed)) return err(reason('runNoWind'));
  return ok({
    mass: (day.mass / book) ** 2,
    air: thin ** 2,
    wind: (1 - counted / speed) ** WIND_POWER,
    slope: 1 + UPHILL * Math.max(0, day.slope),
    surface: day.surface,
  });
}

export interface RunToday {
  /** m. */
  readonly run: number;
  readonly factors: RunFactors;
  /** Where half of the run is over (m), by which `share` of the lift-off speed has to be there: what is not, is stopped. */
  readonly half: { readonly at: number; readonly share: number };
}

/**
 * The run to be expected today. Halfway along a uniform acceleration the root of a half of the speed is there: whoever has less than that,
 * where it said so, will not have enough at the end. Errors: those of `runFactors`, `runNone` where the run of the book is not above nothing.
 * Example: 200 m of the book, factors of 1.5 in all: 300 m; at 150 m seven tenths of the speed.
 */
export function runToday(run: number, book: number, day: TakeOffDay): Result<RunToday, Reason> {
  if (!(run > 0)) return err(reason('runNone'));
  const factors = runFactors(book, day);
  if (!factors.ok) return factors;
  const needed = run * all(factors.value);
  return ok({
    run: needed,
    factors: factors.value,
    half: { at: needed / 2, share: Math.SQRT1_2 },
  });
}

/**
 * A run that was measured, made of the standard day of the book: what `runToday` would have had to start from, but with the wind as it was,
 * all of it. Errors: those of `runFactors`, `runNone`. Example: 300 m, a tenth heavier on a standard day, no wind, on wet grass: 190.7 m.
 */
export function runReduced(measured: number, book: number, day: TakeOffDay): Result<number, Reason> {
  if (!(measured > 0)) return err(reason('runNone'));
  const factors = runFactors(book, day);
  if (!factors.ok) return factors;
  const density = densityOfAir(day.air);
  if (!density.ok) return density;
  const speed = day.liftOff * Math.sqrt((day.mass / book) * (SEA_LEVEL.density / density.value));
  return ok(measured / all({ ...factors.value, wind: (1 - day.headwind / speed) ** WIND_POWER }));
}
