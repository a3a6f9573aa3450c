import { frameOf, polygon } from './plan-frame.ts';
import { gearZones, propulsorZone, storeZone, surfaceOutline } from './plan-parts.ts';
import { structureZones } from './plan-structure.ts';
import type { Plan, Point, Zone } from './plan-types.ts';
import type { Layout, Place } from './types.ts';

function boxOf(zones: readonly Zone[]): Plan['box'] {
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const { outline } of zones) {
    const points: readonly Point[] =
      outline.kind === 'polygon'
        ? outline.points
        : [
            [outline.centre[0] - outline.radius, outline.centre[1] - outline.radius],
            [outline.centre[0] + outline.radius, outline.centre[1] + outline.radius],
          ];
    for (const [x, y] of points) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
  }
  return { left, top, width: right - left, height: bottom - top };
}

/**
 * Draws the plan of an airframe from its layout: every surface, propulsor, tank and pack as a zone under its
 * own id, and the structure round them. Later zones lie over earlier ones. A drawing, not a measurement: places
 * are typical of the form, only span, length and disc diameters are to scale.
 * Example: a multirotor of six gives a body, six arms and six discs of their diameter on a ring.
 */
export function planOf(layout: Layout): Plan {
  const f = frameOf(layout);
  const perPlace = new Map<Place, number>();
  const zones = [
    ...structureZones(layout, f),
    ...gearZones(layout, f),
    ...layout.stores.map((s) => {
      const among = perPlace.get(s.place) ?? 0;
      perPlace.set(s.place, among + 1);
      return storeZone(s, layout, f, among);
    }),
    ...layout.surfaces.map((s) => polygon(s.id, s.title, 'surface', surfaceOutline(s, layout, f))),
    ...layout.propulsors.map((p) => propulsorZone(p, layout, f)),
  ];
  return { zones, box: boxOf(zones) };
}
