import { type LimitType, asWritten } from '../kind.ts';
import { combineUncertainty } from '../../quantity/uncertainty.ts';
import { readingUnit, shape, two, type Distil } from '../distil.ts';
import { ok } from '../../result.ts';
import type { DropLimit } from '../types.ts';

const distilDrop: Distil<DropLimit> = (limit, measured, around) => {
  if (measured.kind !== 'pair') return shape('pair', measured);
  const pair = two(measured.before, measured.after, readingUnit(limit.unit, measured.before), around);
  if (!pair.ok) return pair;
  const [before, after] = pair.value;
  return ok({
    value: before.value - after.value,
    uncertainty: combineUncertainty([before.uncertainty, after.uncertainty]),
    resolution: Math.max(before.resolution, after.resolution),
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

export const drop: LimitType<DropLimit> = {
  kind: 'drop',
  takes: 'pair',
  edges: 'own',
  ofDifferences: true,
  straight: () => true,
  members: [],
  judging: { by: 'figure', distil: distilDrop },
  drawn: asWritten,
};
