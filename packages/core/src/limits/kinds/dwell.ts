import { type LimitType, inSeconds, LONGEST_GAP } from '../kind.ts';
import { reason } from '../../reasons/reason.ts';
import { shape, type Distil } from '../distil.ts';
import { longestBeyond, milliseconds } from '../series.ts';
import { err, ok } from '../../result.ts';
import type { DwellLimit } from '../types.ts';
import { samplesIn, stopwatch, timingUncertainty } from '../samples-of.ts';

const distilDwell: Distil<DwellLimit> = (limit, measured, around) => {
  const timed = stopwatch(measured, limit.bounds, around);
  if (timed) return timed;
  if (measured.kind !== 'series') return shape('series', measured);
  const read = samplesIn(measured.series, limit.unit, limit.maximumGap, around);
  if (!read.ok) return read;
  const { longest: value, running } = longestBeyond(read.value.samples, limit.beyond, limit.side);
  const { low, high } = limit.bounds;
  // Still beyond when the recording ends: only what no more of it could change is known.
  const settled =
    (high !== undefined && milliseconds(value) > milliseconds(high)) ||
    (high === undefined && low !== undefined && milliseconds(value) >= milliseconds(low));
  if (running && !settled)
    return err(reason('stillBeyond', { length: { value, unit: 's', resolution: 0.1 } }));
  return ok({
    value,
    uncertainty: timingUncertainty(read.value.samples),
    resolution: 0.1,
    unit: 's',
    bounds: limit.bounds,
  });
};

export const dwell: LimitType<DwellLimit> = {
  kind: 'dwell',
  takes: 'series',
  edges: 'seconds',
  ofDifferences: false,
  straight: () => true,
  members: [
    { name: 'beyond', form: 'figure', ofType: true, label: 'Beyond', called: 'value', unit: 'own', first: 0 },
    {
      name: 'side',
      form: 'choice',
      label: 'On the side',
      options: [
        { value: 'above', text: 'above' },
        { value: 'below', text: 'below' },
      ],
      first: 'above',
    },
    LONGEST_GAP,
  ],
  judging: { by: 'figure', distil: distilDwell },
  drawn: inSeconds,
};
