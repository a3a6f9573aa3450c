import { ARMED_BY_VEHICLE, type Attitude, type BasisIndex, type Fact } from '@kanzel/core';
import { newest } from '../sync/monitor-store.ts';

/** Whether the vehicle on the line calls itself armed; undefined while it says nothing of it, or there is none. */
export function armedByVehicle(): 'yes' | 'no' | undefined {
  const armed = newest('aircraft', 'armed');
  return armed === undefined ? undefined : armed === 0 ? 'no' : 'yes';
}

/** What the vehicle says of itself, as it goes with an answer where the pack knows the state. */
export function vehicleFacts(index: BasisIndex): Readonly<Record<string, Fact>> {
  const armed = index.states.has('armed') ? armedByVehicle() : undefined;
  return armed === undefined ? {} : { [ARMED_BY_VEHICLE]: armed };
}

/** How the vehicle says that it is held; undefined while it does not say all of it. */
export function attitudeNow(): Attitude | undefined {
  const [roll, pitch, heading] = ['roll', 'pitch', 'heading'].map((c) => newest('aircraft', c));
  return roll === undefined || pitch === undefined || heading === undefined
    ? undefined
    : { roll, pitch, heading };
}
