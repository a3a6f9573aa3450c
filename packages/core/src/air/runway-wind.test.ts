import fc from 'fast-check';
import { windOnRunways, type RunwayWind } from './index.ts';

const on = (
  wind: { from: number; speed: number; gust?: number },
  ...headings: readonly number[]
): readonly RunwayWind[] => {
  const found = windOnRunways(wind, headings);
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};

test('the example of the docstring: gusts count across and from behind, and not from ahead', () => {
  const [best, other] = on({ from: 300, speed: 10, gust: 18 }, 60, 240);
  expect(best).toEqual({
    heading: 240,
    head: expect.closeTo(5, 9) as number,
    cross: expect.closeTo(18 * Math.sin(Math.PI / 3), 9) as number,
    tail: 0,
    side: 'right',
  });
  expect(other).toMatchObject({ heading: 60, tail: expect.closeTo(9, 9) as number, side: 'left' });
});

test('along and across are the wind again, whatever it is (second route: Pythagoras), and turning all of it changes nothing (property)', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 360 }),
      fc.double({ min: 0, max: 40, noNaN: true }),
      fc.double({ min: 0, max: 25, noNaN: true }),
      fc.integer({ min: 0, max: 359 }),
      fc.integer({ min: -720, max: 720 }),
      (from, speed, more, heading, turn) => {
        const [calm] = on({ from, speed }, heading);
        if (!calm) throw new Error('none');
        expect(Math.hypot(calm.head, calm.cross)).toBeCloseTo(speed, 6);
        const [gusty] = on({ from, speed, gust: speed + more }, heading);
        expect(gusty?.head).toBe(calm.head);
        expect(gusty?.cross).toBeGreaterThanOrEqual(calm.cross - 1e-12);
        expect(gusty?.tail).toBeGreaterThanOrEqual(calm.tail - 1e-12);
        const [turned] = on({ from: from + turn, speed }, heading + turn);
        expect([turned?.head, turned?.cross]).toEqual([
          expect.closeTo(calm.head, 6) as number,
          expect.closeTo(calm.cross, 6) as number,
        ]);
        // The other way along the same runway: what was ahead is behind.
        const both = on({ from, speed }, heading, heading + 180);
        expect(both[0]?.tail).toBeLessThanOrEqual(both[1]?.tail ?? 0);
        expect(both[0]?.cross).toBeCloseTo(both[1]?.cross ?? 0, 6);
      },
    ),
  );
});

test('straight ahead is from no side; what is no wind and no runway is refused', () => {
  expect(on({ from: 240, speed: 12 }, 240)[0]).toMatchObject({ side: 'none', tail: 0 });
  const code = (wind: { from: number; speed: number; gust?: number }, headings: readonly number[]) => {
    const found = windOnRunways(wind, headings);
    return found.ok ? 'ok' : found.error.code;
  };
  expect([
    code({ from: 240, speed: -1 }, [240]),
    code({ from: Number.NaN, speed: 1 }, [240]),
    code({ from: 240, speed: 10, gust: 9 }, [240]),
    code({ from: 240, speed: 10, gust: 10 }, [240]),
    code({ from: 240, speed: 10 }, []),
    code({ from: 240, speed: 10 }, [240, Number.NaN]),
  ]).toEqual(['windNone', 'windNone', 'windNone', 'ok', 'runwayNone', 'runwayNone']);
});
