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
 * deviations, never nearer than `floor` in the unit of the limit, and wider by less than a tenth of its first digit, so that they can be read.
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
  const { low, high, cautionLow, cautionHigh } = boundsAround(
    {
      tolerance: half(limit.tolerance),
      inPercent: false,
      ...(caution === undefined ? {} : { cautionTolerance: Math.min(half(caution), half(limit.tolerance)) }),
    },
    centre,
  );
  const down = (v: number | undefined) => v && readable(v, limit.floor, Math.floor);
  const up = (v: number | undefined) => v && readable(v, limit.floor, Math.ceil);
  return ok({
    ...found.value,
    unit: limit.unit,
    bounds: {
      low: down(low),
      high: up(high),
      ...(caution === undefined ? {} : { cautionLow: down(cautionLow), cautionHigh: up(cautionHigh) }),
    },
  });
};

/** An edge that was worked out, outwards to a tenth of the first digit of what is never called unlike. Example: 204.2912 beside a floor of 8 is 204.3. */
function readable(edge: number, floor: number, outwards: (steps: number) => number): number {
  if (!(floor > 0)) return edge;
  const perStep = 10 ** (1 - Math.floor(Math.log10(floor)));
  // What is off a step by the noise of the arithmetic lies on it.
  const steps = Number((edge * perStep).toPrecision(12));
  return Number((outwards(steps) / perStep).toPrecision(12));
}

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
