/** Metres from the middle of a chart, on a flat map: near enough for some tens of kilometres. */
export interface MapPlace {
  readonly north: number;
  readonly east: number;
}

/** A closed line; its last corner is joined to its first. */
export type Outline = readonly MapPlace[];

export interface ChartRunway {
  readonly name: string;
  readonly ends: readonly [MapPlace, MapPlace];
  readonly hard: boolean;
}

/** Somewhere an aircraft without an engine can be put down. */
export interface LandingPlace {
  readonly name: string;
  /** Where on it it is flown to, any of them. */
  readonly aims: readonly MapPlace[];
  /** Metres above the sea. */
  readonly elevation: number;
}

export interface Obstacle {
  readonly name: string;
  readonly at: MapPlace;
  /** Metres above the sea. */
  readonly top: number;
}

/** Heights above the sea on a square grid, from its south-west corner, rows to the north; null where nobody knows. */
export interface Terrain {
  readonly corner: MapPlace;
  /** Metres from one height to the next. */
  readonly step: number;
  readonly rows: readonly (readonly (number | null)[])[];
}

/** Degrees, north and east above nothing. */
export interface Position {
  readonly latitude: number;
  readonly longitude: number;
}

/** Metres of one degree of latitude on the mean sphere of the earth. */
const METRES_PER_DEGREE = (6_371_000 * Math.PI) / 180;

/**
 * A position as a place around another. Source: equirectangular projection at the latitude of the middle; good to a thousandth within 60 km.
 * Example: a hundredth of a degree north of 57.6° N is 1112 m north, a hundredth east 596 m east.
 */
export const placeAround = (middle: Position, { latitude, longitude }: Position): MapPlace => ({
  north: (latitude - middle.latitude) * METRES_PER_DEGREE,
  east: (longitude - middle.longitude) * METRES_PER_DEGREE * Math.cos((middle.latitude * Math.PI) / 180),
});

/** What there is around a field. Heights in metres above the sea. */
export interface FieldChart {
  readonly name: string;
  /** Where its middle lies. */
  readonly origin: Position;
  readonly elevation: number;
  readonly runways: readonly ChartRunway[];
  readonly obstacles: readonly Obstacle[];
  /** Where nothing can be landed on. */
  readonly forbidden: readonly { readonly name: string; readonly outline: Outline }[];
  readonly fields: readonly { readonly name: string; readonly outline: Outline }[];
  /** Runways and fields, with where on them it is aimed. */
  readonly places: readonly LandingPlace[];
  readonly terrain: Terrain | undefined;
}

/**
 * The highest of the four heights around a place (m above the sea); undefined beyond the grid, where one of them is not known, and without a
 * grid at all: what is not known is not taken for flat.
 * Example: between 10, 12, 11 and 30 m it is 30 m.
 */
export function groundAt({ terrain }: Pick<FieldChart, 'terrain'>, at: MapPlace): number | undefined {
  if (!terrain) return undefined;
  const [x, y] = [
    (at.east - terrain.corner.east) / terrain.step,
    (at.north - terrain.corner.north) / terrain.step,
  ];
  let highest = -Infinity;
  for (const row of [Math.floor(y), Math.ceil(y)])
    for (const column of [Math.floor(x), Math.ceil(x)]) {
      const height = terrain.rows[row]?.[column];
      if (height === undefined || height === null) return undefined;
      highest = Math.max(highest, height);
    }
  return highest;
}

/** Whether a place lies inside an outline; on its line it may count either way. Source: crossings of a ray. */
export function isWithinOutline({ north, east }: MapPlace, outline: Outline): boolean {
  let inside = false;
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length] ?? a;
    if (a.north > north === b.north > north) return;
    if (east < a.east + ((north - a.north) / (b.north - a.north)) * (b.east - a.east)) inside = !inside;
  });
  return inside;
}

/** Aims on a field lie so far apart (m), and there are no more of them. */
const AIMS_APART = 120;
const MOST_AIMS = 12;

/**
 * Where on a field it is flown to: inside it, outside what cannot be landed on, at most twelve, spread over it; none where nothing is left.
 * Example: 200 m by 200 m of free grass: four.
 */
export function aimsOn(outline: Outline, forbidden: readonly Outline[]): readonly MapPlace[] {
  const [norths, easts] = [outline.map((p) => p.north), outline.map((p) => p.east)];
  const [south, north, west, east] = [
    Math.min(...norths),
    Math.max(...norths),
    Math.min(...easts),
    Math.max(...easts),
  ];
  const all: MapPlace[] = [];
  const apart = Math.max(AIMS_APART, Math.sqrt(((north - south) * (east - west)) / 400));
  for (let n = south + apart / 2; n < north; n += apart)
    for (let e = west + apart / 2; e < east; e += apart) {
      const aim = { north: n, east: e };
      if (isWithinOutline(aim, outline) && !forbidden.some((f) => isWithinOutline(aim, f))) all.push(aim);
    }
  const every = Math.max(1, Math.ceil(all.length / MOST_AIMS));
  return all.filter((_, i) => i % every === 0);
}

/** Aims on a runway: a quarter from either end, and its middle. */
export const aimsOnRunway = ([a, b]: ChartRunway['ends']): readonly MapPlace[] =>
  [0.25, 0.5, 0.75].map((share) => ({
    north: a.north + share * (b.north - a.north),
    east: a.east + share * (b.east - a.east),
  }));
