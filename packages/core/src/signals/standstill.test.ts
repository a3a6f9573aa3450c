import fc from 'fast-check';
import { standstillOf } from './standstill.ts';

test('a motor stands half way between the last sample in which it turned and the first in which it stood; the edge stands', () => {
  expect(standstillOf({ t: [0, 0.2, 0.4], v: [5000, 900, 0] }, 60)).toEqual({
    ok: true,
    value: { at: expect.closeTo(0.3, 9) as number, gap: expect.closeTo(0.2, 9) as number },
  });
  expect(standstillOf({ t: [0, 0.2, 0.4], v: [5000, 60, 60] }, 60)).toMatchObject({ value: { at: 0.1 } });
});

test.each([
  ['that never turned', [0, 0.2], [0, 60], 'neverTurned'],
  ['of which nothing was heard', [], [], 'neverTurned'],
  ['that still turns', [0, 0.2], [5000, 900], 'stillTurning'],
  ['that kicked once more at the end', [0, 0.2, 0.4], [5000, 0, 200], 'stillTurning'],
  ['of which nothing was heard while it stopped', [0, 0.2, 1.3], [5000, 900, 0], 'gapAtStandstill'],
  ['whose speed is no figure', [0, 0.2], [5000, Number.NaN], 'stillTurning'],
])('one %s has no moment of standing', (_, t, v, code) => {
  expect(standstillOf({ t, v }, 60)).toMatchObject({ ok: false, error: { code } });
});

test('however it is sampled, the true moment lies within half a gap of what is said (second route: the curve itself)', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.3, max: 4, noNaN: true }),
      fc.double({ min: 0.02, max: 0.4, noNaN: true }),
      fc.double({ min: 0, max: 0.02, noNaN: true }),
      (stands, every, phase) => {
        const t = Array.from({ length: Math.ceil(5 / every) }, (_, i) => phase + i * every);
        const v = t.map((x) => (x < stands ? 61 + 900 * (stands - x) : 0));
        const found = standstillOf({ t, v }, 60);
        fc.pre(found.ok);
        if (!found.ok) return;
        expect(Math.abs(found.value.at - stands)).toBeLessThanOrEqual(found.value.gap / 2 + 1e-9);
        expect(found.value.gap).toBeLessThanOrEqual(every + 1e-9);
      },
    ),
  );
});
