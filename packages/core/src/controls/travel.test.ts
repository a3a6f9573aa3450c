import fc from 'fast-check';
import {
  angleOfThrow,
  pairsOf,
  RULES_HELD,
  throwOfAngle,
  travelFigure,
  TRAVEL_FIGURE_IDS,
  TRAVEL_FIGURES,
  TRAVEL_POINTS,
  type Measure,
  type RuleHeld,
  type TravelPoint,
  type TravelRead,
} from './travel.ts';
import { layoutFor } from '../aircraft/templates.ts';

const exact = (value: number): Measure => ({ value, uncertainty: 0 });
const valueOf = (found: ReturnType<typeof angleOfThrow>): number =>
  found.ok ? found.value.value : Number.NaN;

describe('a ruler at a chord radius and degrees', () => {
  test.each([
    // The straight line across is as long as the radius: a triangle of equal sides. Square to it, half of it: half of one.
    ['straight', 50, 50, 60],
    ['straight', 50 * Math.SQRT2, 50, 90],
    ['straight', 100, 50, 180],
    ['square', 25, 50, 30],
    ['square', 50, 50, 90],
    ['straight', 20, 50, 23.0739],
    ['square', 20, 50, 23.5782],
    ['straight', -20, 50, -23.0739],
  ] as const)('held %s, %d at %d is %d°', (held, thrown, radius, degrees) => {
    expect(valueOf(angleOfThrow(exact(thrown), exact(radius), held))).toBeCloseTo(degrees, 3);
    expect(valueOf(throwOfAngle(exact(degrees), exact(radius), held))).toBeCloseTo(thrown, 3);
  });

  const angles = fc.double({ min: -89, max: 89, noNaN: true });
  const radii = fc.double({ min: 5, max: 900, noNaN: true });

  /** The edge turned about its hinge, and the ruler laid to where it went. */
  const byDrawing = (degrees: number, radius: number, held: RuleHeld): number => {
    const turn = (degrees * Math.PI) / 180;
    const [x, y] = [radius * Math.cos(turn), radius * Math.sin(turn)];
    return held === 'square' ? y : Math.sign(turn) * Math.hypot(x - radius, y);
  };

  test.each(RULES_HELD)(
    'held %s: what is read off a drawing gives the angle that was drawn (property)',
    (held) => {
      fc.assert(
        fc.property(angles, radii, (degrees, radius) => {
          const read = byDrawing(degrees, radius, held);
          expect(valueOf(angleOfThrow(exact(read), exact(radius), held))).toBeCloseTo(degrees, 6);
          expect(valueOf(throwOfAngle(exact(degrees), exact(radius), held))).toBeCloseTo(read, 6);
        }),
      );
    },
  );

  test.each(RULES_HELD)(
    'held %s: how good it is follows from how much it moves with each reading (property)',
    (held) => {
      const small = fc.double({ min: 0.01, max: 2, noNaN: true });
      fc.assert(
        fc.property(
          fc.double({ min: 1, max: 60, noNaN: true }),
          radii,
          small,
          small,
          (degrees, radius, u, v) => {
            const read = byDrawing(degrees, radius, held);
            const by = (t: number, r: number): number => valueOf(angleOfThrow(exact(t), exact(r), held));
            const step = 1e-6 * radius;
            const moved = Math.hypot(
              ((by(read + step, radius) - by(read - step, radius)) / (2 * step)) * u,
              ((by(read, radius + step) - by(read, radius - step)) / (2 * step)) * v,
            );
            const found = angleOfThrow(
              { value: read, uncertainty: u },
              { value: radius, uncertainty: v },
              held,
            );
            const uncertainty = found.ok ? found.value.uncertainty : undefined;
            expect((uncertainty ?? 0) / moved).toBeCloseTo(1, 3);
            // There and back: the same line, so the same doubt.
            const back = found.ok
              ? throwOfAngle({ ...found.value, uncertainty }, exact(radius), held)
              : found;
            expect(valueOf(back)).toBeCloseTo(read, 6);
          },
        ),
      );
    },
  );

  test('what no surface does is no angle, and a doubt that nobody knows stays one', () => {
    const codes = [
      angleOfThrow(exact(101), exact(50), 'straight'),
      angleOfThrow(exact(51), exact(50), 'square'),
      angleOfThrow(exact(Number.NaN), exact(50), 'square'),
      angleOfThrow(exact(10), exact(0), 'straight'),
      angleOfThrow(exact(10), exact(-5), 'straight'),
      throwOfAngle(exact(91), exact(50), 'square'),
      throwOfAngle(exact(181), exact(50), 'straight'),
      throwOfAngle(exact(10), exact(0), 'straight'),
    ].map((r) => (r.ok ? 'taken' : r.error.code));
    expect(codes).toEqual([
      'throwBeyondRadius',
      'throwBeyondRadius',
      'throwBeyondRadius',
      'radiusNotPositive',
      'radiusNotPositive',
      'throwBeyondRadius',
      'throwBeyondRadius',
      'radiusNotPositive',
    ]);
    const open = angleOfThrow({ value: 20, uncertainty: undefined }, exact(50), 'straight');
    expect(open.ok && open.value.uncertainty).toBeUndefined();
  });
});

