import fc from 'fast-check';
import { circleInTrack, circleOf } from './circle.ts';
import type { LegMoment } from './track-legs.ts';

const RAD = Math.PI / 180;
const round = (
  radius: number,
  degrees: number,
  {
    north = 0,
    east = 0,
    step = 6,
    begins = 0,
    height = (_: number): number => 80,
    off = (_: number): number => 0,
    at = 0,
  } = {},
): LegMoment[] =>
  Array.from({ length: Math.floor(Math.abs(degrees) / step) + 1 }, (_, i) => {
    const angle = (begins + Math.sign(degrees) * i * step) * RAD;
    const r = radius + off(i);
    return {
      at: at + i,
      north: north + r * Math.cos(angle),
      east: east + r * Math.sin(angle),
      height: height(i),
    };
  });
const code = (moments: readonly LegMoment[]): string => {
  const found = circleOf(moments);
  return found.ok ? 'ok' : found.error.code;
};

test('a circle is found by where it lies, how wide it is and how far round it was flown (property)', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 15, max: 300, noNaN: true }),
      fc.double({ min: -2000, max: 2000, noNaN: true }),
      fc.double({ min: -2000, max: 2000, noNaN: true }),
      fc.integer({ min: 366, max: 1500 }),
      fc.boolean(),
      fc.double({ min: 0, max: 360, noNaN: true }),
      (radius, north, east, degrees, left, begins) => {
        const found = circleOf(round(radius, left ? -degrees : degrees, { north, east, begins }));
        if (!found.ok) throw new Error(found.error.code);
        expect(found.value.radius).toBeCloseTo(radius, 4);
        expect([found.value.north, found.value.east]).toEqual([
          expect.closeTo(north, 4),
          expect.closeTo(east, 4),
        ]);
        expect(found.value.turned).toBeCloseTo((left ? -1 : 1) * Math.floor(degrees / 6) * 6, 3);
        expect(found.value.furthest).toBeLessThan(1e-4);
      },
    ),
  );
});

test('no other circle lies nearer to moments that wander: as trying many around it finds', () => {
  const moments = round(60, 800, { off: (i) => 4 * Math.sin(1.7 * i) + 2 * Math.cos(0.3 * i), north: 30 });
  const found = circleOf(moments);
  if (!found.ok) throw new Error(found.error.code);
  const rest = (n: number, e: number, r: number): number =>
    moments.reduce((s, m) => s + (Math.hypot(m.north - n, m.east - e) - r) ** 2, 0);
  const { north, east, radius } = found.value;
  const least = rest(north, east, radius);
  for (const [dn, de, dr] of [
    [0.2, 0, 0],
    [-0.2, 0, 0],
    [0, 0.2, 0],
    [0, -0.2, 0],
    [0, 0, 0.2],
    [0, 0, -0.2],
    [0.1, 0.1, 0.1],
  ] as const)
    expect(rest(north + dn, east + de, radius + dr)).toBeGreaterThan(least);
  expect(found.value.furthest).toBeGreaterThan(4);
});

test('less than once round, or too few moments, is no circle; exactly once round is one', () => {
  expect([code(round(60, 354)), code(round(60, 360)), code(round(60, 360, { step: 60 }))]).toEqual([
    'circleNotRound',
    'ok',
    'circleTooFew',
  ]);
});

test('in a flight the longest circling is taken, not the way there, nor a few turns before', () => {
  const out = Array.from({ length: 60 }, (_, i) => ({ at: i, north: -900 + 15 * i, east: 80, height: 70 }));
  const few = round(80, -90, { at: 60, begins: 90, step: 10, north: 0, east: 0 });
  const circling = round(80, -1440, {
    at: 70,
    begins: 0,
    step: 10,
    height: (i) => 80 + (i % 20) / 10,
  });
  const home = Array.from({ length: 40 }, (_, i) => ({
    at: 70 + circling.length + i,
    north: 80,
    east: -14 * (i + 1),
    height: 60,
  }));
  const found = circleInTrack([...out, ...few, ...circling, ...home]);
  if (!found.ok) throw new Error(found.error.code);
  expect(found.value.radius).toBeCloseTo(80, 0);
  expect(Math.abs(found.value.turned)).toBeGreaterThan(1380);
  expect([found.value.lowest, found.value.highest]).toEqual([expect.closeTo(80, 0), expect.closeTo(81.9, 1)]);
  expect(circleInTrack(out)).toMatchObject({ ok: false });
});

test('it is the same circle from a receiver that tells ten times a second and trembles', () => {
  const fast = Array.from({ length: 2400 }, (_, i) => {
    const angle = i < 400 ? 0 : (i - 400) * 1.2 * RAD;
    const straight = i < 400 ? (i - 400) * 1.26 : 0;
    return {
      at: i / 10,
      north: 60 * Math.sin(angle) + straight + 0.3 * Math.sin(7.3 * i),
      east: 60 - 60 * Math.cos(angle) + 0.3 * Math.cos(11.1 * i),
      height: 80,
    };
  });
  const found = circleInTrack(fast);
  if (!found.ok) throw new Error(found.error.code);
  expect(found.value.radius).toBeCloseTo(60, 0);
  expect(found.value.turned).toBeGreaterThan(2200);
});
