import type { FieldChart, Glider, WindOver } from '../field/index.ts';

/** A glider whose sums are done in the head: twenty to one in still air. */
export const PLAIN: Glider = {
  speed: 20,
  sink: 1,
  bank: 30,
  margin: 1,
  arrival: 50,
  clearance: 30,
  roll: 250,
  steepest: 7,
};

export const CALM: WindOver = { from: 0, speed: 0 };

/** A field by the sea with nothing on it but what a test says. */
export const bareField = (
  change: Partial<FieldChart> & Pick<FieldChart, 'places' | 'terrain'>,
): FieldChart => ({
  name: 'Here',
  origin: { latitude: 57.6, longitude: 1.4 },
  elevation: 0,
  runways: [],
  obstacles: [],
  forbidden: [],
  fields: [],
  ...change,
});
