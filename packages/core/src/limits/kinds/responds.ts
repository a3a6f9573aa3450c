import { type LimitType, asWritten } from '../kind.ts';
import { combineUncertainty } from '../../quantity/uncertainty.ts';
import { ok } from '../../result.ts';
import { readingUnit, shape, two, type Distil } from '../distil.ts';
import type { RespondsLimit } from '../types.ts';

/**
 * `responds`: how far the output moved, counted positive in the direction asked for. Judged against the
 * bounds, of which the low one says how far it has to move at least; a move the wrong way is negative, so out.
 * Example: suction of 4.2 inHg that becomes 4.9 when the speed is raised responds by 0.7 up, and by −0.7 down.
 */
const distilResponds: Distil<RespondsLimit> = (limit, measured, around) => {
  if (measured.kind !== 'pair') return shape('pair', measured);
  const pair = two(measured.before, measured.after, readingUnit(limit.unit, measured.before), around);
  if (!pair.ok) return pair;
  const [before, after] = pair.value;
  return ok({
    value: (limit.direction === 'up' ? 1 : -1) * (after.value - before.value),
    uncertainty: combineUncertainty([before.uncertainty, after.uncertainty]),
    resolution: Math.max(before.resolution, after.resolution),
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

export const responds: LimitType<RespondsLimit> = {
  kind: 'responds',
  takes: 'pair',
  edges: 'own',
  ofDifferences: true,
  straight: () => true,
  members: [
    {
      name: 'direction',
      form: 'choice',
      label: 'Goes',
      options: [
        { value: 'up', text: 'up' },
        { value: 'down', text: 'down' },
      ],
      first: 'up',
    },
  ],
  judging: { by: 'figure', distil: distilResponds },
  drawn: asWritten,
};
