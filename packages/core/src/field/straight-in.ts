import type { ChartRunway, FieldChart, MapPlace } from './field-chart.ts';
import type { Gliding, WayDown } from './glide-cover.ts';

const RAD = Math.PI / 180;
/** Lined up with a runway: no further beside it (m), and pointing no further aside (°). */
const BESIDE = 60;
const ASIDE = 20;
/** A straight way in is looked at no further out than this (m): beyond it the ground counts as on any other way. */
const FURTHEST = 1500;

/** Straight on to one end of a runway and along it. */
function ontoEnd(
  runway: ChartRunway,
  [near, far]: readonly [MapPlace, MapPlace],
  { elevation }: FieldChart,
  { glider, drift }: Gliding,
  at: MapPlace,
  course: number,
  height: number,
): WayDown | undefined {
  const length = Math.hypot(far.north - near.north, far.east - near.east);
  const [n, e] = [(far.north - near.north) / length, (far.east - near.east) / length];
  const [dn, de] = [at.north - near.north, at.east - near.east];
  const along = dn * n + de * e;
  const aside = Math.cos(course * RAD) * n + Math.sin(course * RAD) * e;
  if (Math.abs(de * n - dn * e) > BESIDE || aside < Math.cos(ASIDE * RAD)) return undefined;
  if (along > length || along < -FURTHEST) return undefined;
  const speed = glider.speed + drift.north * n + drift.east * e;
  if (speed <= 0) return undefined;
  // High over the last of it there is no stopping on it.
  if (height - elevation > (length - along - glider.roll) / glider.steepest) return undefined;
  const seconds = Math.max(0, -along) / speed;
  return {
    place: runway.name,
    aim: along < 0 ? near : far,
    height: elevation + glider.margin * seconds * glider.sink,
    turned: 0,
    seconds,
  };
}

/**
 * Whether it can be landed straight ahead on a runway that it is lined up with, and from which height at least: nothing is left over to
 * line up with, since it is; but it has to come down and stop on what is left of the runway. Undefined where it is not lined up, or
 * too high over the rest of it.
 *
 * Units: m, °. Boundary: exactly beside, aside, and as high as still stops, count.
 * Example: 5 m over the middle of 900 m, 250 m of landing run, 7 to one at the steepest: 450 m − 250 m hold 28 m of height; from the ground on.
 */
export function straightIn(
  chart: FieldChart,
  gliding: Gliding,
  at: MapPlace,
  course: number,
  height: number,
): WayDown | undefined {
  return chart.runways
    .flatMap((runway) =>
      ([runway.ends, [runway.ends[1], runway.ends[0]]] as const).flatMap(
        (ends) => ontoEnd(runway, ends, chart, gliding, at, course, height) ?? [],
      ),
    )
    .sort((a, b) => a.height - b.height)[0];
}
