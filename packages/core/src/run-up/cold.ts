import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** A temperature that a sensor shows of an engine that has stood since yesterday. */
export interface ColdSensor {
  readonly name: string;
  /** °C. */
  readonly shows: number;
}

export interface ColdAgreement {
  /** What the sensors show on the whole: their median (°C). */
  readonly together: number;
  /** How far they are above the outside air on the whole (K). */
  readonly aboveAir: number;
  /** The sensor that is furthest from the others, and how far (K, signed). */
  readonly furthest: { readonly name: string; readonly by: number };
}

/** On an engine that has stood all night they lie within this of the air (K); beyond it, it is warm still, or was heated. */
export const COLD_WITHIN = 12;

/**
 * Whether temperatures of a cold engine agree: each against the others, and all together against the air. A sensor that lies is found before
 * it is believed; an engine that is warm still says nothing of the air, only of one sensor beside the next.
 * Errors: `coldTooFew` with fewer than three sensors: of two that differ nobody knows which one lies; `notFinite`.
 * Source: bodies at rest take on the temperature of what is around them.
 * Example: air 9 °C, sensors 9, 10, 9 and 24 °C: together 9.5, the fourth is 14.5 K off.
 */
export function coldAgreement(sensors: readonly ColdSensor[], air: number): Result<ColdAgreement, Reason> {
  if (sensors.length < 3) return err(reason('coldTooFew', { sensors: sensors.length }));
  if (![air, ...sensors.map((s) => s.shows)].every(Number.isFinite)) return err(reason('notFinite'));
  const sorted = sensors.map((s) => s.shows).sort((a, b) => a - b);
  const half = sorted.length / 2;
  const together = ((sorted[Math.ceil(half) - 1] ?? 0) + (sorted[Math.floor(half)] ?? 0)) / 2;
  const furthest = sensors
    .map(({ name, shows }) => ({ name, by: shows - together }))
    .reduce((a, b) => (Math.abs(b.by) > Math.abs(a.by) ? b : a));
  return ok({ together, aboveAir: together - air, furthest });
}
