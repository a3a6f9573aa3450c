import { convert } from '../quantity/units.ts';
import { expandedUncertainty } from '../quantity/uncertainty.ts';
import type { Reason } from '../reasons/reason.ts';
import type { Distilled } from './distil.ts';
import { judgeable, type Judgeable } from './reading.ts';
import { checkSamples, type Samples } from './series.ts';
import { ok, type Result } from '../result.ts';
import type { Bounds, Measured, Reading, Series, Surroundings } from './types.ts';

/** Brings a series to a unit, refuses an expired instrument, and gives the uncertainty of a single sample. */
export function samplesIn(
  series: Series,
  unit: string,
  maximumGap: number,
  around: Surroundings,
): Result<{ samples: Samples; sample: Judgeable }, Reason> {
  const probe: Reading = {
    value: series.v[0] ?? NaN,
    unit: series.unit,
    text: '',
    resolution: series.resolution,
    source: 'live',
    instrument: series.instrument,
  };
  const sample = judgeable(probe, unit, around);
  if (!sample.ok) return sample;
  const v: number[] = [];
  for (const value of series.v) {
    const converted = convert(value, series.unit, unit);
    if (!converted.ok) return converted;
    v.push(converted.value);
  }
  const checked = checkSamples({ t: series.t, v }, maximumGap);
  return checked.ok ? ok({ samples: checked.value, sample: sample.value }) : checked;
}

/** A time read from a stopwatch may stand for a series: the person watched the gauge, the watch gave the figure. */
export function stopwatch(
  measured: Measured,
  bounds: Bounds,
  around: Surroundings,
): Result<Distilled, Reason> | undefined {
  if (measured.kind !== 'one') return undefined;
  const found = judgeable(measured.reading, 's', around);
  return found.ok ? ok({ ...found.value, unit: 's', bounds }) : found;
}

/** Uncertainty of a time found between samples: the largest sampling step, as a rectangular distribution. */
export function timingUncertainty(samples: Samples): number | undefined {
  let step = 0;
  samples.t.forEach((t, i) => {
    if (i > 0) step = Math.max(step, t - (samples.t[i - 1] ?? t));
  });
  return expandedUncertainty({ accuracy: step / 2, resolution: 0 });
}
