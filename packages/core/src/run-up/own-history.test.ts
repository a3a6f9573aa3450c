import fc from 'fast-check';
import { changedAlone } from './own-history.ts';

test('the example of the docstring: one cylinder hotter among the others than it was', () => {
  expect(changedAlone([720, 726, 770, 722], [700, 705, 696, 701])).toEqual([
    { cylinder: 3, by: expect.closeTo(53, 0) as number },
  ]);
});

test('another day and another power change all of them: none is named (property)', () => {
  const engine = fc.array(fc.double({ min: 500, max: 800, noNaN: true }), { minLength: 3, maxLength: 18 });
  fc.assert(
    fc.property(engine, fc.double({ min: -150, max: 150, noNaN: true }), (then, all) => {
      expect(
        changedAlone(
          then.map((t) => t + all),
          then,
        ),
      ).toEqual([]);
    }),
  );
});

test('one that moved by more than the bound is named, at the bound it is not, whichever it is (property)', () => {
  const cylinders = fc.integer({ min: 4, max: 18 });
  fc.assert(
    fc.property(cylinders, fc.nat(17), fc.integer({ min: -300, max: 300 }), (count, at, moved) => {
      const which = at % count;
      const then = Array.from({ length: count }, (_, i) => 650 + 3 * i);
      const now = then.map((t, i) => t + 12 + (i === which ? moved : 0));
      expect(changedAlone(now, then).map((c) => [c.cylinder, c.by])).toEqual(
        Math.abs(moved) > 25 ? [[which + 1, moved]] : [],
      );
    }),
  );
});

test('where all scatter, a change within the scatter is none; what was not read is left out; two tell nothing', () => {
  expect(changedAlone([700, 760, 640, 745, 660], [700, 700, 700, 700, 700])).toEqual([]);
  expect(changedAlone([700, undefined, 700, 790], [700, 700, 700, 700]).map((c) => c.cylinder)).toEqual([4]);
  expect(changedAlone([700, 900], [700, 700])).toEqual([]);
  expect(changedAlone([700, 700, 900, 700], [700, 700, 700])).toEqual([]);
});
