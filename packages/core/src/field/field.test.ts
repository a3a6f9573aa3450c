import fc from 'fast-check';
import { coverOfTrack, type TrackMoment } from './covered-track.ts';
import {
  aimsOn,
  aimsOnRunway,
  groundAt,
  isWithinOutline,
  type FieldChart,
  type MapPlace,
} from './field-chart.ts';
import { bareField, CALM, PLAIN } from '../testing/gliding.ts';
import { glidingIn, lowestCover } from './glide-cover.ts';
import { straightIn } from './straight-in.ts';
import { firstTurns, patternTrack, type PlannedPattern } from './pattern.ts';

const G = 9.80665;
const RAD = Math.PI / 180;
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const flat = (height: number | null = 0, step = 500): FieldChart['terrain'] => ({
  corner: { north: -20_000, east: -20_000 },
  step,
  rows: Array.from({ length: 40_000 / step + 1 }, () => Array<number | null>(40_000 / step + 1).fill(height)),
});
const chart = (change: Partial<FieldChart> = {}): FieldChart =>
  bareField({
    places: [{ name: '06/24', aims: [{ north: 2000, east: 0 }], elevation: 0 }],
    terrain: flat(),
    ...change,
  });
const ORIGIN: MapPlace = { north: 0, east: 0 };
const cover = (c: FieldChart, glider = PLAIN, wind = CALM, at = ORIGIN, course = 0) =>
  lowestCover(c, glidingIn(glider, wind), at, course);

test('straight ahead it takes the distance over the glide, into the wind longer, and the margin and the arrival', () => {
  expect(cover(chart())?.height).toBeCloseTo(150, 6);
  expect(cover(chart(), PLAIN, { from: 0, speed: 5 })?.height).toBeCloseTo(50 + 2000 / 15, 6);
  expect(cover(chart(), PLAIN, { from: 180, speed: 5 })?.height).toBeCloseTo(50 + 2000 / 25, 6);
  expect(cover(chart(), { ...PLAIN, margin: 1.5 })?.height).toBeCloseTo(200, 6);
  // On the other side of a turn: half a circle at 30° of bank, and the way back with what the turn has moved it.
  const behind = cover(
    chart({ places: [{ name: 'Back', aims: [{ north: -2000, east: 0 }], elevation: 12 }] }),
  );
  expect(behind?.height).toBeGreaterThan(62 + 100);
  expect(Math.abs(behind?.turned ?? 0)).toBeGreaterThan(175);
  // A wind that it does not get into leaves nothing ahead.
  expect(cover(chart(), PLAIN, { from: 0, speed: 25 })).toBeUndefined();
});

const glider = fc.record({
  speed: between(12, 40),
  sink: between(0.8, 4),
  bank: between(20, 50),
  margin: between(1, 2),
  arrival: fc.constant(50),
  clearance: fc.constant(30),
  roll: fc.constant(250),
  steepest: fc.constant(7),
});
const wind = fc.record({ from: between(0, 360), speed: between(0, 10) });

/** So near the turn itself it may be met by the thickness of a step alone (m). */
const GRAZED = 100;

/** Not under the wheels: there the brute way is there before it has begun. */
const FAR = fc
  .tuple(fc.integer({ min: -5000, max: 5000 }), fc.integer({ min: -5000, max: 5000 }), between(0, 60))
  .filter(([north, east]) => Math.hypot(north, east) > 30);

