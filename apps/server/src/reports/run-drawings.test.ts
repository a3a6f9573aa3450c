import type { Reading, Series } from '@kanzel/core';
import { cylinderStrips, overlaidTraces } from './run-drawings.ts';

const degrees = (value: number): Reading => ({
  value,
  unit: 'degC',
  text: String(value),
  resolution: 1,
  source: 'live',
});
const series = (t: readonly number[], v: readonly number[]): Series => ({
  unit: 'rpm',
  resolution: 1,
  source: 'live',
  t,
  v,
});
const numbers = (svg: string, attribute: string): number[] =>
  [...svg.matchAll(new RegExp(`<rect[^>]* ${attribute}="([-\\d.]+)"`, 'g'))].map((m) => Number(m[1]));

test('a hotter cylinder has the higher bar, and one that is named is told apart by more than its colour', () => {
  const svg = cylinderStrips(
    { '1': degrees(700), '2': degrees(740), '3': degrees(255) },
    { '1': degrees(690), '2': degrees(690), '3': degrees(690) },
    new Set(['3']),
  );
  const [one = 0, two = 0, three = 0] = numbers(svg, 'height');
  expect(two).toBeGreaterThan(one);
  expect(one).toBeGreaterThan(three);
  expect(Math.min(...numbers(svg, 'y'), ...numbers(svg, 'height'))).toBeGreaterThanOrEqual(0);
  expect(svg.match(/stroke-dasharray/g)).toHaveLength(3);
  expect(svg.match(/<circle/g)).toHaveLength(1);
  expect(svg).not.toMatch(/NaN|Infinity|undefined/);
});

test('cylinders that are alike look alike: the scale is never so fine that a degree is a cliff', () => {
  const [one = 0, two = 0] = numbers(
    cylinderStrips({ '1': degrees(700), '2': degrees(702) }, {}, new Set()),
    'height',
  );
  expect(Math.abs(one - two)).toBeLessThan(3);
});

test('a recording is laid over the one before on one scale; a gap lifts the pen', () => {
  const now = series([0, 1, 2, 5, 6], [700, 1700, 1700, 1700, 700]);
  const alone = overlaidTraces(now, undefined);
  expect(alone.match(/<path/g)).toHaveLength(1);
  expect(alone.match(/M/g)).toHaveLength(2);
  const both = overlaidTraces(now, series([0, 6], [2400, 2400]));
  expect(both.match(/<path/g)).toHaveLength(2);
  expect(both).toContain('>2400</text>');
  expect(both).toContain('>700</text>');
  expect(both).not.toMatch(/NaN|Infinity|undefined/);
  expect(overlaidTraces(series([0, 1], [5, 5]), undefined)).not.toMatch(/NaN|Infinity/);
});
