import type { PowerData } from '../aircraft/loading-data.ts';

const GRAVITY = 9.80665;
/** Of the energy that lifts it, so much goes into height: motors, propellers. */
const CLIMB_EFFICIENCY = 0.5;

/**
 * Watts in the hover at another mass. Source: the ideal power of an actuator disc goes with the thrust to the power of 3/2.
 * Example: 1,000 W at 10 kg are 1,331 W at 12.1 kg. 0 where it does not hover.
 */
export const hoverPower = ({ hover = 0, mass }: PowerData, at: number): number => hover * (at / mass) ** 1.5;

/**
 * Watts on the way at another mass: in cruise at one speed with the mass, as long as lift over drag stays; hovering along with its 3/2.
 * Example: 400 W at 10 kg are 480 W at 12 kg.
 */
export const wayPower = (power: PowerData, at: number): number =>
  power.cruise === undefined ? hoverPower(power, at) : power.cruise * (at / power.mass);

/** Watt-hours of lifting a mass (kg) by so many metres; nothing comes back on the way down. Example: 12 kg by 100 m: 6.5 Wh. */
export const climbEnergy = (mass: number, metres: number): number =>
  (Math.max(0, metres) * mass * GRAVITY) / CLIMB_EFFICIENCY / 3600;

/** Wind as it is told: from where (degrees true), and how much (m/s). */
export interface Wind {
  readonly from: number;
  readonly speed: number;
}

/**
 * Metres a second over the ground along a track (degrees true), held against the wind. Undefined where the wind is stronger across than
 * the aircraft is fast, or it does not get forward. Source: the triangle of velocities.
 * Example: 20 m/s through the air, 6 m/s straight from ahead: 14.
 */
export function groundSpeed(airspeed: number, track: number, { from, speed }: Wind): number | undefined {
  const angle = ((from - track) * Math.PI) / 180;
  const across = speed * Math.sin(angle);
  if (Math.abs(across) >= airspeed) return undefined;
  const over = Math.sqrt(airspeed ** 2 - across ** 2) - speed * Math.cos(angle);
  return over > 0 ? over : undefined;
}
