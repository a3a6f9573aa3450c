import type { Computation } from './computation.ts';

/** Two readings before and after one another, or as many as there are side by side, such as one of each engine. */
export const READINGS: Computation = {
  readingsOf: (answer) => (answer.kind === 'reading' ? [answer.reading] : undefined),
  together: (given) => {
    const [before, after, more] = given.map((g) => g.readings[0]);
    if (!before || !after) return undefined;
    if (!more) return { kind: 'pair', before, after };
    return {
      kind: 'many',
      readings: Object.fromEntries(given.flatMap((g) => g.readings.map((r) => [g.part, r]))),
    };
  },
  source: 'Difference of two readings, or the spread from the least to the greatest of several.',
};
