import type { Instrument } from '@kanzel/core';
import { takeScales } from './take-scales.ts';

const POINTS = [
  { id: '1', title: 'Left wheel' },
  { id: '2', title: 'Right wheel' },
];
const scale = (id: string, value: number, spread = 0, unit = 'kg') => ({ id, value, unit, spread });
const instrument = (resolution: number, accuracy: number, unit = 'kg'): Instrument => ({
  id: 'scales',
  name: 'Scales',
  unit,
  accuracy,
  resolution,
  calibratedUntil: null,
  measures: [],
});

test('scales go under the points of their names, in the unit of the sheet', () => {
  const heard = [scale('2', 200.5), scale('1', 100)];
  expect(takeScales(heard, POINTS, 'kg', instrument(0.5, 0.5))).toEqual({
    texts: { '1': '100', '2': '200.5' },
    says: [],
  });
  // 100 kg are 220.462 lb.
  expect(takeScales(heard, POINTS, 'lb', instrument(0.5, 0.5)).texts['1']).toBe('220.462');
});

test('what moves by more than two steps of its own display is not taken, whatever the scale weighs', () => {
  const restless = (spread: number, tool: Instrument | undefined): boolean =>
    takeScales([scale('1', 5, spread), scale('2', 5)], POINTS, 'kg', tool).texts['1'] === undefined;
  expect([1, 1.1].map((s) => restless(s, instrument(0.5, 0.5)))).toEqual([false, true]);
  // A scale for drones, and one that says its step in grams.
  expect([0.02, 0.03, 1].map((s) => restless(s, instrument(0.01, 0.01)))).toEqual([false, true, true]);
  expect([0.02, 0.03].map((s) => restless(s, instrument(10, 10, 'g')))).toEqual([false, true]);
  // Nobody named an instrument: a thousandth of the load.
  expect([0.005, 0.006].map((s) => restless(s, undefined))).toEqual([false, true]);
  expect(takeScales([scale('1', 5, 1), scale('2', 5)], POINTS, 'kg', instrument(0.5, 0.4)).says).toEqual([]);
  expect(takeScales([scale('1', 5, 1.2), scale('2', 5)], POINTS, 'kg', instrument(0.5, 0.4)).says[0]).toMatch(
    /^Not at rest, and not taken: Left wheel \(moving by 1\.20\skg\)/,
  );
});

test('a scale is never put under a leg by guess: in their order only when no name fits and the count does', () => {
  const other = [scale('a', 100), scale('b', 200)];
  expect(takeScales(other, POINTS, 'kg', undefined)).toMatchObject({
    texts: { '1': '100', '2': '200' },
    says: [expect.stringMatching(/taken in their order/)],
  });
  expect(takeScales([scale('a', 100), scale('2', 200)], POINTS, 'kg', undefined)).toEqual({
    texts: { '2': '200' },
    says: ['No scale answers for Left wheel.'],
  });
  expect(takeScales([...other, scale('c', 1)], POINTS, 'kg', undefined).says).toEqual([
    'No scale answers for Left wheel, Right wheel.',
  ]);
  expect(takeScales([scale('1', 20, 0, 'mm'), scale('2', 5)], POINTS, 'kg', undefined).says).toEqual([
    'No scale answers for Left wheel.',
  ]);
});
