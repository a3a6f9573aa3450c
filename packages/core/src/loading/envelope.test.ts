import fc from 'fast-check';
import { NOTCHED } from '../testing/any-loading.ts';
import { crossingEdges, edgesOf, facingMargins, isInside, type EnvelopePoint } from './index.ts';
import type { Envelope } from '../aircraft/index.ts';

/** The winding of the corners around a point: another way to tell inside from outside. */
function windsAround({ corners }: Envelope, { arm, mass }: EnvelopePoint): boolean {
  let angle = 0;
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % corners.length]!;
    const [x1, y1, x2, y2] = [a.arm - arm, a.mass - mass, b.arm - arm, b.mass - mass];
    angle += Math.atan2(x1 * y2 - y1 * x2, x1 * x2 + y1 * y2);
  });
  return Math.abs(angle) > Math.PI;
}

test('on an envelope with a notch the notch is what is near, and the edge behind it says nothing', () => {
  const edges = edgesOf(NOTCHED);
  const at = (arm: number, mass: number): [string, number, string][] =>
    facingMargins(edges, { arm, mass }).map((m) => [m.direction, m.value, m.edge.name]);
  expect(at(5, 5)).toEqual([
    ['forward', 5, 'forward limit'],
    ['aft', 1, 'aft limit'],
    ['up', 5, 'highest mass'],
    ['down', 5, 'lowest mass'],
  ]);
  // In the notch: outside, and back in going forward, up or down.
  expect(at(8, 5).map(([d, v]) => [d, Number(v.toFixed(6))])).toEqual([
    ['forward', -2],
    ['up', -1],
    ['down', -1],
  ]);
  // On the line is inside, with nothing left.
  expect(isInside(edges, { arm: 8, mass: 4 })).toBe(true);
  expect(at(8, 4)).toContainEqual(['aft', 0, 'aft limit']);
  expect(isInside(edges, { arm: 8, mass: 4.0001 })).toBe(false);
});

test('inside and every margin agree with winding and with walking to the edge, convex or not', () => {
  const star = fc
    .array(fc.tuple(fc.integer({ min: 20, max: 100 }), fc.integer({ min: 20, max: 100 })), {
      minLength: 4,
      maxLength: 9,
    })
    .map((radii): Envelope => {
      const corners = radii.map(([r], i) => {
        const angle = (2 * Math.PI * i) / radii.length;
        return { arm: 200 + r * Math.cos(angle), mass: 300 + r * Math.sin(angle) };
      });
      return { id: 'star', title: 'Star', corners };
    });
  fc.assert(
    fc.property(
      star,
      fc.integer({ min: 90, max: 310 }),
      fc.integer({ min: 190, max: 410 }),
      (envelope, x, y) => {
        const point = { arm: x + 0.123, mass: y + 0.457 };
        const edges = edgesOf(envelope);
        expect(crossingEdges(edges)).toBeUndefined();
        const inside = windsAround(envelope, point);
        expect(isInside(edges, point)).toBe(inside);
        const unit = { forward: [-1, 0], aft: [1, 0], up: [0, 1], down: [0, -1] } as const;
        for (const margin of facingMargins(edges, point)) {
          expect(Math.sign(margin.value)).toBe(inside ? 1 : -1);
          const [dx, dy] = unit[margin.direction];
          const walk = (share: number): boolean => {
            const far = Math.abs(margin.value) * share;
            return windsAround(envelope, { arm: point.arm + dx * far, mass: point.mass + dy * far });
          };
          // On one side all the way to the edge, on the other just beyond it: the tip of a star may be thinner than a hair.
          expect([walk(0.3), walk(0.6), walk(0.999)]).toEqual([inside, inside, inside]);
          expect(walk(1 + 1e-9)).toBe(!inside);
        }
      },
    ),
  );
});

test('sides that cross or run back are found', () => {
  const bow = {
    ...NOTCHED,
    corners: [
      { arm: 0, mass: 0 },
      { arm: 2, mass: 2 },
      { arm: 2, mass: 0 },
      { arm: 0, mass: 2 },
    ],
  };
  expect(crossingEdges(edgesOf(bow))).toBeDefined();
  const back = {
    ...NOTCHED,
    corners: [
      { arm: 0, mass: 0 },
      { arm: 4, mass: 0 },
      { arm: 2, mass: 0 },
      { arm: 2, mass: 3 },
    ],
  };
  expect(crossingEdges(edgesOf(back))).toBeDefined();
  expect(crossingEdges(edgesOf(NOTCHED))).toBeUndefined();
});
