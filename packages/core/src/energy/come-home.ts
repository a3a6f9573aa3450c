import type { PowerData } from '../aircraft/loading-data.ts';
import { climbEnergy, groundSpeed, hoverPower, wayPower, type Wind } from './power.ts';

/** A point of the mission, in metres from where it takes off: to the north, to the east, and above. */
export interface WayPoint {
  readonly north: number;
  readonly east: number;
  readonly height: number;
}

/** How it stands at one point of the mission. Watt-hours. */
export interface AtPoint {
  /** Taken since the plug went in; Infinity where the wind does not let it get there. */
  readonly used: number;
  /** What it takes from here straight home and down. */
  readonly home: number;
  /** Left above the reserve after that; below nothing where it does not come home. */
  readonly left: number;
  /** Minutes since the take-off. */
  readonly minutes: number;
}

const track = (from: WayPoint, to: WayPoint): number =>
  (Math.atan2(to.east - from.east, to.north - from.north) * 180) / Math.PI;

/** Seconds from one point to another through the wind; Infinity where it does not get there. */
function secondsBetween(power: PowerData, wind: Wind, from: WayPoint, to: WayPoint): number {
  const metres = Math.hypot(to.north - from.north, to.east - from.east);
  if (metres === 0) return 0;
  const speed = groundSpeed(power.speed, track(from, to), wind);
  return speed === undefined ? Infinity : metres / speed;
}

/** Out of the hover into the cruise or back; nothing for what hovers along. */
const oneTransition = (power: PowerData): number => (power.cruise === undefined ? 0 : power.transition);

/**
 * Whether it comes home from every point of a mission: what it has taken up to there, what the straight way home takes with today's wind
 * (with a transition and the hover of the landing), and what is then left of `usable`, which has the reserve taken off. The powers are
 * taken with the upper end of their band. `mass` in kg, `usable` in Wh.
 * Source: energy is power times time; the triangle of velocities.
 * Example: 400 W, 20 m/s, no wind, hover of 900 W for 40 s twice: at 2,000 m it has used 21.1 Wh and takes 21.1 home.
 */
export function comeHome(
  power: PowerData,
  mass: number,
  wind: Wind,
  points: readonly WayPoint[],
  usable: number,
): readonly AtPoint[] {
  const more = 1 + power.band;
  const hover = (hoverPower(power, mass) * power.hoverSeconds * more) / 3600;
  const way = (seconds: number): number => (wayPower(power, mass) * seconds * more) / 3600;
  const home: WayPoint = { north: 0, east: 0, height: 0 };
  let used = hover + oneTransition(power);
  let seconds = power.hoverSeconds;
  let before = home;
  return points.map((point) => {
    const on = secondsBetween(power, wind, before, point);
    used += way(on) + climbEnergy(mass, point.height - before.height) * more;
    seconds += on;
    before = point;
    const back = way(secondsBetween(power, wind, point, home)) + oneTransition(power) + hover;
    return { used, home: back, left: usable - used - back, minutes: seconds / 60 };
  });
}