test('no heading that is tried gets anywhere from lower, and one gets there from as low: 500 fields (property)', () => {
  fc.assert(
    fc.property(
      glider,
      wind,
      between(0, 360),
      fc.array(FAR, { minLength: 1, maxLength: 3 }),
      (flies, over, course, places) => {
        const found = cover(
          chart({
            places: places.map(([north, east, elevation], i) => ({
              name: String(i),
              aims: [{ north, east }],
              elevation,
            })),
          }),
          flies,
          over,
          ORIGIN,
          course,
        );
        const drift = {
          n: -over.speed * Math.cos(over.from * RAD),
          e: -over.speed * Math.sin(over.from * RAD),
        };
        // The heading whose way over the ground is the course: the nearest of many.
        let [heading, off] = [0, Infinity];
        for (let h = 0; h < 2 * Math.PI; h += 0.001) {
          const [n, e] = [flies.speed * Math.cos(h) + drift.n, flies.speed * Math.sin(h) + drift.e];
          const angle = Math.abs(Math.sin((Math.atan2(e, n) - course * RAD) / 2));
          if (angle < off) [heading, off] = [h, angle];
        }
        const load = 1 / Math.cos(flies.bank * RAD);
        const fast = flies.speed * Math.sqrt(load);
        const rate = (G * Math.tan(flies.bank * RAD)) / fast;
        const step = 0.1 * RAD;
        // `apart`: without what is only grazed. A place a hand inside the circle of the turn is never ahead, though the turn goes by it.
        let [lowest, apart] = [Infinity, Infinity];
        for (const side of [1, -1]) {
          let [n, e] = [0, 0];
          for (let turned = 0; turned <= 2.5 * Math.PI; turned += step) {
            const now = heading + side * turned;
            const t = turned / rate;
            const [vn, ve] = [flies.speed * Math.cos(now) + drift.n, flies.speed * Math.sin(now) + drift.e];
            const ground = Math.hypot(vn, ve);
            for (const [north, east, elevation] of places) {
              const [dn, de] = [north - n, east - e];
              const on = (dn * vn + de * ve) / ground ** 2;
              const miss = Math.abs(dn * ve - de * vn) / ground;
              const left = Math.hypot(dn, de);
              if (on < 0 || miss > 2 + (step * left * flies.speed) / ground) continue;
              const height = elevation + 50 + flies.margin * (t * flies.sink * load ** 1.5 + on * flies.sink);
              lowest = Math.min(lowest, height);
              if (left > GRAZED) apart = Math.min(apart, height);
            }
            // On along the arc, by the middle of the step.
            const middle = now + (side * step) / 2;
            n += (fast * Math.cos(middle) + drift.n) * (step / rate);
            e += (fast * Math.sin(middle) + drift.e) * (step / rate);
          }
        }
        if (found === undefined) expect(apart).toBe(Infinity);
        else {
          expect(found.height).toBeGreaterThan(lowest - 3 - 0.015 * lowest);
          expect(found.height).toBeLessThan(apart === Infinity ? apart : apart + 3 + 0.015 * apart);
        }
      },
    ),
    {
      numRuns: 500,
      endOnFailure: true,
      // A hand inside the circle of the turn to the right.
      examples: [
        [
          { ...PLAIN, speed: 35.918449378889, sink: 0.8, bank: 33.706040803984166, margin: 1 },
          { from: 0, speed: 0 },
          0,
          [
            [-4978, 3202, 0],
            [-1125, -3327, 0],
            [-52, 468, 0],
          ],
        ],
      ],
    },
  );
});

/** Between four heights, as the land goes. */
const land = (terrain: NonNullable<FieldChart['terrain']>, at: MapPlace): number => {
  const [x, y] = [
    (at.east - terrain.corner.east) / terrain.step,
    (at.north - terrain.corner.north) / terrain.step,
  ];
  const [i, j] = [Math.floor(y), Math.floor(x)];
  const h = (a: number, b: number): number => terrain.rows[a]?.[b] ?? NaN;
  return (
    h(i, j) * (1 - (y - i)) * (1 - (x - j)) +
    h(i + 1, j) * (y - i) * (1 - (x - j)) +
    h(i, j + 1) * (1 - (y - i)) * (x - j) +
    h(i + 1, j + 1) * (y - i) * (x - j)
  );
};

