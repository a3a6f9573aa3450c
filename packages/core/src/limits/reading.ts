import { convert, unitOf } from '../quantity/units.ts';
import { expandedUncertainty } from '../quantity/uncertainty.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { Instrument, Reading, Surroundings } from './types.ts';
import { ownMember } from '../own-member.ts';

/** A reading brought to the unit of a limit, with its expanded uncertainty if that is known. */
export interface Judgeable {
  readonly value: number;
  readonly uncertainty: number | undefined;
  readonly resolution: number;
}

/** Ratio of a step in `from` to a step in `to`; offsets do not matter for steps. */
export function stepRatio(from: string, to: string): number {
  return from === to ? 1 : unitOf(from).factor / unitOf(to).factor;
}

/**
 * Whether an instrument may not be believed on a day: before the first or after the last day of its certificate
 * (UTC, both days inclusive).
 * Example: calibrated until 2026-03-14 is believed at 2026-03-14T23:59Z and not on the 15th.
 */
export function instrumentExpired(instrument: Instrument, at: string): boolean {
  const day = at.slice(0, 10);
  const { calibratedFrom, calibratedUntil } = instrument;
  return (calibratedUntil !== null && day > calibratedUntil) || (calibratedFrom ?? day) > day;
}

/**
 * An instrument as it was known on a day: a certificate made later says nothing about earlier readings, so that
 * a gauge that had run out when it was read stays out although it has been calibrated since.
 * Example: run out in March and calibrated anew in May: in April it is the one of March.
 */
export function instrumentAt(instrument: Instrument, at: string): Instrument {
  const { before, calibratedFrom } = instrument;
  return before && calibratedFrom !== undefined && at.slice(0, 10) < calibratedFrom
    ? instrumentAt(before, at)
    : instrument;
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
  const known =
    reading.instrument === undefined ? undefined : ownMember(around.instruments, reading.instrument);
  const instrument = known && instrumentAt(known, around.at);
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
  if (reading.source === 'computed' && reading.uncertainty !== undefined)
    return ok({
      value: converted.value,
      uncertainty: reading.uncertainty * step,
      resolution: reading.resolution * step,
    });
  return ok({
    value: converted.value,
    uncertainty: expandedUncertainty({ accuracy, resolution, scatter, count: reading.count }),
    resolution: reading.resolution * step,
  });
}
