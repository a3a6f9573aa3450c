import { convert, unitOf } from '../quantity/units.ts';
import { expandedUncertainty } from '../quantity/uncertainty.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../words/reason.ts';
import type { Instrument, Reading, Surroundings } from './types.ts';

/** A reading brought to the unit of a limit, with its expanded uncertainty if that is known. */
export interface Judgeable {
  readonly value: number;
  readonly uncertainty: number | undefined;
  readonly resolution: number;
}

/** Ratio of a step in `from` to a step in `to`; offsets do not matter for steps. */
function stepRatio(from: string, to: string): number {
  return from === to ? 1 : unitOf(from).factor / unitOf(to).factor;
}

/**
 * Whether an instrument may be believed on a day: valid through the end of its last day (UTC).
 * Example: calibrated until 2026-03-14 is believed at 2026-03-14T23:59Z and not on the 15th.
 */
export function instrumentExpired(instrument: Instrument, at: string): boolean {
  return instrument.calibratedUntil !== null && at.slice(0, 10) > instrument.calibratedUntil;
}

/**
 * Brings a reading to `unit` and finds how good it is.
 *
 * Errors: `notFinite`; `wrongKind`; `unknownInstrument`; `instrumentExpired` (a figure from it is never a pass).
 * Example: 4.7 bar from a gauge good to ±0.1 bar becomes 68.2 psi with an expanded uncertainty of 1.7 psi.
 */
export function judgeable(reading: Reading, unit: string, around: Surroundings): Result<Judgeable, Reason> {
  const converted = convert(reading.value, reading.unit, unit);
  if (!converted.ok) return converted;
  const step = stepRatio(reading.unit, unit);
  const instrument = reading.instrument === undefined ? undefined : around.instruments[reading.instrument];
  if (reading.instrument !== undefined && !instrument)
    return err(reason('unknownInstrument', { instrument: reading.instrument }));
  if (instrument && instrumentExpired(instrument, around.at)) {
    return err(
      reason('instrumentExpired', { instrument: instrument.name, until: instrument.calibratedUntil ?? '' }),
    );
  }
  const accuracy =
    instrument?.accuracy === undefined ? undefined : instrument.accuracy * stepRatio(instrument.unit, unit);
  const resolution = Math.max(
    reading.resolution * step,
    (instrument?.resolution ?? 0) * stepRatio(instrument?.unit ?? unit, unit),
  );
  const scatter = (reading.scatter ?? 0) * step;
  return ok({
    value: converted.value,
    uncertainty: expandedUncertainty({ accuracy, resolution, scatter, count: reading.count }),
    resolution: reading.resolution * step,
  });
}
