import fc from 'fast-check';
import { coverOfTrack, TRACK_GAP, type TrackMoment } from './covered-track.ts';
import type { FieldChart, MapPlace } from './field-chart.ts';
import { bareField, CALM, PLAIN } from '../testing/gliding.ts';
import { glidingIn, lowestCover } from './glide-cover.ts';
import { straightIn } from './straight-in.ts';

/** Glide cover in cases that are worked out by hand: the circle of the turn, its tangent, and sums. */

const G = 9.80665;
const DEG = Math.PI / 180;
const HERE: MapPlace = { north: 0, east: 0 };
const place = (name: string, north: number, east: number, elevation = 0) => ({
  name,
  aims: [{ north, east }],
  elevation,
});
/** Land of one height, but where `hill` says otherwise. */
const chart = (
  places: FieldChart['places'],
  { hill, ...change }: Partial<FieldChart> & { readonly hill?: (at: MapPlace) => number | null } = {},
): FieldChart =>
  bareField({
    places,
    terrain: {
      corner: { north: -6000, east: -6000 },
      step: 100,
      rows: Array.from({ length: 121 }, (_, i) =>
        Array.from({ length: 121 }, (__, j) =>
          hill ? hill({ north: i * 100 - 6000, east: j * 100 - 6000 }) : 0,
        ),
      ),
    },
    ...change,
  });
const cover = (c: FieldChart, glider = PLAIN, wind = CALM, course = 0, at = HERE) =>
  lowestCover(c, glidingIn(glider, wind), at, course);

// At 30° of bank: the wing carries 1/cos 30°, so it flies the root of that faster, and sinks by its power of one and a half faster.
const LOAD = 1 / Math.cos(30 * DEG);
const FAST = 20 * Math.sqrt(LOAD);
const RADIUS = FAST ** 2 / (G * Math.tan(30 * DEG));
const RATE = FAST / RADIUS;
const SINK = LOAD ** 1.5;

describe('turn and glide, by the tangent of a circle', () => {
  // From a place astern both tangents of the circle are as long as it is far, and lie by 2·atan(R/far) apart.
  test('astern: half a circle and what the tangent adds, then the whole way', () => {
    const turned = Math.PI + 2 * Math.atan(RADIUS / 2000);
    const found = cover(chart([place('Back', -2000, 0, 12)]));
    expect(found).toMatchObject({ place: 'Back', aim: { north: -2000, east: 0 } });
    expect(Math.abs(found?.turned ?? NaN)).toBeCloseTo(turned / DEG, 2);
    expect(found?.seconds).toBeCloseTo(turned / RATE + 100, 2);
    expect(found?.height).toBeCloseTo(12 + 50 + (turned / RATE) * SINK + 100, 2);
    // Every loss twice, of the turn as of the glide; what is left over stays.
    expect(cover(chart([place('Back', -2000, 0, 12)]), { ...PLAIN, margin: 2 })?.height).toBeCloseTo(
      12 + 50 + 2 * ((turned / RATE) * SINK + 100),
      2,
    );
  });

  // Abeam: the tangent from (0, far) to the circle about (0, R) touches it where cos a = R / (far − R), and is √((far−R)² − R²) long.
  test.each([
    ['right', 1500, 1],
    ['left', -1500, -1],
  ])('abeam on the %s it turns that way, and not further than the tangent', (_title, east, side) => {
    const far = Math.abs(east) - RADIUS;
    const turned = Math.PI - Math.acos(RADIUS / far);
    const glide = Math.sqrt(far ** 2 - RADIUS ** 2) / 20;
    const found = cover(chart([place('Abeam', 0, east)]));
    expect(found?.turned).toBeCloseTo((side * turned) / DEG, 2);
    expect(found?.height).toBeCloseTo(50 + (turned / RATE) * SINK + glide, 2);
  });

  test('of two places the lower need, wherever it lies; the same place turned with the course is as far', () => {
    const two = chart([place('Behind', -700, 0), place('Ahead', 900, 0)]);
    expect(cover(two)?.place).toBe('Ahead');
    // Ahead lies high: what is behind is less.
    expect(cover(chart([place('Behind', -700, 0), place('Ahead', 900, 0, 60)]))?.place).toBe('Behind');
    const turnedBy = 70 * DEG;
    const east = cover(
      chart([place('There', 1500 * Math.cos(turnedBy), 1500 * Math.sin(turnedBy))]),
      PLAIN,
      CALM,
      70,
    );
    expect([east?.height, east?.turned]).toEqual([expect.closeTo(125, 3), expect.closeTo(0, 3)]);
  });

  test('across the wind it points into it, and gets on by what is left', () => {
    const found = cover(chart([place('Ahead', 2000, 0)]), PLAIN, { from: 90, speed: 5 });
    expect(found?.turned).toBeCloseTo(0, 3);
    expect(found?.height).toBeCloseTo(50 + 2000 / Math.sqrt(20 ** 2 - 5 ** 2), 2);
    const other = cover(chart([place('Ahead', 2000, 0)]), PLAIN, { from: 270, speed: 12 });
    expect(other?.height).toBeCloseTo(50 + 2000 / Math.sqrt(20 ** 2 - 12 ** 2), 2);
  });
});

