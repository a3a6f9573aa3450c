import type { ComputationName } from '../../checks/types.ts';
import type { Computation } from './computation.ts';
import { DROPS } from './drops.ts';
import { READINGS } from './readings.ts';

export type { Computation } from './computation.ts';

/** Every computation that a computed check may name, by the word it is named by in a pack. */
export const COMPUTATIONS: Readonly<Record<ComputationName, Computation>> = {
  drop: DROPS,
  reading: READINGS,
};
