import type { Reading } from '../limits/types.ts';
import { ownMember } from '../own-member.ts';
import { convert, differenceUnit } from '../quantity/units.ts';
import { expandedUncertainty } from '../quantity/uncertainty.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/**
 * The temperatures of all cylinders in °C, cylinder 1 first. Errors: `cylinderLeft` where there is none of one, `wrongKind` where a figure is
 * no temperature. Example: 1392 °F of cylinder 1 alone is 755.6 °C.
 */
export function temperaturesOf(
  readings: Readonly<Record<string, Reading>>,
  cylinders: number,
): Result<readonly number[], Reason> {
  const found: number[] = [];
  for (let cylinder = 1; cylinder <= cylinders; cylinder += 1) {
    const reading = ownMember(readings, String(cylinder));
    if (!reading) return err(reason('cylinderLeft', { cylinder }));
    const value = convert(reading.value, reading.unit, 'degC');
    if (!value.ok) return value;
    found.push(value.value);
  }
  return ok(found);
}

/** How well a temperature is known beside another of the same gauge (K, expanded): by its step and its scatter. Its accuracy is common to both. */
export function figureUncertainty(reading: Reading | undefined): number {
  if (!reading) return 0;
  const { resolution, scatter, count } = reading;
  const found = expandedUncertainty({ accuracy: 0, resolution, scatter, count }) ?? resolution;
  const kelvin = convert(found, differenceUnit(reading.unit), 'degC-diff');
  return kelvin.ok ? kelvin.value : found;
}