describe('what follows from what was read', () => {
  const read = (values: Partial<Record<TravelPoint, number>>, uncertainty = 0): TravelRead =>
    Object.fromEntries(Object.entries(values).map(([p, value]) => [p, { value, uncertainty }]));

  test('by hand: up 24, down 18, neutral one up, back to 1.5 up and 0.4 up, two of play', () => {
    const own = read({ plus: 24, minus: 18, neutral: 1, 'after-plus': 1.5, 'after-minus': 0.4, play: 2 });
    const other = read({ plus: 20, minus: 17, neutral: 0 });
    const found = Object.fromEntries(
      TRAVEL_FIGURE_IDS.map((f) => [f, Number(travelFigure(f, own, other)?.value.toFixed(3))]),
    );
    expect(found).toEqual({
      'throw-plus': 23,
      'throw-minus': 19,
      // Up 23 beside 20, down 19 beside 17.
      difference: 3,
      differential: 82.609,
      neutral: 1,
      'neutral-offset': 1,
      // One of half of the 42 from end to end.
      'neutral-share': 4.762,
      play: 2,
      backlash: 1.1,
      centring: 0.6,
    });
  });

  test('a neutral on the other side counts from there, and is off the line by as much', () => {
    const own = read({ plus: 20, minus: 20, neutral: -2 });
    expect(
      (['throw-plus', 'throw-minus', 'neutral', 'neutral-offset', 'neutral-share'] as const).map((f) =>
        Number(travelFigure(f, own)?.value.toFixed(3)),
      ),
    ).toEqual([22, 18, -2, 2, 10]);
  });

  test('nothing is worked out of what was not read, and no share is of no travel', () => {
    for (const figure of TRAVEL_FIGURE_IDS) {
      const { takes, of } = TRAVEL_FIGURES[figure];
      const all = read(Object.fromEntries(takes.map((p) => [p, 5])));
      expect([figure, travelFigure(figure, all, of === 'pair' ? all : undefined) === undefined]).toEqual([
        figure,
        false,
      ]);
      for (const left of takes) {
        const some = Object.fromEntries(Object.entries(all).filter(([p]) => p !== left));
        expect([figure, left, travelFigure(figure, some, all)]).toEqual([figure, left, undefined]);
        if (of === 'pair')
          expect([figure, left, travelFigure(figure, all, some)]).toEqual([figure, left, undefined]);
      }
    }
    expect(travelFigure('difference', read({ plus: 5, minus: 5 }))).toBeUndefined();
    expect(travelFigure('differential', read({ plus: 2, minus: 5, neutral: 2 }))).toBeUndefined();
    expect(travelFigure('neutral-share', read({ plus: 0, minus: 0, neutral: 1 }))).toBeUndefined();
  });

  test('how good each figure is follows from how much it moves with each reading (property)', () => {
    // Far enough from each other that none of them is at a turn, where it moves with nothing.
    const reads = fc.record({
      plus: fc.double({ min: 20, max: 30, noNaN: true }),
      minus: fc.double({ min: 12, max: 18, noNaN: true }),
      neutral: fc.double({ min: 0.5, max: 1, noNaN: true }),
      'after-plus': fc.double({ min: 2, max: 3, noNaN: true }),
      'after-minus': fc.double({ min: -5, max: -4, noNaN: true }),
      play: fc.double({ min: 1, max: 2, noNaN: true }),
    });
    const doubts = fc.array(fc.double({ min: 0.1, max: 1, noNaN: true }), { minLength: 12, maxLength: 12 });
    const far = { plus: 60, minus: 14.5, neutral: 0.2 };
    fc.assert(
      fc.property(reads, doubts, fc.constantFrom(...TRAVEL_FIGURE_IDS), (own, us, figure) => {
        const both = [own, figure === 'difference' ? far : undefined] as const;
        const value = (changed: number, by: number): number => {
          const [a, b] = both.map(
            (side, s) =>
              side &&
              read(
                Object.fromEntries(
                  TRAVEL_POINTS.flatMap((p, i) => {
                    const v = (side as Partial<Record<TravelPoint, number>>)[p];
                    return v === undefined ? [] : [[p, v + (6 * s + i === changed ? by : 0)]];
                  }),
                ),
              ),
          );
          return travelFigure(figure, a ?? {}, b)?.value ?? Number.NaN;
        };
        const step = 1e-5;
        const moved = Math.hypot(...us.map((u, i) => ((value(i, step) - value(i, -step)) / (2 * step)) * u));
        const [a, b] = both.map(
          (side, s) =>
            side &&
            Object.fromEntries(
              TRAVEL_POINTS.flatMap((p, i) => {
                const v = (side as Partial<Record<TravelPoint, number>>)[p];
                return v === undefined ? [] : [[p, { value: v, uncertainty: us[6 * s + i] }]];
              }),
            ),
        );
        expect(travelFigure(figure, a ?? {}, b)?.uncertainty).toBeCloseTo(moved, 4);
      }),
    );
  });
});

test('left beside right of one kind, and nothing beside what stands in the middle', () => {
  const wing = layoutFor('electric-model');
  const ids = wing.surfaces.map((s) => s.id);
  for (const { left, right } of pairsOf(wing, ids)) {
    const [a, b] = [left, right].map((id) => wing.surfaces.find((s) => s.id === id));
    expect([a?.kind, a?.side, b?.side]).toEqual([b?.kind, 'left', 'right']);
  }
  const middle = wing.surfaces.filter((s) => s.side === 'centre').map((s) => s.id);
  expect(middle.length).toBeGreaterThan(0);
  expect(pairsOf(wing, middle)).toEqual([]);
});
