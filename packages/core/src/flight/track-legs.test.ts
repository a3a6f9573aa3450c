import fc from 'fast-check';
import { airspeedByLegs } from './airspeed-legs.ts';
import { legsOfTrack, type LegMoment } from './track-legs.ts';

const RAD = Math.PI / 180;

/** A flight of straight parts and turns, a moment a second, with a receiver that trembles; wind carries all of it. */
function flown(
  parts: readonly { readonly seconds: number; readonly turn?: number; readonly climb?: number }[],
  {
    speed = 40,
    heading = 0,
    wind = [0, 0] as readonly [number, number],
    tremble = (_: number): readonly [number, number] => [0, 0],
  } = {},
): LegMoment[] {
  const track: LegMoment[] = [];
  let [north, east, height, at, course] = [0, 0, 500, 0, heading];
  for (const { seconds, turn = 0, climb = 0 } of parts)
    for (let i = 0; i < seconds; i += 1) {
      const [dn, de] = tremble(at);
      track.push({ at, north: north + dn, east: east + de, height });
      course += turn;
      north += speed * Math.cos(course * RAD) + wind[0];
      east += speed * Math.sin(course * RAD) + wind[1];
      height += climb;
      at += 1;
    }
  return track;
}

test('two straight parts with a turn between them are two legs, each by its own way over the ground', () => {
  const legs = legsOfTrack(
    flown([{ seconds: 60 }, { seconds: 30, turn: -3 }, { seconds: 60 }], { heading: 90 }),
  );
  expect(legs.map((l) => [Math.round(l.track) % 360, Math.round(l.speed)])).toEqual([
    [90, 40],
    [0, 40],
  ]);
  // Less than a second of the turn on either side is still straight enough.
  expect(legs[0]?.from).toBe(0);
  expect(legs[0]?.to).toBeGreaterThanOrEqual(59);
  expect(legs[0]?.to).toBeLessThan(68);
});

test('a gap, a climb, a circle, or less than 25 seconds is no leg; exactly 25 are one', () => {
  expect(legsOfTrack(flown([{ seconds: 26 }]))).toHaveLength(1);
  expect(legsOfTrack(flown([{ seconds: 25 }]))).toHaveLength(0);
  expect(legsOfTrack(flown([{ seconds: 120, turn: 3 }]))).toHaveLength(0);
  expect(legsOfTrack(flown([{ seconds: 120, climb: 3 }]))).toHaveLength(0);
  const gap = flown([{ seconds: 80 }]).map((m) =>
    m.at >= 40 ? { ...m, at: m.at + 5, north: m.north + 200 } : m,
  );
  expect(legsOfTrack(gap).map((l) => [l.from, l.to])).toEqual([
    [0, 39],
    [45, 84],
  ]);
  // Standing still is straight and even, and no leg.
  expect(legsOfTrack(flown([{ seconds: 60 }], { speed: 0 }))).toEqual([]);
});

test('the last of a turn before a straight minute does not cut it in two', () => {
  const tremble = (at: number): readonly [number, number] => [
    2 * Math.sin(12.9898 * at - 618_081_749),
    2 * Math.sin(78.233 * at - 618_081_749),
  ];
  const legs = legsOfTrack(
    flown([{ seconds: 16, turn: 3 }, { seconds: 20, turn: -3 }, { seconds: 66 }], { tremble }),
  );
  expect(legs).toHaveLength(1);
  expect(legs[0]?.from).toBeGreaterThan(31);
  expect(legs[0]?.to).toBe(101);
});

test('a climb that ends in level flight and a descent behind it leave one leg, not two on one heading', () => {
  for (const climb of [1, 2.5, 4]) {
    const legs = legsOfTrack(
      flown([{ seconds: 60, climb }, { seconds: 80 }, { seconds: 60, climb: -climb }]),
    );
    expect([climb, legs.length]).toEqual([climb, 1]);
    expect(legs[0]?.from).toBeGreaterThan(45);
    expect(legs[0]?.to).toBeGreaterThanOrEqual(139);
  }
});

test('no leg is invented: each lies within the flight, none over another, none through a turn (property)', () => {
  const part = fc.record({
    seconds: fc.integer({ min: 5, max: 70 }),
    turn: fc.constantFrom(0, 0, 3, -3),
  });
  fc.assert(
    fc.property(fc.array(part, { minLength: 1, maxLength: 8 }), fc.integer(), (parts, seed) => {
      const tremble = (at: number): readonly [number, number] => [
        2 * Math.sin(seed + 12.9898 * at),
        2 * Math.sin(seed + 78.233 * at),
      ];
      const legs = legsOfTrack(flown(parts, { tremble }));
      let last = -1;
      for (const leg of legs) {
        expect(leg.from).toBeGreaterThan(last);
        expect(leg.to - leg.from).toBeGreaterThanOrEqual(25);
        last = leg.to;
      }
      // Every straight part that lasts is found, at least the middle of it.
      let at = 0;
      parts.forEach(({ seconds, turn }) => {
        const middle = at + seconds / 2;
        // Between two legs lies a second.
        if (turn === 0 && seconds >= 55)
          expect(legs.some((l) => l.from - 1 <= middle && middle <= l.to)).toBe(true);
        at += seconds;
      });
    }),
  );
});

test('200 flights of legs and turns: true airspeed and wind come out of the track within what they promise', () => {
  let [within, windWithin, count] = [0, 0, 0];
  fc.assert(
    fc.property(
      fc.double({ min: 28, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 12, noNaN: true }),
      fc.double({ min: 0, max: 360, noNaN: true }),
      fc.double({ min: 0, max: 360, noNaN: true }),
      fc.integer(),
      (speed, strength, from, heading, seed) => {
        const wind = [-strength * Math.cos(from * RAD), -strength * Math.sin(from * RAD)] as const;
        let state = Math.abs(seed) + 1;
        const random = (): number => {
          state = (state * 16_807) % 2_147_483_647;
          return state / 2_147_483_647 - 0.5;
        };
        const tremble = (): readonly [number, number] => [3 * random(), 3 * random()];
        // Held from leg to leg no better than half a metre a second.
        const track: LegMoment[] = [];
        for (let leg = 0; leg < 4; leg += 1) {
          const held = speed + 1.4 * random();
          const last = track.at(-1);
          const part = flown([{ seconds: 45 }], { speed: held, heading: heading + 90 * leg, wind, tremble });
          track.push(
            ...part.map((m) => ({
              ...m,
              at: m.at + (last ? last.at + 20 : 0),
              north: m.north + (last?.north ?? 0),
              east: m.east + (last?.east ?? 0),
            })),
          );
        }
        const legs = legsOfTrack(track);
        expect(legs).toHaveLength(4);
        const found = airspeedByLegs(
          legs.map((l) => ({ track: l.track, speed: l.speed, uncertainty: Math.hypot(0.5, 0.1) })),
        );
        if (!found.ok) throw new Error(found.error.code);
        count += 1;
        if (Math.abs(found.value.airspeed - speed) <= 2 * found.value.airspeedError) within += 1;
        const [n, e] = [
          -found.value.wind * Math.cos((found.value.windFrom ?? 0) * RAD),
          -found.value.wind * Math.sin((found.value.windFrom ?? 0) * RAD),
        ];
        // Two figures at once: two standard errors and a half hold as many as two of one.
        if (Math.hypot(n - wind[0], e - wind[1]) <= 2.5 * found.value.windError) windWithin += 1;
      },
    ),
    { numRuns: 200 },
  );
  expect(within / count).toBeGreaterThan(0.92);
  expect(windWithin / count).toBeGreaterThan(0.92);
});
