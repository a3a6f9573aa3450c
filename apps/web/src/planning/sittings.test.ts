import fc from 'fast-check';
import { placeNames, sittingsOf, type LaneSlice } from './sittings.ts';
import { timeScale } from './time-scale.ts';

const slice = (from: number, to: number, group: string, look: LaneSlice['look'] = 'planned'): LaneSlice => ({
  key: `${group} ${from}`,
  from,
  to,
  title: `${group} at ${from}`,
  words: '',
  look,
  group,
  groupTitle: group.toUpperCase(),
});

test('bars beside one another are one sitting under one name; another station, a pause, or what is done is not', () => {
  const found = sittingsOf(
    [
      slice(20, 30, 'run-up'),
      slice(0, 10, 'run-up', 'done'),
      slice(10, 20, 'run-up'),
      slice(35, 40, 'run-up'),
      slice(40, 50, 'taxi'),
      slice(90, 95, 'taxi'),
    ],
    5,
  );
  expect(found.map((s) => [s.from, s.to, s.name])).toEqual([
    [0, 10, 'run-up at 0'],
    [10, 40, 'RUN-UP 3'],
    [40, 50, 'taxi at 40'],
    [90, 95, 'taxi at 90'],
  ]);
});

test('no bar is lost and none moved, whatever there is (property)', () => {
  const any = fc.record({ from: fc.nat(100), long: fc.nat(20), group: fc.constantFrom('a', 'b') });
  fc.assert(
    fc.property(fc.array(any, { maxLength: 30 }), fc.nat(10), (bars, gap) => {
      const slices = bars.map(({ from, long, group }, i) => ({
        ...slice(from, from + long, group),
        key: `${i}`,
      }));
      const found = sittingsOf(slices, gap);
      expect(found.flatMap((s) => s.slices.map((x) => x.key)).sort()).toEqual(
        slices.map((s) => s.key).sort(),
      );
      for (const s of found) {
        expect(s.from).toBe(Math.min(...s.slices.map((x) => x.from)));
        expect(s.to).toBe(Math.max(...s.slices.map((x) => x.to)));
      }
    }),
  );
});

test('names never lie over one another and never beyond the edge, whatever they are (property)', () => {
  const any = fc.record({
    place: fc.double({ min: 0, max: 1, noNaN: true }),
    length: fc.double({ min: 0.01, max: 0.4, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(any, { maxLength: 12 }), fc.integer({ min: 1, max: 4 }), (given, rows) => {
      const put = placeNames(
        given.map((g, i) => ({ ...g, name: `${i}` })),
        rows,
      );
      const [heaviest] = put;
      // The first has all it needs, or what there is up to the edge, which is never next to nothing.
      const { place: own = 0, length = 0 } = given[0] ?? {};
      if (given.length > 0)
        expect(heaviest?.room).toBeCloseTo(Math.min(length, Math.max(1 - own, Math.min(length, 0.14))), 9);

      for (const [i, a] of put.entries()) {
        const own = given[Number(a.name)];
        expect(a.place + a.room).toBeLessThanOrEqual(1 + 1e-9);
        // At what it names, or as far to the left of it as the edge asks for.
        expect(a.place).toBeCloseTo(
          Math.max(0, Math.min(own?.place ?? 0, 1 - Math.min(own?.length ?? 0, 0.14))),
          9,
        );
        expect(a.row).toBeLessThan(rows);
        for (const b of put.slice(i + 1))
          if (a.row === b.row)
            expect(a.place + a.room <= b.place + 1e-9 || b.place + b.room <= a.place + 1e-9).toBe(true);
      }
    }),
  );
  // Where each has a row of its own, each has all the room it needs.
  expect(
    placeNames(
      [
        { name: 'Roll', place: 0.5, length: 0.1 },
        { name: 'Fly', place: 0.55, length: 0.1 },
      ],
      2,
    ),
  ).toEqual([
    { name: 'Roll', place: 0.5, room: 0.1, row: 0 },
    { name: 'Fly', place: 0.55, room: 0.1, row: 1 },
  ]);
  const [release] = placeNames([{ name: 'Release', place: 0.99, length: 0.1 }], 1);
  expect(release?.place).toBeCloseTo(0.9, 9);
  expect(release?.room).toBeCloseTo(0.1, 9);
});

test('times on the scale have room beside one another, on one day and on several', () => {
  const DAY = {
    start: '',
    hours: { from: 480, to: 1080, offset: 0 },
    days: 3,
    people: [],
    places: {},
    instrumentsAway: {},
  };
  const hour = 3_600_000;
  fc.assert(
    fc.property(fc.array(fc.nat(72 * 60), { minLength: 2, maxLength: 12 }), (minutes) => {
      const scale = timeScale(
        DAY,
        minutes.map((m) => Date.parse('2026-11-27T00:00:00Z') + (m * hour) / 60),
      );
      const places = scale.hours.filter((h) => h.label !== '').map((h) => scale.place(h.ms));
      places.slice(1).forEach((p, i) => expect(p - (places[i] ?? 0)).toBeGreaterThanOrEqual(0.055));
    }),
  );
});
