import { ratio } from './items.ts';
import type { LoadingData, LoadingUnits } from '../aircraft/loading-data.ts';

/** Steps of mass, arm and volume, in the units of a placard. */
export interface LoadingSteps {
  readonly mass: number;
  readonly arm: number;
  readonly volume: number;
}

/** Up to so many kilograms ten grams count, and are weighed out. */
const SMALL = 30;

/**
 * The most that an aircraft may weigh, by its envelopes in the units of its placard, else what its last weighing
 * found. Nothing is known: `Infinity`, so that it is shown as a large one.
 */
export function heaviestOf(data: LoadingData): number {
  const corners = data.envelopes.filter((e) => !e.units).flatMap((e) => e.corners.map((c) => c.mass));
  return corners.length > 0 ? Math.max(...corners) : (data.report?.mass ?? Infinity);
}

const isSmall = (units: LoadingUnits, heaviest: number): boolean =>
  heaviest * ratio(units.mass, 'kg') <= SMALL;

/**
 * Steps in which figures of a loading are shown: what a scale and a tape for an aircraft of that mass resolve. Up to
 * 30 kg ten grams and a hundredth of a pound, above it a tenth; grams and millimetres whole.
 * Example: in kg and mm a drone of 16 kg is shown to 0.01 kg and 1 mm, a twin of 1,810 kg to 0.1 kg and 1 mm.
 */
export function shownSteps(units: LoadingUnits, heaviest: number): LoadingSteps {
  const small = isSmall(units, heaviest);
  return {
    mass: units.mass === 'g' ? 1 : small ? 0.01 : 0.1,
    arm: units.arm === 'mm' ? 1 : small ? 0.01 : 0.1,
    volume: small ? 0.01 : 0.1,
  };
}

/**
 * The smallest steps in which things are put in: what a workshop weighs out, measures and fills.
 * Example: ballast for a twin in half kilograms, for a drone in ten grams.
 */
export function practicalSteps(data: LoadingData): LoadingSteps {
  const { units } = data;
  const small = isSmall(units, heaviestOf(data));
  return {
    mass: units.mass === 'g' ? 1 : small ? 0.01 : units.mass === 'kg' ? 0.5 : 1,
    arm: units.arm === 'mm' ? 1 : small ? 0.02 : 0.1,
    volume: small ? 0.05 : units.volume === 'L' ? 1 : 0.5,
  };
}

/**
 * A step fine enough that a figure does not vanish in it: what is outside by half a millimetre is not shown as
 * outside by nothing. A thousandth of the step is the finest.
 * Example: 0.3 in steps of 1 is shown in steps of 0.1; 0.6 stays in steps of 1; 0 stays.
 */
export function stepFor(value: number, step: number): number {
  let finer = step;
  for (let i = 0; i < 3 && value !== 0 && Math.abs(value) < finer / 2; i += 1) finer /= 10;
  return Number(finer.toPrecision(6));
}
