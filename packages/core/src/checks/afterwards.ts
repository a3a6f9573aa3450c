import type { Check } from './types.ts';

/**
 * Whether a step may be done from memory, among others, and ticked off afterwards: what is looked at and said. What is measured is read when
 * it is measured; what changes how the aircraft stands, or wants a second person, is said when it happens. At the inspection and with papers
 * each thing is gone to by itself.
 *
 * Example: "Fuel selector on the fuller tank" may, "Start" and "Oil pressure" may not.
 */
export const canBeTickedAfterwards = (check: Check): boolean =>
  check.answer.kind === 'confirm' &&
  check.station !== 'inspection' &&
  check.station !== 'papers' &&
  !check.secondPerson &&
  check.decides === undefined &&
  Object.keys(check.sets).length === 0;