test('flown as it is told, from as high as it is told, it comes over hills and masts and arrives (property)', () => {
  fc.assert(
    fc.property(
      glider,
      wind,
      between(0, 360),
      fc.tuple(between(-4000, 4000), between(-4000, 4000)),
      fc.array(fc.tuple(between(-3000, 3000), between(-3000, 3000), between(50, 400), between(300, 900)), {
        maxLength: 4,
      }),
      (flies, over, course, [north, east], hills) => {
        const step = 100;
        const terrain = {
          corner: { north: -9000, east: -9000 },
          step,
          rows: Array.from({ length: 181 }, (_, i) =>
            Array.from({ length: 181 }, (__, j) =>
              hills.reduce((sum, [hn, he, tall, wide]) => {
                const d = Math.hypot(-9000 + i * step - hn, -9000 + j * step - he);
                return sum + tall * Math.exp(-((d / wide) ** 2));
              }, 0),
            ),
          ),
        };
        const top = 300;
        const mast = { name: 'Mast', at: { north: north / 2, east: east / 2 }, top };
        const here = chart({
          terrain,
          obstacles: [mast],
          places: [{ name: 'There', aims: [{ north, east }], elevation: land(terrain, { north, east }) }],
        });
        const way = cover(here, flies, over, ORIGIN, course);
        fc.pre(way !== undefined);
        const load = 1 / Math.cos(flies.bank * RAD);
        const fast = flies.speed * Math.sqrt(load);
        const rate = (G * Math.tan(flies.bank * RAD)) / fast;
        const [wn, we] = [-over.speed * Math.cos(over.from * RAD), -over.speed * Math.sin(over.from * RAD)];
        const across = (-wn * Math.sin(course * RAD) + we * Math.cos(course * RAD)) / flies.speed;
        let heading = course * RAD - Math.asin(across);
        let left = Math.abs(way.turned) * RAD;
        let [n, e, h] = [0, 0, way.height];
        const dt = 0.05;
        // The step in which it rolls out is taken for turn to its end.
        const early = flies.margin * flies.sink * load ** 1.5 * dt;
        let nearest = Infinity;
        for (let t = 0; t < way.seconds; t += dt) {
          const turning = left > 0;
          const v = turning ? fast : flies.speed;
          const turned = turning ? Math.min(left, rate * dt) : 0;
          heading += (Math.sign(way.turned) * turned) / 2;
          n += (v * Math.cos(heading) + wn) * dt;
          e += (v * Math.sin(heading) + we) * dt;
          heading += (Math.sign(way.turned) * turned) / 2;
          left -= turned;
          h -= flies.margin * flies.sink * (turning ? load ** 1.5 : 1) * dt;
          nearest = Math.min(nearest, h - land(terrain, { north: n, east: e }));
          if (Math.hypot(n - mast.at.north, e - mast.at.east) <= 100)
            expect(h).toBeGreaterThan(top + 30 - early - 0.1);
        }
        expect(Math.hypot(n - north, e - east)).toBeLessThan(30);
        // What the ground rises within a look of it is all that may lack.
        expect(nearest).toBeGreaterThan(25);
        expect(h).toBeGreaterThan(land(terrain, { north, east }) + 47);
      },
    ),
    { numRuns: 60, endOnFailure: true },
  );
});

test('a ridge in between asks for its height; ground that nobody knows is no way at all', () => {
  const ridge = flat(0, 500);
  if (!ridge) throw new Error('There is none.');
  const raised = {
    ...ridge,
    rows: ridge.rows.map((row, i) => (ridge.corner.north + i * 500 === 1000 ? row.map(() => 200) : row)),
  };
  // 200 m and 30 above it, and what is lost until its far side at 1500 m.
  expect(cover(chart({ terrain: raised }))?.height).toBeCloseTo(200 + 30 + 75, -1);
  expect(cover(chart({ terrain: undefined }))).toBeUndefined();
  const hole = { ...ridge, rows: ridge.rows.map((r, i) => (i === 42 ? r.map(() => null) : r)) };
  expect(cover(chart({ terrain: hole }))).toBeUndefined();
  expect([
    groundAt({ terrain: raised }, { north: 900, east: 3 }),
    groundAt({ terrain: raised }, { north: 400, east: 3 }),
    groundAt({ terrain: raised }, { north: 30_000, east: 3 }),
  ]).toEqual([200, 0, undefined]);
});

