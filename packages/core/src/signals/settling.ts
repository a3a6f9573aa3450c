import { convert, differenceUnit, findUnit } from '../quantity/units.ts';
import { readSteady, type Unsteady } from './steady.ts';
import type { Samples } from '../limits/series.ts';

/** How long, and how closely, a quantity has to stand still before it is more than a moment's reading. */
export interface Settling {
  readonly seconds: number;
  /** In the unit of the quantity. */
  readonly tolerance: number;
}

/** A degree in twenty seconds: an engine that warms up does three in that time, one that is warm none. */
const OF_TEMPERATURE = { seconds: 20, tolerance: 1 };

/**
 * What a quantity has to do to be settled, by its unit; undefined for those that follow within the seconds of a steady
 * reading: a speed, a pressure, a voltage. Heat does not.
 * Example: `settlingOf('degF')` is twenty seconds within 1.8 °F.
 */
export function settlingOf(unit: string): Settling | undefined {
  if (findUnit(unit)?.kind !== 'temperature') return undefined;
  const tolerance = convert(OF_TEMPERATURE.tolerance, 'degC-diff', differenceUnit(unit));
  return tolerance.ok ? { ...OF_TEMPERATURE, tolerance: tolerance.value } : OF_TEMPERATURE;
}

/**
 * Whether a signal is still on its way, and which way; undefined when it is settled, when nothing has to settle, and when
 * there is too little of it to say. `samples` are those of the last `seconds` at least.
 * Example: oil at 41, 42, 43 °C over the last twenty seconds is rising.
 */
export function movingWay(
  samples: Samples,
  unit: string,
  maximumGap: number,
): 'rising' | 'falling' | undefined {
  const settling = settlingOf(unit);
  if (!settling) return undefined;
  const found: { readonly steady: true } | Unsteady = readSteady(samples, { ...settling, maximumGap });
  if (found.steady || found.why !== 'moving') return undefined;
  const { t, v } = samples;
  const to = t.at(-1) ?? 0;
  const first = t.findIndex((at) => to - at <= settling.seconds);
  return (v.at(-1) ?? 0) >= (v[first] ?? 0) ? 'rising' : 'falling';
}
