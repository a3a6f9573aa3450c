import fc from 'fast-check';
import { shareInWords } from './share-in-words.ts';

test('a share says no more than the draws do, and is never rounded to always', () => {
  const of = (inside: number, draws = 1_000_000): string => shareInWords({ inside, draws });
  expect(of(1_000_000)).toBe('more than 99.999 %');
  expect(of(999_999)).toBe('99.99 %');
  expect(of(0)).toBe('less than 0.001 %');
  expect(of(3)).toBe('less than 0.01 %');
  expect(of(977_249)).toBe('97.72 %');
  // Ten thousand draws know a half to one in a hundred: one figure behind the point.
  expect(of(5_012, 10_000)).toBe('50.1 %');
  expect(of(10_000, 10_000)).toBe('more than 99.97 %');
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 999_999 }), (inside) => {
      const shown = Number(/^[\d.]+/.exec(of(inside).replace('less than ', ''))?.[0]);
      const share = inside / 10_000;
      // To the side of doubt, and by less than one of the figures shown.
      const below = of(inside).startsWith('less');
      expect(below ? shown - share : share - shown).toBeGreaterThanOrEqual(-1e-9);
      expect(Math.abs(share - shown)).toBeLessThan(0.1);
    }),
  );
});
