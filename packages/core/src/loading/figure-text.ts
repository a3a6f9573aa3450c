import { shownSteps, stepFor } from './steps.ts';
import type { LoadingUnits } from '../aircraft/loading-data.ts';
import { formatWithUnit } from '../quantity/format.ts';

/**
 * A mass as the placard has it, in the steps of an aircraft that weighs so much; never shown as nothing when it is
 * something. Example: "612.4 kg", and "3.44 kg" of a model of 3.44 kg.
 */
export function massText(value: number, units: LoadingUnits, heaviest: number): string {
  const resolution = stepFor(value, shownSteps(units, heaviest).mass);
  return formatWithUnit({ value, unit: units.mass, resolution });
}

/** An arm as the placard has it, likewise. Example: "2 095 mm"; −0.3 of a margin is "−0.3 mm", not "−0 mm". */
export function armText(value: number, units: LoadingUnits, heaviest: number): string {
  const resolution = stepFor(value, shownSteps(units, heaviest).arm);
  return formatWithUnit({ value, unit: units.arm, resolution });
}

/** A lateral as people say it. Example: −39 is "39 mm to the left". */
export function sideText(lateral: number, units: LoadingUnits, heaviest: number): string {
  return `${armText(Math.abs(lateral), units, heaviest)} to the ${lateral < 0 ? 'left' : 'right'}`;
}
