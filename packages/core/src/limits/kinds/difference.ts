import { type LimitType, asWritten } from '../kind.ts';
import { circularDifference } from '../../quantity/units.ts';
import { combineUncertainty } from '../../quantity/uncertainty.ts';
import type { Reason } from '../../reasons/reason.ts';
import { readingUnit, several, shape, two, type Distil, type Distilled } from '../distil.ts';
import { ok, type Result } from '../../result.ts';
import type { Measured, DifferenceLimit, Surroundings } from '../types.ts';

/** The difference of two drops: the accuracy of each of the four readings counts. */
function differenceOfDrops(
  limit: DifferenceLimit,
  measured: Extract<Measured, { kind: 'drops' }>,
  around: Surroundings,
): Result<Distilled, Reason> {
  const all = several([...measured.first, ...measured.second], limit.unit, around);
  if (!all.ok) return all;
  const found = all.value;
  const [a = NaN, b = NaN, c = NaN, d = NaN] = found.map((f) => f.value);
  return ok({
    value: Math.abs(a - b - (c - d)),
    uncertainty: combineUncertainty(found.map((f) => f.uncertainty)),
    resolution: Math.max(...found.map((f) => f.resolution)),
    unit: limit.unit,
    bounds: limit.bounds,
  });
}

const distilDifference: Distil<DifferenceLimit> = (limit, measured, around) => {
  if (measured.kind === 'drops') return differenceOfDrops(limit, measured, around);
  const readings =
    measured.kind === 'pair'
      ? [measured.before, measured.after]
      : measured.kind === 'many'
        ? Object.values(measured.readings)
        : [];
  const [a, b] = readings;
  if (!a || !b || readings.length !== 2) return shape('two', measured);
  const pair = two(a, b, readingUnit(limit.unit, a), around);
  if (!pair.ok) return pair;
  const [x, y] = pair.value;
  return ok({
    value: Math.abs(limit.circular ? circularDifference(x.value, y.value) : x.value - y.value),
    uncertainty: combineUncertainty([x.uncertainty, y.uncertainty]),
    resolution: Math.max(x.resolution, y.resolution),
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

export const difference: LimitType<DifferenceLimit> = {
  kind: 'difference',
  takes: 'two',
  edges: 'own',
  ofDifferences: true,
  straight: (limit) => !limit.circular,
  members: [
    {
      name: 'circular',
      form: 'choice',
      label: 'Counted',
      options: [
        { value: false, text: 'straight' },
        { value: true, text: 'round the compass' },
      ],
      first: false,
      usual: false,
    },
  ],
  judging: { by: 'figure', distil: distilDifference },
  drawn: asWritten,
};
