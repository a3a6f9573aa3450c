import type { Measured, Reading } from '../../limits/types.ts';
import type { PartAnswer } from '../part-answer.ts';

/**
 * How a figure is worked out from answers that were given to other checks: one object, in one file beside this, in one map. Its
 * uncertainty follows from that of the readings, and is reckoned by the limit they are held against (`together`).
 */
export interface Computation {
  /** The readings that an answer gives to it; undefined where it gives none. */
  readonly readingsOf: (answer: PartAnswer) => readonly Reading[] | undefined;
  /**
   * What limits are held against: the readings of all answers, each with the part it comes from, in the order of the check.
   * Undefined where so many cannot be compared.
   */
  readonly together: (given: readonly Given[]) => Measured | undefined;
  /** Where the formula comes from. */
  readonly source: string;
}

/** What one answer gives to a computation. */
export interface Given {
  readonly part: string;
  readonly readings: readonly Reading[];
}