describe('ground and obstacles on the way', () => {
  const mast = (north: number, east: number, top = 120) => ({ name: 'Mast', at: { north, east }, top });
  const over = (m: ReturnType<typeof mast>, glider = PLAIN) =>
    cover(chart([place('Ahead', 2000, 0)], { obstacles: [m] }), glider)?.height;

  test('a mast near the way is flown over with the clearance, and with what is lost until it is left behind; one apart is not', () => {
    // Left behind 100 m (and a look of 60) after it: 120 + 30 + 1160 / 20.
    const needed = over(mast(1000, 0)) ?? NaN;
    expect(needed).toBeGreaterThanOrEqual(120 + 30 + 1100 / 20);
    expect(needed).toBeLessThanOrEqual(120 + 30 + 1160 / 20);
    expect(over(mast(1000, 99)) ?? NaN).toBeGreaterThanOrEqual(120 + 30 + 1000 / 20);
    expect(over(mast(1000, 161))).toBeCloseTo(150, 6);
    expect(over(mast(1000, 0, 10))).toBeCloseTo(150, 6);
    // Lost twice; and who means to arrive with less than the clearance keeps no more than that over ground either.
    expect(over(mast(1000, 0), { ...PLAIN, margin: 2 }) ?? NaN).toBeGreaterThanOrEqual(120 + 30 + 2 * 55);
    const low = over(mast(1000, 0, 200), { ...PLAIN, arrival: 10 }) ?? NaN;
    expect(low).toBeGreaterThanOrEqual(200 + 10 + 55);
    expect(low).toBeLessThanOrEqual(200 + 10 + 58);
  });

  test('a mast under the turn counts as well, with what the turn has lost until there', () => {
    // After a quarter of the circle to the right it stands over (R, R).
    const quarter = { ...mast(RADIUS, RADIUS, 400), name: 'Near' };
    const c = chart([place('Right', 80, 3000)], { obstacles: [quarter] });
    const found = cover(c);
    // Turned to the left instead it passes it too: the field lies beyond. By either side no lower than over it.
    expect(found?.height ?? NaN).toBeGreaterThanOrEqual(400 + 30 + ((Math.PI / 2) * SINK) / RATE);
  });

  test('a wall of hills between: its height, the clearance, and what was lost to its far edge; the nearer place is left for one without', () => {
    const wall = (at: MapPlace): number => (at.north >= 1000 && at.north <= 1200 ? 300 : 0);
    const walled = cover(chart([place('Beyond', 2000, 0)], { hill: wall }))?.height ?? NaN;
    expect(walled).toBeGreaterThanOrEqual(300 + 30 + 1200 / 20);
    expect(walled).toBeLessThanOrEqual(300 + 30 + 1300 / 20);
    const other = cover(chart([place('Beyond', 2000, 0), place('Back', -2000, 0)], { hill: wall }));
    expect(other?.place).toBe('Back');
    // Not a metre of it is known: then it is none, and the other is taken.
    const unknown = cover(
      chart([place('Beyond', 2000, 0), place('Back', -2000, 0)], {
        hill: (at) => (at.north === 1500 ? null : 0),
      }),
    );
    expect(unknown?.place).toBe('Back');
  });
});

