import { SENSE_INPUTS, type SenseInput } from './inputs.ts';
import type { ControlAxis } from './outputs.ts';

/** How a vehicle says that it is held (degrees): right side down, nose up, heading clockwise. */
export interface Attitude {
  readonly roll: number;
  readonly pitch: number;
  readonly heading: number;
}

/** Held further than this it is tilted on purpose (degrees), by about one axis alone where the other is less than half as far. */
export const TILTED_BY = 10;
const ALONE = 0.5;

/** How it is held: as a correction asks for it, by how many degrees; about two axes at once; or as it stood. */
export type Tilt =
  | { readonly state: 'tilted'; readonly input: SenseInput; readonly degrees: number }
  | { readonly state: 'between' | 'level' };

const TILTS: readonly SenseInput[] = (Object.keys(SENSE_INPUTS) as SenseInput[]).filter(
  (input) => SENSE_INPUTS[input].by === 'correction',
);

const inputOf = (axis: ControlAxis, degrees: number): SenseInput | undefined =>
  TILTS.find((t) => SENSE_INPUTS[t].axis === axis && Math.sign(degrees) === SENSE_INPUTS[t].to);

/** From one heading to another, the shorter way round, clockwise plus. Example: from 350 to 10 is 20. */
const turned = (from: number, to: number): number => ((((to - from) % 360) + 540) % 360) - 180;

/**
 * How a vehicle is held, by what it says against what it said as it stood. Roll and pitch go before the heading, which comes along
 * with both. Boundary: exactly ten degrees is tilted; half of the greater is about two axes.
 * Source: roll, pitch and yaw of the usual convention (right side down, nose up, nose right are plus).
 * Example: roll 18, pitch 3 after 0.4 and -0.7 is right side down by 17.6°.
 */
export function tiltOf(now: Attitude, rest: Attitude): Tilt {
  const roll = now.roll - rest.roll;
  const pitch = now.pitch - rest.pitch;
  const [axis, most, other]: [ControlAxis, number, number] =
    Math.abs(roll) >= Math.abs(pitch) ? ['roll', roll, pitch] : ['pitch', pitch, roll];
  if (Math.abs(most) >= TILTED_BY) {
    const input = inputOf(axis, most);
    return input && Math.abs(other) < ALONE * Math.abs(most)
      ? { state: 'tilted', input, degrees: Math.abs(most) }
      : { state: 'between' };
  }
  const yaw = turned(rest.heading, now.heading);
  const input = Math.abs(yaw) >= TILTED_BY ? inputOf('yaw', yaw) : undefined;
  return input ? { state: 'tilted', input, degrees: Math.abs(yaw) } : { state: 'level' };
}
