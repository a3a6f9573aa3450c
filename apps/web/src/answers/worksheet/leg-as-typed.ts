import type { SteadyLeg } from '@kanzel/core';

const KNOT = 1852 / 3600;

/** Track and speed over the ground of a leg as they are typed: whole degrees, and tenths of a knot. Example: 246.6° at 35 m/s is "247", "68.0". */
export const legAsTyped = (leg: SteadyLeg): readonly [track: string, ground: string] => [
  String(Math.round(leg.track) % 360),
  (leg.speed / KNOT).toFixed(1),
];