test('lined up it needs nothing over to line up with: the way to the threshold, or the rest of the runway to stop on', () => {
  const ends = [
    { north: 0, east: 0 },
    { north: 900, east: 0 },
  ] as const;
  const here = chart({ runways: [{ name: '18/36', hard: true, ends }], places: [], elevation: 10 });
  const gliding = glidingIn({ ...PLAIN, margin: 1.5 }, CALM);
  const way = (north: number, east = 0, course = 0, height = 15) =>
    straightIn(here, gliding, { north, east }, course, height)?.height;
  // 600 m out, 20 to one, half as much again.
  expect(way(-600)).toBeCloseTo(10 + 45, 9);
  expect(way(450)).toBe(10);
  // 450 m left, 250 of them to roll: 200 m at seven to one are 28.6 m over the runway.
  expect([way(450, 0, 0, 38.5), way(450, 0, 0, 38.7)]).toEqual([10, undefined]);
  expect([way(-600, 60), way(-600, 61), way(-600, 0, 19), way(-600, 0, 21)]).toEqual([
    55,
    undefined,
    55,
    undefined,
  ]);
  expect([way(-1501), way(901), way(700)]).toEqual([undefined, undefined, undefined]);
  // A mast in the way in is flown over; ground that nobody knows is no way in.
  const mast = { name: 'Mast', at: { north: -300, east: 20 }, top: 60 };
  const masted = (c: FieldChart): number | undefined =>
    straightIn(c, gliding, { north: -600, east: 0 }, 0, 15)?.height;
  expect(masted({ ...here, obstacles: [mast] })).toBeGreaterThan(60 + 30 + 15);
  expect(masted({ ...here, obstacles: [mast] })).toBeLessThan(60 + 30 + 45);
  expect(masted({ ...here, obstacles: [{ ...mast, at: { north: -300, east: 200 } }] })).toBeCloseTo(55, 9);
  expect(masted({ ...here, terrain: undefined })).toBeUndefined();
  // From the other end as well, and into a wind it takes more.
  expect(way(1500, 0, 180)).toBeCloseTo(55, 9);
  const windy = glidingIn({ ...PLAIN, margin: 1.5 }, { from: 0, speed: 5 });
  expect(straightIn(here, windy, { north: -600, east: 0 }, 0, 15)?.height).toBeCloseTo(10 + 60, 9);
});

test('aims lie on a field and not where nothing can be landed on; those of a runway a quarter from its ends', () => {
  const square = [
    { north: 0, east: 0 },
    { north: 0, east: 500 },
    { north: 500, east: 500 },
    { north: 500, east: 0 },
  ];
  const bog = square.map(({ north, east }) => ({ north, east: east + 250 }));
  const aims = aimsOn(square, [bog]);
  expect(aims.length).toBeGreaterThan(3);
  expect(aims.every((a) => isWithinOutline(a, square) && a.east < 250)).toBe(true);
  expect(aimsOn(square, [square.map((p) => ({ north: p.north * 2 - 200, east: p.east * 2 - 200 }))])).toEqual(
    [],
  );
  expect(
    aimsOnRunway([
      { north: 0, east: 0 },
      { north: 800, east: 400 },
    ]),
  ).toEqual([
    { north: 200, east: 100 },
    { north: 400, east: 200 },
    { north: 600, east: 300 },
  ]);
});

