import { type LimitType } from '../kind.ts';
import { circularDifference, isCircular } from '../../quantity/units.ts';
import { boundsAround } from '../bounds-around.ts';
import { factIn, shape, type Distil } from '../distil.ts';
import { judgeable } from '../reading.ts';
import { ok } from '../../result.ts';
import type { RelativeLimit } from '../types.ts';

const distilRelative: Distil<RelativeLimit> = (limit, measured, around) => {
  if (measured.kind !== 'one') return shape('one', measured);
  const found = judgeable(measured.reading, limit.unit, around);
  if (!found.ok) return found;
  const expected =
    'value' in limit.expected ? ok(limit.expected.value) : factIn(limit.expected.fact, limit.unit, around);
  if (!expected.ok) return expected;
  // A direction is as far from the expected one as the shorter turn is.
  const value = isCircular(limit.unit)
    ? expected.value + circularDifference(found.value.value, expected.value)
    : found.value.value;
  return ok({ ...found.value, value, unit: limit.unit, bounds: boundsAround(limit, expected.value) });
};

export const relative: LimitType<RelativeLimit> = {
  kind: 'relative',
  takes: 'one',
  edges: 'none',
  ofDifferences: false,
  straight: () => false,
  members: [
    { name: 'expected', form: 'expected', ofType: true, label: 'Expected', first: { value: 100 } },
    {
      name: 'tolerance',
      form: 'figure',
      ofType: true,
      label: 'Tolerance',
      called: 'tolerance',
      unit: 'tolerance',
      least: 'zero',
      first: 10,
    },
    {
      name: 'cautionTolerance',
      form: 'figure',
      ofType: true,
      label: 'Caution beyond',
      called: 'caution tolerance',
      unit: 'tolerance',
      least: 'zero',
      optional: true,
    },
    {
      name: 'inPercent',
      form: 'choice',
      label: 'Tolerance in',
      options: [
        { value: false, text: 'the unit' },
        { value: true, text: 'percent of the expected' },
      ],
      first: false,
      usual: false,
    },
  ],
  judging: { by: 'figure', distil: distilRelative },
  drawn(limit) {
    // Asked while somebody types as well, before there is an expected value.
    const { expected, tolerance } = limit as Partial<RelativeLimit>;
    return expected && 'value' in expected && tolerance !== undefined
      ? { bounds: boundsAround(limit, expected.value), unit: limit.unit }
      : undefined;
  },
};