describe('straight in', () => {
  const ends = [
    { north: 0, east: 0 },
    { north: 900, east: 0 },
  ] as const;
  const field = (change: Parameters<typeof chart>[1] = {}) =>
    chart([], { runways: [{ name: '18/36', hard: true, ends }], elevation: 0, ...change });
  const into = (c: FieldChart, north: number, { east = 0, course = 0, height = 15, wind = CALM } = {}) =>
    straightIn(c, glidingIn(PLAIN, wind), { north, east }, course, height);

  test('before the threshold it aims at it, over the runway at its other end, and takes the time it takes', () => {
    expect(into(field(), -600)).toEqual({
      place: '18/36',
      aim: ends[0],
      height: 30,
      turned: 0,
      seconds: 30,
    });
    expect(into(field(), 100)).toMatchObject({ aim: ends[1], height: 0, seconds: 0 });
    expect(into(field(), 1500, { course: 180 })).toMatchObject({ aim: ends[1], height: 30 });
    expect(into(field(), -600, { wind: { from: 0, speed: 5 } })).toMatchObject({ height: 40, seconds: 40 });
    expect(into(field(), -600, { wind: { from: 180, speed: 5 } })).toMatchObject({ height: 24 });
    // A wind it does not get into.
    expect(into(field(), -600, { wind: { from: 0, speed: 20 } })).toBeUndefined();
  });

  test('the edges count: how far out, how far along, how high over the rest of it', () => {
    expect(into(field(), -1500)?.height).toBe(75);
    expect(into(field(), -1500.1)).toBeUndefined();
    // 900 − 250 hold 650 / 7 of height at the threshold; on the last 250 m nothing.
    expect(into(field(), 0, { height: 650 / 7 })?.height).toBe(0);
    expect(into(field(), 0, { height: 650 / 7 + 0.01 })).toBeUndefined();
    expect([into(field(), 650, { height: 0 })?.height, into(field(), 651, { height: 0 })]).toEqual([
      0,
      undefined,
    ]);
    expect([into(field(), -100, { east: 60 })?.height, into(field(), -100, { east: -60.1 })]).toEqual([
      5,
      undefined,
    ]);
  });

  test('over rising ground it is not in it, and over a mast it has the clearance', () => {
    // A dam of 90 m across the way in, 300 m out: what is lost until it is behind, and no clearance, since it comes down to the ground.
    const dam =
      into(field({ hill: (at) => (at.north >= -400 && at.north <= -300 ? 90 : 0) }), -600)?.height ?? NaN;
    expect(dam).toBeGreaterThanOrEqual(90 + 300 / 20 - 1);
    expect(dam).toBeLessThanOrEqual(90 + 350 / 20 + 2);
    const tower = { name: 'Tower', at: { north: -300, east: 90 }, top: 70 };
    const masted = into(field({ obstacles: [tower] }), -600)?.height ?? NaN;
    expect(masted).toBeGreaterThanOrEqual(70 + 30 + 300 / 20);
    expect(masted).toBeLessThanOrEqual(70 + 30 + 440 / 20);
    expect(into(field({ obstacles: [{ ...tower, at: { north: -300, east: 145 } }] }), -600)?.height).toBe(30);
    // Past it already, nothing of it counts.
    expect(into(field({ obstacles: [{ ...tower, at: { north: -900, east: 0 } }] }), -600)?.height).toBe(30);
  });

  test('of two runways in line the lower need is taken', () => {
    const nearer = {
      name: 'Near',
      hard: false,
      ends: [
        { north: -300, east: 10 },
        { north: 700, east: 10 },
      ] as const,
    };
    const both = field({ runways: [{ name: '18/36', hard: true, ends }, nearer] });
    expect(into(both, -600)).toMatchObject({ place: 'Near', height: 15 });
  });
});