describe('a track', () => {
  const moment = (at: number, height: number): TrackMoment => ({ at, north: at, east: 0, height });

  test('a step is uncovered where either end is; exactly enough is cover; a gap is unknown; standing needs nothing', () => {
    const need = cover(chart(), PLAIN, CALM, { north: 1, east: 0 })?.height ?? NaN;
    const track = [moment(0, 200), moment(1, need - 5), moment(2, 200), moment(12, 200), moment(23, 200)];
    const found = coverOfTrack(chart(), PLAIN, CALM, track);
    expect([found.airborne, found.uncovered, found.unknown]).toEqual([12, 2, 11]);
    expect([found.least?.at, found.least?.margin]).toEqual([1, expect.closeTo(-5, 1)]);
    const exact = coverOfTrack(chart(), PLAIN, CALM, [
      moment(0, need + 1),
      moment(1, need + 1e-6),
      moment(2, need + 1),
    ]);
    expect(exact.uncovered).toBe(0);
    const standing = coverOfTrack(chart(), PLAIN, CALM, [moment(0, 3), moment(1, 4), moment(2, 5)]);
    expect([standing.airborne, standing.uncovered, standing.moments.map((m) => m.standing)]).toEqual([
      1,
      1,
      [true, true, false],
    ]);
    // Nobody knows the ground: never covered.
    const blind = coverOfTrack(chart({ terrain: undefined }), PLAIN, CALM, [moment(0, 900), moment(1, 900)]);
    expect([blind.uncovered, blind.least]).toEqual([1, undefined]);
  });
});

describe('a planned circuit', () => {
  const RUNWAY = {
    name: '06/24',
    hard: true,
    ends: [
      { north: 0, east: 0 },
      { north: 800, east: 0 },
    ] as const,
  };
  const FIELD = chart({
    elevation: 10,
    terrain: flat(10),
    runways: [RUNWAY],
    places: [{ name: '06/24', aims: aimsOnRunway(RUNWAY.ends), elevation: 10 }],
  });
  const PATTERN: PlannedPattern = {
    runway: '06/24',
    end: 0,
    side: 'left',
    run: 200,
    climbSpeed: 30,
    climbRate: 3,
    height: 250,
    turnAt: 120,
    firstTurn: 90,
    beside: 900,
  };

  test('it goes up, round on its side and down to the runway, in any wind that it can be flown in (property)', () => {
    fc.assert(
      fc.property(
        between(0, 360),
        between(0, 12),
        fc.constantFrom('left' as const, 'right' as const),
        (from, speed, side) => {
          const track = patternTrack(FIELD, { ...PATTERN, side }, { from, speed }) ?? [];
          const top = Math.max(...track.map((m) => m.height));
          expect(top).toBeCloseTo(260, 6);
          expect(track.every((m, i) => i === 0 || m.at > (track[i - 1]?.at ?? 0))).toBe(true);
          expect(track.every((m) => (side === 'left' ? m.east <= 40 : m.east >= -40))).toBe(true);
          const last = track.at(-1);
          expect(Math.abs(last?.east ?? NaN)).toBeLessThan(50);
          expect(last?.height).toBeLessThan(120);
        },
      ),
    );
    expect(patternTrack(FIELD, { ...PATTERN, runway: '14/32' }, CALM)).toBeUndefined();
  });

  test('the higher the circuit, the fewer seconds without cover', () => {
    const bare = (height: number): number =>
      coverOfTrack(
        FIELD,
        { ...PLAIN, speed: 30, sink: 2.5 },
        CALM,
        patternTrack(FIELD, { ...PATTERN, height, beside: 1500 }, CALM) ?? [],
      ).uncovered;
    expect(bare(400)).toBeLessThan(bare(150));
  });

  test('with a meadow to the left and nothing else, the first turn goes left, whatever the wind says of the right', () => {
    const meadow = { name: 'Meadow', aims: [{ north: 1800, east: -700 }], elevation: 10 };
    const turns = firstTurns(
      { ...FIELD, places: [meadow] },
      { ...PLAIN, speed: 30, sink: 2.5 },
      { from: 350, speed: 5 },
      PATTERN,
    );
    expect(turns?.[0]?.side).toBe('left');
    expect(turns?.at(-1)?.side).toBe('right');
    expect(turns).toHaveLength(18);
    expect(firstTurns(FIELD, PLAIN, CALM, { ...PATTERN, runway: 'none' })).toBeUndefined();
  });
});
