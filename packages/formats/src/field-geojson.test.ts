import { groundAt } from '@kanzel/core';
import { grauholmChart } from '@kanzel/world';
import { readFieldChart } from './field-geojson.ts';

interface Feature {
  properties: Record<string, unknown>;
  geometry: { type: string; coordinates: unknown };
}
const feature = (
  kind: string,
  type: string,
  coordinates: unknown,
  properties: Record<string, unknown> = {},
): Feature => ({ properties: { kind, name: kind, ...properties }, geometry: { type, coordinates } });
const FIELD = feature('field', 'Point', [1.4, 57.6], { elevation: 12 });
const RUNWAY = feature(
  'runway',
  'LineString',
  [
    [1.4, 57.6],
    [1.41, 57.6],
  ],
  { name: '09/27', surface: 'hard' },
);
const square = (lon: number, lat: number, by = 0.01) => [
  [
    [lon, lat],
    [lon + by, lat],
    [lon + by, lat + by],
    [lon, lat + by],
    [lon, lat],
  ],
];
const MEADOW = feature('landing', 'Polygon', square(1.42, 57.61), { name: 'Meadow', elevation: 20 });
const read = (...features: unknown[]) =>
  readFieldChart(JSON.stringify({ type: 'FeatureCollection', features }));
const said = (...features: unknown[]): string => {
  const found = read(...features);
  return found.ok ? 'ok' : found.error;
};

test('what is around a field, in metres from it: a hundredth of a degree is 1 112 m north and 596 m east there', () => {
  const found = read(FIELD, RUNWAY, MEADOW, feature('obstacle', 'Point', [1.4, 57.61], { top: 90 }));
  if (!found.ok) throw new Error(found.error);
  const [runway] = found.value.runways;
  expect(runway?.ends[1]).toEqual({ north: 0, east: expect.closeTo(595.8, 0) });
  expect(found.value.obstacles[0]).toMatchObject({
    at: { north: expect.closeTo(1112, 0), east: 0 },
    top: 90,
  });
  expect(found.value.places.map((p) => [p.name, p.elevation])).toEqual([
    ['09/27', 12],
    ['Meadow', 20],
  ]);
  expect(found.value.terrain).toBeUndefined();
});

test('a field lies as high as its terrain, where it does not say so; what the terrain does not know is not guessed', () => {
  const terrain = (rows: unknown, step = 100) => feature('terrain', 'Point', [1.39, 57.59], { rows, step });
  const rows = Array.from({ length: 60 }, (_, i) => Array.from({ length: 60 }, (__, j) => i + j));
  const { elevation, ...plain } = MEADOW.properties;
  const silent = { ...MEADOW, properties: plain };
  expect(elevation).toBe(20);
  const found = read(FIELD, silent, terrain(rows));
  if (!found.ok) throw new Error(found.error);
  expect(found.value.places[0]?.elevation).toBeGreaterThan(50);
  expect(said(FIELD, silent)).toBe(
    'Feature 2: how high “Meadow” lies is not known: say its “elevation”, or give the terrain there. Nothing was taken.',
  );
  const hole = rows.map((row, i) => (i > 30 ? row.map(() => null) : row));
  expect(said(FIELD, silent, terrain(hole))).toContain('is not known');
  expect(said(FIELD, terrain([[1, 2], [3]]))).toContain('row 2 has not as many heights as the first');
  expect(
    said(
      FIELD,
      terrain([
        [1, 2],
        [3, 'high'],
      ]),
    ),
  ).toContain('row 2 has a height that is none');
  expect(said(FIELD, terrain(rows), terrain(rows))).toContain('one terrain at most');
});

test('what is no chart is refused by its feature', () => {
  const change = (f: Feature, properties: object, geometry: object = {}): unknown => ({
    properties: { ...f.properties, ...properties },
    geometry: { ...f.geometry, ...geometry },
  });
  expect(
    [
      said(),
      said(FIELD, FIELD),
      said(FIELD, change(RUNWAY, { surface: 'tarred' })),
      said(FIELD, change(RUNWAY, {}, { coordinates: [[1.4, 57.6]] })),
      said(
        FIELD,
        change(
          RUNWAY,
          {},
          {
            coordinates: [
              [1.4, 57.6],
              [3.4, 57.6],
            ],
          },
        ),
      ),
      said(FIELD, change(MEADOW, { elevation: '20' })),
      said(FIELD, change(MEADOW, {}, { coordinates: [square(1.42, 57.61)[0]?.slice(0, 4)] })),
      said(FIELD, change(MEADOW, {}, { coordinates: square(57.6, 1.4) })),
      said(FIELD, { properties: {} }),
      said(FIELD, change(FIELD, { kind: 'harbour' })),
      said(FIELD, feature('no-landing', 'Polygon', square(1.41, 57.6, 0.03)), MEADOW),
    ].map((s) => s.replace(' Nothing was taken.', '')),
  ).toEqual([
    'Feature 1: a chart has one field, around which it lies.',
    'Feature 1: a chart has one field, around which it lies.',
    'Feature 2: its “surface” is hard or grass.',
    'Feature 2: a runway is a line from one end to the other.',
    'Feature 2: it lies more than 60 km from the field.',
    'Feature 2: “elevation” is a figure from -450 to 9000.',
    'Feature 2: its outline does not come back to its first corner.',
    'Feature 2: it lies more than 60 km from the field.',
    'Feature 2: a feature has properties and a geometry.',
    'Feature 2: “kind” is one of field, runway, obstacle, no-landing, landing, terrain.',
    'Feature 3: nothing is left of it that can be landed on.',
  ]);
  for (const text of [
    '',
    '[]',
    '{"type":"FeatureCollection"}',
    '{"type":"FeatureCollection","features":[',
    '[1e999]',
  ])
    expect(readFieldChart(text)).toMatchObject({ ok: false });
});

test('the chart that ships can be read: two runways, three fields, a hill with a mast, and ground wherever it reaches', () => {
  const found = readFieldChart(grauholmChart());
  if (!found.ok) throw new Error(found.error);
  const { runways, places, obstacles, forbidden } = found.value;
  expect([runways.length, places.length, obstacles.length, forbidden.length]).toEqual([2, 5, 2, 1]);
  expect(groundAt(found.value, { north: -1500, east: 400 })).toBeGreaterThan(120);
  expect(groundAt(found.value, { north: 3900, east: 3900 })).toBe(0);
});
