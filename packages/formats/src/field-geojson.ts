import {
  aimsOn,
  aimsOnRunway,
  err,
  groundAt,
  ok,
  ownMember,
  placeAround,
  type ChartRunway,
  type FieldChart,
  type LandingPlace,
  type MapPlace,
  type Obstacle,
  type Outline,
  type Position,
  type Result,
  type Terrain,
} from '@kanzel/core';
import { boundJson } from './json-bounds.ts';

/** What a chart may hold at most. */
const BOUNDS = { depth: 12, members: 60, values: 400_000 };
export const MOST_CHART_BYTES = 4_000_000;
const MOST_FEATURES = 300;
const MOST_CORNERS = 600;
/** Nothing lies further from the field than this (m). */
const FURTHEST = 60_000;
const HEIGHTS = { low: -450, high: 9000 };
const STEPS = { low: 20, high: 2000 };
const FIGURES_OF_NAME = 60;

type Members = Readonly<Record<string, unknown>>;
const isMembers = (value: unknown): value is Members =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What is wrong with a feature; thrown within this file and caught at its door, so that each reading can be one line. */
class Wrong extends Error {}
const wrong = (what: string): never => {
  throw new Wrong(what);
};

const figure = (of: Members, member: string, low: number, high: number): number => {
  const value = ownMember(of, member);
  return typeof value === 'number' && value >= low && value <= high
    ? value
    : wrong(`“${member}” is a figure from ${low} to ${high}`);
};
const nameIn = (of: Members): string => {
  const name = ownMember(of, 'name');
  return typeof name === 'string' && name.trim() !== '' && name.length <= FIGURES_OF_NAME
    ? name.trim()
    : wrong(`“name” is a text of at most ${FIGURES_OF_NAME} letters`);
};

/** Longitude and latitude, in this order (RFC 7946), as degrees. */
function degrees(position: unknown): readonly [number, number] {
  if (!Array.isArray(position)) return wrong('a position is a list of longitude and latitude');
  const [longitude, latitude] = position as readonly unknown[];
  return typeof longitude === 'number' &&
    typeof latitude === 'number' &&
    Math.abs(longitude) <= 180 &&
    Math.abs(latitude) <= 89
    ? [longitude, latitude]
    : wrong('longitude is within 180 degrees and latitude within 89');
}

/** Around what everything is counted in metres. */
const mapAround =
  (origin: Position) =>
  (position: unknown): MapPlace => {
    const [longitude, latitude] = degrees(position);
    const place = placeAround(origin, { latitude, longitude });
    return Math.hypot(place.north, place.east) <= FURTHEST
      ? place
      : wrong(`it lies more than ${FURTHEST / 1000} km from the field`);
  };

interface Feature {
  readonly kind: string;
  readonly properties: Members;
  readonly type: string;
  readonly coordinates: unknown;
}

function featureOf(value: unknown): Feature {
  const properties = isMembers(value) ? value['properties'] : undefined;
  const geometry = isMembers(value) ? value['geometry'] : undefined;
  if (!isMembers(properties) || !isMembers(geometry)) return wrong('a feature has properties and a geometry');
  const [kind, type] = [properties['kind'], geometry['type']];
  return typeof kind === 'string' && typeof type === 'string'
    ? { kind, properties, type, coordinates: geometry['coordinates'] }
    : wrong('it says what “kind” it is, and the type of its geometry');
}

const isOfType = ({ type, kind }: Feature, wanted: string): true =>
  type === wanted ? true : wrong(`a ${kind} is a ${wanted}`);

function outlineOf(feature: Feature, onMap: (position: unknown) => MapPlace): Outline {
  isOfType(feature, 'Polygon');
  const [ring] = Array.isArray(feature.coordinates) ? (feature.coordinates as readonly unknown[]) : [];
  if (!Array.isArray(ring) || ring.length < 4 || ring.length > MOST_CORNERS)
    return wrong(`its outline has three corners to ${MOST_CORNERS}, and comes back to the first`);
  const corners = ring.map(onMap);
  const [first, last] = [corners[0], corners.at(-1)];
  return first && last && Math.hypot(first.north - last.north, first.east - last.east) < 1
    ? corners.slice(0, -1)
    : wrong('its outline does not come back to its first corner');
}

function runwayOf(feature: Feature, onMap: (position: unknown) => MapPlace): ChartRunway {
  isOfType(feature, 'LineString');
  const line = Array.isArray(feature.coordinates) ? (feature.coordinates as readonly unknown[]) : [];
  if (line.length !== 2) return wrong('a runway is a line from one end to the other');
  const [from, to] = [onMap(line[0]), onMap(line[1])];
  const length = Math.hypot(to.north - from.north, to.east - from.east);
  if (length < 50 || length > 6000) return wrong('a runway is 50 m to 6000 m long');
  const surface = feature.properties['surface'];
  if (surface !== 'hard' && surface !== 'grass') return wrong('its “surface” is hard or grass');
  return { name: nameIn(feature.properties), ends: [from, to], hard: surface === 'hard' };
}

