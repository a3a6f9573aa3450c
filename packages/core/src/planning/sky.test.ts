import * as fc from 'fast-check';
import { daylightOf } from './daylight.ts';
import { windComponents } from '../air/index.ts';
import { windStretches, type WindForecast } from './wind.ts';

/**
 * Altitude of the sun by the low-precision formulae of the Astronomical Almanac (page C5), good to a hundredth of a
 * degree: another series than the one under test.
 */
function altitude(ms: number, latitude: number, longitude: number): number {
  const r = Math.PI / 180;
  const n = ms / 86_400_000 + 2_440_587.5 - 2_451_545;
  const L = 280.46 + 0.9856474 * n;
  const g = (357.528 + 0.9856003 * n) * r;
  const lambda = (L + 1.915 * Math.sin(g) + 0.02 * Math.sin(2 * g)) * r;
  const epsilon = (23.439 - 0.0000004 * n) * r;
  const alpha = Math.atan2(Math.cos(epsilon) * Math.sin(lambda), Math.cos(lambda));
  const delta = Math.asin(Math.sin(epsilon) * Math.sin(lambda));
  const sidereal = (280.46061837 + 360.98564736629 * n) * r;
  const hour = sidereal + longitude * r - alpha;
  return (
    Math.asin(
      Math.sin(latitude * r) * Math.sin(delta) + Math.cos(latitude * r) * Math.cos(delta) * Math.cos(hour),
    ) / r
  );
}

const places = fc.record({
  day: fc
    .integer({ min: 0, max: 20_000 })
    .map((d) => new Date(Date.UTC(2000, 0, 1) + d * 86_400_000).toISOString().slice(0, 10)),
  latitude: fc.double({ min: -64, max: 64, noNaN: true }),
  longitude: fc.double({ min: -180, max: 180, noNaN: true }),
});

test('at sunrise and sunset the sun stands where sunrise and sunset are defined, by another series', () => {
  fc.assert(
    fc.property(places, ({ day, latitude, longitude }) => {
      const sun = daylightOf(day, latitude, longitude);
      for (const [at, wanted] of [
        [sun.sunrise, -0.833],
        [sun.sunset, -0.833],
        [sun.dawn, -6],
        [sun.dusk, -6],
      ] as const) {
        if (at === undefined) continue;
        expect(Math.abs(altitude(at, latitude, longitude) - wanted)).toBeLessThan(0.06);
      }
      if (sun.sunrise === undefined || sun.sunset === undefined) return;
      expect(sun.dawn ?? -Infinity).toBeLessThan(sun.sunrise);
      expect(sun.sunrise).toBeLessThan(sun.sunset);
      expect(altitude((sun.sunrise + sun.sunset) / 2, latitude, longitude)).toBeGreaterThan(-0.833);
    }),
    { numRuns: 300 },
  );
});

test('beyond the polar circle a day is all light or all dark, and the equator keeps twelve hours', () => {
  expect(daylightOf('2026-06-21', 72, 20).allDay).toBe('light');
  expect(daylightOf('2026-12-21', 72, 20)).toMatchObject({ allDay: 'dark', sunrise: undefined });
  const { sunrise = 0, sunset = 0 } = daylightOf('2026-03-20', 0, 0);
  expect((sunset - sunrise) / 60_000).toBeGreaterThan(720);
  expect((sunset - sunrise) / 60_000).toBeLessThan(730);
});

test('a wind is resolved along and across a runway', () => {
  expect(windComponents(240, 14, 240)).toEqual({ head: 14, cross: 0 });
  expect(windComponents(330, 20, 240).cross).toBeCloseTo(20, 9);
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 359 }),
      fc.integer({ min: 0, max: 60 }),
      fc.integer({ min: 0, max: 359 }),
      (from, speed, runway) => {
        const { head, cross } = windComponents(from, speed, runway);
        expect(Math.hypot(head, cross)).toBeCloseTo(speed, 9);
        const back = windComponents(from, speed, runway + 180);
        expect(back.head).toBeCloseTo(-head, 9);
        expect(back.cross).toBeCloseTo(-cross, 9);
      },
    ),
  );
});

const hour = (h: number): string => `2026-11-25T${String(h).padStart(2, '0')}:00:00.000Z`;

test('the wind allows an hour exactly when every forecast of it does, hour by hour', () => {
  const forecasts = fc.array(
    fc.record({
      from: fc.integer({ min: 0, max: 20 }),
      hours: fc.integer({ min: 1, max: 8 }),
      direction: fc.option(fc.integer({ min: 0, max: 359 }), { nil: undefined }),
      speed: fc.integer({ min: 0, max: 30 }),
      gust: fc.option(fc.integer({ min: 0, max: 40 }), { nil: undefined }),
      atTimes: fc.boolean(),
    }),
    { maxLength: 6 },
  );
  fc.assert(
    fc.property(forecasts, (drawn) => {
      const list = drawn.map(({ from, hours, direction, gust, ...rest }): WindForecast => ({
        ...rest,
        from: hour(from),
        to: hour(Math.min(23, from + hours)),
        ...(direction === undefined ? {} : { direction }),
        ...(gust === undefined ? {} : { gust }),
      }));
      const limits = { speed: 20, cross: 10 };
      const good = windStretches(list, [60, 320], limits);
      for (let h = 0; h < 23; h += 1) {
        const now = list.filter((f) => f.from <= hour(h) && f.to > hour(h));
        const fine = now.every((f) => {
          const worst = Math.max(f.speed, f.gust ?? 0);
          const cross = (runway: number): number =>
            f.direction === undefined
              ? worst
              : Math.abs(worst * Math.sin(((f.direction - runway) * Math.PI) / 180));
          return worst <= 20 && Math.min(cross(60), cross(320)) <= 10;
        });
        const wanted = fine && now.some((f) => !f.atTimes);
        expect([h, good.some((g) => g.from <= hour(h) && g.to > hour(h))]).toEqual([h, wanted]);
      }
    }),
  );
});
