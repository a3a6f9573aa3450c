import { type LimitType } from '../kind.ts';
import { convert } from '../../quantity/units.ts';
import { err, ok } from '../../result.ts';
import { reason } from '../../reasons/reason.ts';
import { boundsAround } from '../bounds-around.ts';
import { shape, type Distil } from '../distil.ts';
import { judgeable } from '../reading.ts';
import type { TrendLimit } from '../types.ts';
import { ownMember } from '../../own-member.ts';
import { robustBaseline } from '../past.ts';

/**
 * `trend`: a figure beside its own past. The bounds are the centre of the past ± `tolerance` robust standard
 * deviations, never nearer than `floor` in the unit of the limit.
 * Errors: `pastTooShort` with fewer than `minimum` earlier values; `wrongKind`.
 */
const distilTrend: Distil<TrendLimit> = (limit, measured, around) => {
  if (measured.kind !== 'one') return shape('one', measured);
  const found = judgeable(measured.reading, limit.unit, around);
  if (!found.ok) return found;
  const past: number[] = [];
  for (const earlier of ownMember(around.past, limit.key) ?? []) {
    const value = convert(earlier.value, earlier.unit, limit.unit);
    if (!value.ok) return value;
    past.push(value.value);
  }
  const wanted = Math.max(2, limit.minimum);
  if (past.length < wanted) return err(reason('pastTooShort', { wanted, got: past.length }));
  const { centre, deviation } = robustBaseline(past);
  const half = (count: number): number => Math.max(count * deviation, limit.floor);
  const caution = limit.cautionTolerance;
  return ok({
    ...found.value,
    unit: limit.unit,
    bounds: boundsAround(
      {
        tolerance: half(limit.tolerance),
        inPercent: false,
        ...(caution === undefined
          ? {}
          : { cautionTolerance: Math.min(half(caution), half(limit.tolerance)) }),
      },
      centre,
    ),
  });
};

export const trend: LimitType<TrendLimit> = {
  kind: 'trend',
  takes: 'one',
  edges: 'none',
  ofDifferences: false,
  straight: () => true,
  members: [
    {
      name: 'against',
      form: 'choice',
      label: 'Its past',
      options: [
        { value: 'airframe', text: 'of this aircraft' },
        { value: 'fleet', text: 'of all of its type' },
      ],
      first: 'airframe',
      unasked: true,
    },
    {
      name: 'tolerance',
      form: 'figure',
      label: 'Deviations from the past',
      called: 'tolerance',
      unit: 'none',
      least: 'zero',
      first: 4,
    },
    {
      name: 'cautionTolerance',
      form: 'figure',
      label: 'Caution beyond',
      called: 'caution tolerance',
      unit: 'none',
      least: 'zero',
      first: 3,
      optional: true,
    },
    {
      name: 'floor',
      form: 'figure',
      label: 'At least',
      called: 'floor',
      unit: 'own',
      least: 'zero',
      first: 1,
    },
    {
      name: 'minimum',
      form: 'figure',
      label: 'Earlier figures needed',
      called: 'number of earlier figures',
      unit: 'none',
      least: 'two',
      first: 8,
    },
  ],
  judging: { by: 'figure', distil: distilTrend },
  drawn: () => undefined,
};
