import fc from 'fast-check';
import { placeNames } from './place-names.ts';

const FRAME = { left: 50, right: 440, top: 14, bottom: 390 };

test('two points side by side get their names on different sides; one at the border turns its name inwards', () => {
  const [first, second] = placeNames(
    [
      { x: 200, y: 100, width: 90 },
      { x: 216, y: 100, width: 90 },
    ],
    FRAME,
  );
  expect([first?.anchor, second?.anchor]).toEqual(['end', 'start']);
  expect(placeNames([{ x: 430, y: 100, width: 60 }], FRAME)).toEqual([{ x: 418, y: 104, anchor: 'end' }]);
});

test('up to four names never lie on each other, and stay in the frame, wherever their points are', () => {
  const point = fc.record({
    x: fc.integer({ min: 60, max: 430 }),
    y: fc.integer({ min: 60, max: 340 }),
    width: fc.integer({ min: 20, max: 110 }),
  });
  fc.assert(
    fc.property(fc.array(point, { minLength: 1, maxLength: 4 }), (points) => {
      const boxes = placeNames(points, FRAME).map((n, i) => {
        const width = points[i]!.width;
        const left = n.anchor === 'start' ? n.x : n.x - width;
        return { left, right: left + width, top: n.y - 11, bottom: n.y + 4 };
      });
      for (const [i, a] of boxes.entries()) {
        expect(a.left >= FRAME.left && a.right <= FRAME.right).toBe(true);
        for (const b of boxes.slice(i + 1))
          expect(a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom).toBe(false);
      }
    }),
  );
});