describe('a track', () => {
  const at = (seconds: number, north: number, height: number, east = 0): TrackMoment => ({
    at: seconds,
    north,
    east,
    height,
  });
  const c = chart([place('Ahead', 2000, 0)]);
  const track = (...moments: readonly TrackMoment[]) => coverOfTrack(c, PLAIN, CALM, moments);

  test('it points where it came from and goes to; where it stands still, as before; the margin is what is left above the need', () => {
    const found = track(at(0, 0, 200), at(1, 20, 200), at(2, 20.1, 200), at(3, 20.2, 200), at(4, 20.3, 200));
    expect(found.moments.map((m) => m.way?.turned)).toEqual(Array(5).fill(expect.closeTo(0, 3)));
    expect(found.moments.map((m) => m.margin)).toEqual([
      expect.closeTo(200 - 150, 3),
      ...[20, 20.1, 20.2, 20.3].map((n) => expect.closeTo(200 - (50 + (2000 - n) / 20), 3) as number),
    ]);
    expect([found.airborne, found.uncovered, found.unknown, found.least?.at]).toEqual([4, 0, 0, 0]);
    // Flown the other way it has to turn round.
    const away = track(at(0, 0, 200), at(1, -20, 200), at(2, -40, 200));
    expect(Math.abs(away.moments[1]?.way?.turned ?? 0)).toBeGreaterThan(175);
    expect(away.least?.at).toBe(2);
  });

  test('ten seconds are a step, a little more is a gap of which nothing is said; one that leaves the ground counts, one that stays does not', () => {
    expect(track(at(0, 0, 200), at(TRACK_GAP, 20, 200))).toMatchObject({ airborne: 10, unknown: 0 });
    expect(track(at(0, 0, 200), at(TRACK_GAP + 0.01, 20, 200))).toMatchObject({
      airborne: 0,
      unknown: expect.closeTo(10.01, 6),
    });
    // Four metres stand, a little more flies: too low for anything.
    expect(track(at(0, 0, 4), at(1, 20, 4)).airborne).toBe(0);
    expect(track(at(0, 0, 4), at(1, 20, 4.1))).toMatchObject({ airborne: 1, uncovered: 1 });
    expect(track(at(0, 0, 300), at(1, 20, 300), at(2, 40, 4))).toMatchObject({ airborne: 2, uncovered: 0 });
    expect(track()).toMatchObject({ airborne: 0, uncovered: 0, unknown: 0, least: undefined });
  });

  test('lined up low over a runway it is covered by the runway, which a glide with its arrival would not give', () => {
    const runway = {
      name: '18/36',
      hard: true,
      ends: [
        { north: 0, east: 0 },
        { north: 900, east: 0 },
      ] as const,
    };
    const over = coverOfTrack(chart([place('18/36', 450, 0)], { runways: [runway] }), PLAIN, CALM, [
      at(0, 0, 20),
      at(1, 25, 22),
      at(2, 50, 24),
    ]);
    expect(over).toMatchObject({ airborne: 2, uncovered: 0 });
    expect(over.moments[1]?.way?.aim).toEqual(runway.ends[1]);
  });
});

/** Nothing of it knows where north is: turned and moved as a whole, with the wind and a mast, it comes to the same. */
test('turned about and moved as a whole, cover, the way straight in and a track come to the same (property)', () => {
  // Whole figures: nobody wants to hear of two ways that differ by a hair of a hair.
  const near = (min: number, max: number) => fc.integer({ min, max });
  const spot = fc.record({ north: near(-1500, 1500), east: near(-1500, 1500) });
  fc.assert(
    fc.property(
      near(0, 360),
      fc.record({ north: near(-1200, 1200), east: near(-1200, 1200) }),
      spot,
      spot,
      near(0, 360),
      fc.record({ from: near(0, 360), speed: near(0, 12) }),
      near(1, 400),
      (by, shift, there, stands, course, wind, out) => {
        // Under the wheels it is there before it has begun, or has to come round.
        fc.pre(Math.hypot(there.north, there.east) > 250);
        const moved = (p: MapPlace): MapPlace => ({
          north: shift.north + p.north * Math.cos(by * DEG) - p.east * Math.sin(by * DEG),
          east: shift.east + p.north * Math.sin(by * DEG) + p.east * Math.cos(by * DEG),
        });
        const ends = [
          { north: 0, east: 0 },
          { north: 900, east: 0 },
        ] as const;
        const worked = (at: (p: MapPlace) => MapPlace, turned: number) => {
          const field = chart([{ name: 'There', aims: [at(there)], elevation: 20 }], {
            runways: [{ name: 'Runway', hard: true, ends: [at(ends[0]), at(ends[1])] }],
            obstacles: [{ name: 'Mast', at: at(stands), top: 90 }],
          });
          const gliding = glidingIn(PLAIN, { ...wind, from: wind.from + turned });
          const way = lowestCover(field, gliding, at(HERE), course + turned);
          const lined = straightIn(field, gliding, at({ north: -out, east: 30 }), turned + 8, 15);
          const track = coverOfTrack(
            field,
            PLAIN,
            { ...wind, from: wind.from + turned },
            [0, 1, 2].map((s) => ({ at: s, height: 160, ...at({ north: 25 * s, east: -15 * s }) })),
          );
          return [way, lined, track.least?.way].flatMap((w) => [w?.height, w?.seconds, w?.turned]);
        };
        // The height at which two ways are as good may tip: what it asks for then is the same, by which side is not.
        const [still, turned] = [worked((p) => p, 0), worked(moved, by)];
        expect(turned.map((v) => v !== undefined)).toEqual(still.map((v) => v !== undefined));
        for (const i of [0, 3, 6])
          if (still[i] !== undefined) expect(turned[i]).toBeCloseTo(still[i] ?? NaN, 1);
      },
    ),
    { numRuns: 300, endOnFailure: true },
  );
});
