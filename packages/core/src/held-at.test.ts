import { heldAt } from './held-at.ts';

it('gives what a list holds, a nought as well, and never reckons on with what is not there', () => {
  expect([heldAt([4, 0], 0), heldAt([4, 0], 1)]).toEqual([4, 0]);
  expect(heldAt(new Float64Array([0.5]), 0)).toBe(0.5);
  for (const place of [2, -1, 0.5]) expect(() => heldAt([4, 0], place)).toThrow(RangeError);
});
