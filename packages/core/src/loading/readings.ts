import type { Reading } from '../limits/types.ts';
import { flightTrack, landingAt } from './track.ts';
import type { LoadingSheet } from './types.ts';
import type { LoadingData, LoadingUnits } from '../aircraft/loading-data.ts';
import type { Weighed } from './weighing.ts';

function computed(value: number, unit: string, uncertainty: number): Reading {
  const resolution = unit === 'mm' || unit === 'g' ? 1 : 0.1;
  return { value, unit, text: value.toFixed(1), resolution, source: 'computed', uncertainty };
}

/** Empty mass and centre of a weighing as figures that limits can be held against. */
export function weighedReadings(units: LoadingUnits, weighed: Weighed): readonly Reading[] {
  return [
    computed(weighed.mass, units.mass, weighed.uncertainty.mass),
    computed(weighed.arm, units.arm, weighed.uncertainty.arm),
  ];
}

/** Mass at take-off, and the centre at take-off and landing, as figures that limits can be held against. */
export function takeOffReadings(data: LoadingData, sheet: LoadingSheet): readonly Reading[] {
  const track = flightTrack(data, sheet);
  if (!track.ok) return [];
  const [first] = track.value;
  const landing = track.value[landingAt(track.value, sheet)];
  if (!first || !landing) return [];
  const { mass, arm } = data.units;
  return [
    computed(first.centre.mass, mass, 2 * first.centre.sigmaMass),
    computed(first.centre.arm, arm, 2 * first.centre.sigmaArm),
    ...(landing === first ? [] : [computed(landing.centre.arm, arm, 2 * landing.centre.sigmaArm)]),
  ];
}
