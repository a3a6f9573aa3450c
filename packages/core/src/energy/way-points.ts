import { frameOf, type MissionItem } from '../mission/mission.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import type { WayPoint } from './come-home.ts';

/** Items that are flown to, by MAV_CMD: waypoint, the loiters, land, take-off, spline, and the two of a vehicle that lifts off upright. */
const FLOWN_TO: readonly number[] = [16, 17, 18, 19, 21, 22, 82, 84, 85];
/** Heights above where it takes off, by MAV_FRAME. */
const ABOVE_HOME = 3;
/** Metres of one degree of latitude on the mean sphere of the earth. */
const METRES_PER_DEGREE = (6_371_000 * Math.PI) / 180;

/**
 * The points of a mission in metres from the first of them, which is where it takes off; near enough to it for a flat map (tens of km).
 * An item without a position is where the one before it was.
 * Errors: `missionHeights` where a height counts from the sea or the ground; `missionNotThere` without any point.
 * Source: equirectangular projection at the latitude of the first point.
 * Example: 0.01° further north at 60 m is 1,112 m north, 0 east, 60 up.
 */
export function wayPointsOf(items: readonly MissionItem[]): Result<readonly WayPoint[], Reason> {
  const flown = items.filter((i) => FLOWN_TO.includes(i.command));
  const home = flown.find((i) => i.x !== 0 || i.y !== 0);
  if (!home) return err(reason('missionNotThere'));
  if (flown.some((i) => i.z !== null && frameOf(i.frame) !== ABOVE_HOME))
    return err(reason('missionHeights'));
  const narrower = Math.cos(((home.x / 1e7) * Math.PI) / 180);
  let before: WayPoint = { north: 0, east: 0, height: 0 };
  return ok(
    flown.map((item) => {
      const placed = item.x !== 0 || item.y !== 0;
      before = {
        north: placed ? ((item.x - home.x) / 1e7) * METRES_PER_DEGREE : before.north,
        east: placed ? ((item.y - home.y) / 1e7) * METRES_PER_DEGREE * narrower : before.east,
        height: item.z ?? before.height,
      };
      return before;
    }),
  );
}
