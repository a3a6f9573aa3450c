import { type LimitType, asWritten, LONGEST_GAP } from '../kind.ts';
import { shape, type Distil } from '../distil.ts';
import { steepest } from '../series.ts';
import { ok } from '../../result.ts';
import type { RateLimit } from '../types.ts';
import { samplesIn } from '../samples-of.ts';

const distilRate: Distil<RateLimit> = (limit, measured, around) => {
  if (measured.kind !== 'series') return shape('series', measured);
  const read = samplesIn(measured.series, limit.unit, limit.maximumGap, around);
  if (!read.ok) return read;
  const found = steepest(read.value.samples, limit.window);
  if (!found.ok) return found;
  const { lowest, highest } = found.value;
  const { low, high } = limit.bounds;
  const worstIsLow = low !== undefined && (high === undefined || lowest - low < high - highest);
  // A slope over the window cannot be off by more than both ends in opposite directions.
  const uncertainty =
    read.value.sample.uncertainty === undefined
      ? undefined
      : (Math.SQRT2 * read.value.sample.uncertainty) / limit.window;
  return ok({
    value: worstIsLow ? lowest : highest,
    uncertainty,
    resolution: measured.series.resolution / limit.window,
    unit: limit.unit,
    bounds: limit.bounds,
  });
};

export const rate: LimitType<RateLimit> = {
  kind: 'rate',
  takes: 'series',
  edges: 'own',
  ofDifferences: false,
  straight: () => true,
  members: [
    {
      name: 'window',
      form: 'figure',
      label: 'Over',
      called: 'window',
      unit: 'seconds',
      least: 'more than zero',
      first: 10,
    },
    LONGEST_GAP,
  ],
  judging: { by: 'figure', distil: distilRate, per: 's' },
  drawn: asWritten,
};