function terrainOf(feature: Feature, onMap: (position: unknown) => MapPlace): Terrain {
  isOfType(feature, 'Point');
  const rows = feature.properties['rows'];
  const [first] = Array.isArray(rows) ? (rows as readonly unknown[]) : [];
  const columns = Array.isArray(first) ? first.length : 0;
  if (!Array.isArray(rows) || rows.length < 2 || columns < 2)
    return wrong('its “rows” are two lists at least, of two heights at least');
  return {
    corner: onMap(feature.coordinates),
    step: figure(feature.properties, 'step', STEPS.low, STEPS.high),
    rows: (rows as readonly unknown[]).map((row, i) =>
      Array.isArray(row) && row.length === columns
        ? (row as readonly unknown[]).map((height) =>
            height === null || (typeof height === 'number' && height >= HEIGHTS.low && height <= HEIGHTS.high)
              ? height
              : wrong(`row ${i + 1} has a height that is none; null where it is not known`),
          )
        : wrong(`row ${i + 1} has not as many heights as the first`),
    ),
  };
}

/** Where a field can be landed on, and how high it lies: as it says, else as high as the ground there, where that is known. */
function landingPlace(
  name: string,
  aims: readonly MapPlace[],
  said: number | undefined,
  terrain: Terrain | undefined,
): LandingPlace {
  const grounds = aims.map((aim) => groundAt({ terrain }, aim));
  const known = grounds.flatMap((g) => g ?? []);
  const elevation =
    said ?? (known.length === aims.length && known.length > 0 ? Math.max(...known) : undefined);
  return elevation === undefined
    ? wrong(`how high “${name}” lies is not known: say its “elevation”, or give the terrain there`)
    : { name, aims, elevation };
}

const KINDS = ['field', 'runway', 'obstacle', 'no-landing', 'landing', 'terrain'];

function chartOf(features: readonly Feature[], at: (feature: number) => void): FieldChart {
  const fields = features.filter((f) => f.kind === 'field');
  const [field] = fields;
  at(
    Math.max(
      0,
      features.findIndex((f) => f.kind === 'field'),
    ),
  );
  if (!field || fields.length > 1) return wrong('a chart has one field, around which it lies');
  isOfType(field, 'Point');
  const [longitude, latitude] = degrees(field.coordinates);
  const origin = { latitude, longitude };
  const onMap = mapAround(origin);
  const elevation = figure(field.properties, 'elevation', HEIGHTS.low, HEIGHTS.high);
  const each = <T>(kind: string, read: (feature: Feature) => T): readonly T[] =>
    features.flatMap((feature, i) => {
      if (feature.kind !== kind) return [];
      at(i);
      return [read(feature)];
    });
  features.forEach((feature, i) => {
    at(i);
    if (!KINDS.includes(feature.kind)) wrong(`“kind” is one of ${KINDS.join(', ')}`);
  });
  const [terrain, second] = each('terrain', (f) => terrainOf(f, onMap));
  if (second) return wrong('there is one terrain at most');
  const runways = each('runway', (f) => runwayOf(f, onMap));
  const obstacles = each('obstacle', (f): Obstacle => {
    isOfType(f, 'Point');
    return {
      name: nameIn(f.properties),
      at: onMap(f.coordinates),
      top: figure(f.properties, 'top', HEIGHTS.low, HEIGHTS.high),
    };
  });
  const named = (f: Feature) => ({ name: nameIn(f.properties), outline: outlineOf(f, onMap) });
  const forbidden = each('no-landing', named);
  const outlines = forbidden.map((f) => f.outline);
  const landing = each('landing', (f) => {
    const { name, outline } = named(f);
    const aims = aimsOn(outline, outlines);
    if (aims.length === 0) return wrong('nothing is left of it that can be landed on');
    const said = Object.hasOwn(f.properties, 'elevation')
      ? figure(f.properties, 'elevation', HEIGHTS.low, HEIGHTS.high)
      : undefined;
    return { name, outline, place: landingPlace(name, aims, said, terrain) };
  });
  return {
    name: nameIn(field.properties),
    origin,
    elevation,
    runways,
    obstacles,
    forbidden,
    fields: landing.map(({ name, outline }) => ({ name, outline })),
    places: [
      ...runways.map(({ name, ends }) => ({ name, aims: aimsOnRunway(ends), elevation })),
      ...landing.map((l) => l.place),
    ],
    terrain,
  };
}

/**
 * A field chart from GeoJSON (RFC 7946; docs/formats/field-chart.md): the field, its runways, obstacles, what can and what cannot be landed
 * on, and a grid of heights. Metres around the field, heights in metres above the sea. Errors: a sentence with the feature, counted from 1;
 * nothing is taken in part.
 * Example: a runway from [1.4, 57.6] to [1.41, 57.6] around a field at [1.4, 57.6] lies 596 m to the east.
 */
export function readFieldChart(text: string): Result<FieldChart, string> {
  const kept = 'Nothing was taken.';
  const bytes = new TextEncoder().encode(text);
  if (bytes.length > MOST_CHART_BYTES)
    return err(`The chart has more than ${MOST_CHART_BYTES} bytes. ${kept}`);
  const bounded = boundJson(bytes, BOUNDS);
  if (!bounded.ok)
    return err(`The chart holds too much, or what is no figure, at byte ${bounded.error.at}. ${kept}`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return err(`The chart is no JSON: it may have been cut off. ${kept}`);
  }
  const features = isMembers(value) && value['type'] === 'FeatureCollection' ? value['features'] : undefined;
  if (!Array.isArray(features) || features.length > MOST_FEATURES)
    return err(`The chart is a FeatureCollection of at most ${MOST_FEATURES} features. ${kept}`);
  let feature = 0;
  try {
    const read = features.map((f: unknown, i) => {
      feature = i;
      return featureOf(f);
    });
    return ok(chartOf(read, (i) => (feature = i)));
  } catch (error) {
    if (!(error instanceof Wrong)) throw error;
    return err(`Feature ${feature + 1}: ${error.message}. ${kept}`);
  }
}
