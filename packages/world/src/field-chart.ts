/** Where Grauholm lies, and how many metres a degree is there. */
const FIELD = { longitude: 1.4, latitude: 57.6 };
const METRES = (6_371_000 * Math.PI) / 180;
const NARROWER = Math.cos((FIELD.latitude * Math.PI) / 180);

/** Metres to the north and east of the field, as a position. */
const position = (north: number, east: number): readonly [number, number] => [
  Number((FIELD.longitude + east / METRES / NARROWER).toFixed(6)),
  Number((FIELD.latitude + north / METRES).toFixed(6)),
];

const feature = (type: string, coordinates: unknown, properties: object) => ({
  type: 'Feature',
  properties,
  geometry: { type, coordinates },
});
const outline = (...corners: readonly (readonly [number, number])[]) => [
  [...corners, ...corners.slice(0, 1)].map(([north, east]) => position(north, east)),
];

/** A runway through a place, along a heading. */
function runway(name: string, heading: number, length: number, surface: string, north = 0, east = 0) {
  const [n, e] = [Math.cos((heading * Math.PI) / 180), Math.sin((heading * Math.PI) / 180)];
  const end = (share: number) => position(north + share * length * n, east + share * length * e);
  return feature('LineString', [end(-0.5), end(0.5)], { kind: 'runway', name, surface });
}

const STEP = 100;
const REACH = 4000;

/** How high the island is: a low field, cliffs to the west, a hill with the quarry to the south, the sea around it. */
function heightAt(north: number, east: number): number {
  const shore = Math.hypot(north / 2600, (east + 200) / 3100);
  if (shore > 1) return 0;
  const low = 12 * Math.min(1, (1 - shore) * 6);
  const cliffs = 95 / (1 + Math.exp((east + 1650) / 130));
  const hill = 130 * Math.exp(-((north + 1500) ** 2 + (east - 400) ** 2) / 500 ** 2);
  return Math.round(low + cliffs + hill);
}

/** The chart of Grauholm as GeoJSON: invented, like the island. */
export function grauholmChart(): string {
  const along = Array.from({ length: (2 * REACH) / STEP + 1 }, (_, i) => -REACH + i * STEP);
  return JSON.stringify({
    type: 'FeatureCollection',
    features: [
      feature('Point', position(0, 0), { kind: 'field', name: 'Grauholm', elevation: 12 }),
      runway('06/24', 62, 920, 'hard'),
      runway('14/32', 141, 640, 'grass', -60, 260),
      feature('Point', position(-1500, 400), { kind: 'obstacle', name: 'Mast on the quarry', top: 196 }),
      feature('Point', position(350, -2350), { kind: 'obstacle', name: 'Lighthouse', top: 128 }),
      feature('Polygon', outline([420, 500], [1500, 700], [1750, 1500], [1000, 1900], [380, 1300]), {
        kind: 'no-landing',
        name: 'Bog',
      }),
      feature('Polygon', outline([900, -900], [1350, -850], [1300, -250], [850, -350]), {
        kind: 'landing',
        name: 'Grazing at the mill',
      }),
      feature('Polygon', outline([-700, -1150], [-400, -1100], [-450, -600], [-750, -650]), {
        kind: 'landing',
        name: 'Hay meadow',
      }),
      feature('Polygon', outline([-350, 2050], [-120, 2050], [-100, 2650], [-330, 2600]), {
        kind: 'landing',
        name: 'East strand',
      }),
      feature('Point', position(-REACH, -REACH), {
        kind: 'terrain',
        step: STEP,
        rows: along.map((north) => along.map((east) => heightAt(north, east))),
      }),
    ],
  });
}
