import type { Computation } from './computation.ts';

/** Two drops side by side, such as those of the two ignitions of an engine. */
export const DROPS: Computation = {
  readingsOf: (answer) => (answer.kind === 'drop' ? [answer.before, answer.after] : undefined),
  together: (given) => {
    const [first, second, more] = given.map((g) => g.readings);
    const [a1, a2] = first ?? [];
    const [b1, b2] = second ?? [];
    return a1 && a2 && b1 && b2 && !more ? { kind: 'drops', first: [a1, a2], second: [b1, b2] } : undefined;
  },
  source: 'Difference of two differences; independent errors of the four readings in quadrature.',
};
