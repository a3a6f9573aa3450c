import { type LimitType, inSeconds, LONGEST_GAP } from '../kind.ts';
import { reason } from '../../reasons/reason.ts';
import { shape, type Distil } from '../distil.ts';
import { milliseconds, settlingTime } from '../series.ts';
import { err, ok } from '../../result.ts';
import type { SettleLimit } from '../types.ts';
import { samplesIn, stopwatch, timingUncertainty } from '../samples-of.ts';

const distilSettle: Distil<SettleLimit> = (limit, measured, around) => {
  const timed = stopwatch(measured, limit.bounds, around);
  if (timed) return timed;
  if (measured.kind !== 'series') return shape('series', measured);
  const read = samplesIn(measured.series, limit.unit, limit.maximumGap, around);
  if (!read.ok) return read;
  const { samples } = read.value;
  const length = (samples.t[samples.t.length - 1] ?? 0) - (samples.t[0] ?? 0);
  const found = settlingTime(samples, limit.target, limit.hold);
  const common = {
    uncertainty: timingUncertainty(samples),
    resolution: 0.1,
    unit: 's',
    bounds: limit.bounds,
  };
  if (found !== undefined) return ok({ ...common, value: found });
  // Not settled yet: out only once even settling from now on would be too late.
  const earliest = (milliseconds(length) - milliseconds(limit.hold)) / 1000;
  if (limit.bounds.high !== undefined && milliseconds(earliest) > milliseconds(limit.bounds.high))
    return ok({ ...common, value: earliest });
  return err(reason('notSettledYet', { length: { value: length, unit: 's' } }));
};

export const settle: LimitType<SettleLimit> = {
  kind: 'settle',
  takes: 'series',
  edges: 'seconds',
  ofDifferences: false,
  straight: () => true,
  members: [
    { name: 'target', form: 'target', ofType: true, label: 'Settled', first: { low: 0 } },
    {
      name: 'hold',
      form: 'figure',
      label: 'Holding',
      called: 'holding time',
      unit: 'seconds',
      least: 'zero',
      first: 2,
    },
    LONGEST_GAP,
  ],
  judging: { by: 'figure', distil: distilSettle },
  drawn: inSeconds,
};
