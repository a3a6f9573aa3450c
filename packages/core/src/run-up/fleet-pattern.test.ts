import fc from 'fast-check';
import { offMiddle, unlikeFleet } from './fleet-pattern.ts';

/** Six engines of a type whose third cylinder is hotter by how it is cowled. */
const USUAL = [
  [-2, -1, 0, 1, 2, 0],
  [3, 5, 4, 4, 6, 2],
  [20, 18, 22, 21, 19, 20],
  [-4, -6, -5, -5, -3, -7],
];

test('the examples of the docstrings', () => {
  expect(offMiddle([700, 705, 696, 701])).toEqual([-0.5, 4.5, -4.5, 0.5]);
  expect(unlikeFleet([700, 704, 770, 696], USUAL)).toEqual([
    { cylinder: 3, by: expect.closeTo(48, 6) as number, engines: 6 },
  ]);
});

test('what is usual on the type is not named, however hot that cylinder is; the same cylinder cold is', () => {
  expect(unlikeFleet([700, 704, 722, 696], USUAL)).toEqual([]);
  expect(unlikeFleet([700, 704, 690, 696], USUAL).map((c) => [c.cylinder, Math.round(c.by)])).toEqual([
    [3, -28],
  ]);
});

test('another day moves all of them, and names none (property)', () => {
  fc.assert(
    fc.property(
      fc.array(fc.array(fc.integer({ min: -60, max: 60 }), { minLength: 5, maxLength: 5 }), {
        minLength: 3,
        maxLength: 18,
      }),
      fc.integer({ min: 400, max: 900 }),
      fc.nat(4),
      (offsets, level, engine) => {
        // The very engine of the fleet, on another day: its own middle may lie elsewhere than nought.
        const own = offsets.map((o) => o[engine] ?? 0);
        const found = unlikeFleet(
          own.map((o) => o + level),
          offsets,
        );
        const again = unlikeFleet(
          own.map((o) => o + level + 55),
          offsets,
        );
        expect(again.map((c) => c.cylinder)).toEqual(found.map((c) => c.cylinder));
      },
    ),
  );
});

test('exactly 25 K off what never varied is nothing, a little more is; the direction is told', () => {
  const same = [0, 0, 0, 0, 0].map(() => [0, 0, 0, 0, 0]);
  const at = (by: number) => unlikeFleet([700, 700, 700 + by, 700, 700], same);
  expect([at(25), at(-25)]).toEqual([[], []]);
  expect([at(25.5)[0]?.by, at(-25.5)[0]?.by]).toEqual([25.5, -25.5]);
});

test('fewer than five engines, fewer than three cylinders, and what was not read tell nothing', () => {
  expect(unlikeFleet([700, 704, 800, 696], [[], [], [20, 20, 20, 20], []])).toEqual([]);
  expect(unlikeFleet([700, 800], [USUAL[0] ?? [], USUAL[1] ?? []])).toEqual([]);
  expect(unlikeFleet([700, 704, undefined, 696], USUAL)).toEqual([]);
  expect(offMiddle([undefined, 700, 710])).toEqual([undefined, undefined, undefined]);
});
