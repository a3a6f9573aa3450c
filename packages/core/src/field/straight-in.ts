import { groundAt, type ChartRunway, type FieldChart, type MapPlace } from './field-chart.ts';
import type { Gliding, WayDown } from './glide-cover.ts';

const RAD = Math.PI / 180;
/** Lined up with a runway: no further beside it (m), and pointing no further aside (°). */
const BESIDE = 60;
const ASIDE = 20;
/** A straight way in is looked at no further out than this (m): beyond it the ground counts as on any other way. */
const FURTHEST = 1500;

/** Ground is looked at every so many metres of the way in, and an obstacle is flown over where it stands so near to it (m). */
const EVERY = 40;
const NEAR = 100;

/**
 * What ground and obstacles on the way in ask for: over the ground nothing more than that it is not in it, since it comes down to it; over an
 * obstacle the clearance. Undefined where the ground is not known.
 */
function overWayIn(
  chart: FieldChart,
  { glider }: Gliding,
  out: number,
  speed: number,
  placeAt: (metresOut: number) => MapPlace,
): number | undefined {
  let needed = -Infinity;
  const steps = Math.ceil(out / EVERY);
  for (let i = 0; i <= steps && out > 0; i += 1) {
    const metres = out * (1 - i / steps);
    const here = placeAt(metres);
    const ground = groundAt(chart, here);
    if (ground === undefined) return undefined;
    const lost = (glider.margin * glider.sink * (out - metres)) / speed;
    const tops = chart.obstacles
      .filter((o) => Math.hypot(o.at.north - here.north, o.at.east - here.east) <= NEAR + EVERY)
      .map((o) => o.top + glider.clearance);
    needed = Math.max(needed, lost + Math.max(ground, ...tops));
  }
  return needed;
}

/** Straight on to one end of a runway and along it. */
function ontoEnd(
  runway: ChartRunway,
  [near, far]: readonly [MapPlace, MapPlace],
  chart: FieldChart,
  gliding: Gliding,
  at: MapPlace,
  course: number,
  height: number,
): WayDown | undefined {
  const { elevation } = chart;
  const { glider, drift } = gliding;
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
  const out = Math.max(0, -along);
  const needed = overWayIn(chart, gliding, out, speed, (metres) => ({
    north: near.north - metres * n,
    east: near.east - metres * e,
  }));
  if (needed === undefined) return undefined;
  const seconds = out / speed;
  return {
    place: runway.name,
    aim: along < 0 ? near : far,
    height: Math.max(needed, elevation + glider.margin * seconds * glider.sink),
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
