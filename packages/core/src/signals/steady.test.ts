import fc from 'fast-check';
import { readSteady } from './steady.ts';

const options = { seconds: 2, tolerance: 10, maximumGap: 1 };
const at10Hz = (v: number[]): { t: number[]; v: number[] } => ({ t: v.map((_, i) => i / 10), v });

test('a settled signal is read as mean, scatter and count of the window', () => {
  const v = Array.from({ length: 60 }, (_, i) => (i < 30 ? 1700 : 1590 + (i % 2)));
  expect(readSteady(at10Hz(v), options)).toMatchObject({
    steady: true,
    count: 21,
    mean: expect.closeTo(1590.5, 1) as number,
    scatter: expect.closeTo(0.5, 1) as number,
  });
});

test.each([
  ['a ramp', Array.from({ length: 40 }, (_, i) => 1700 + i), 'moving'],
  ['a step inside the window', Array.from({ length: 40 }, (_, i) => (i < 30 ? 1700 : 1600)), 'moving'],
  ['one wild sample', Array.from({ length: 40 }, (_, i) => (i === 35 ? 1760 : 1700)), 'moving'],
  ['too little of it', [1700, 1700, 1700], 'tooShort'],
])('%s is not read', (_, v, why) => {
  expect(readSteady(at10Hz(v), options)).toEqual({ steady: false, why });
});

test('a gap in the window is not read across', () => {
  expect(readSteady({ t: [0, 0.5, 1, 2.5, 3], v: [1, 1, 1, 1, 1] }, options)).toEqual({
    steady: false,
    why: 'gap',
  });
});

test('a straight line is steady exactly while its rise over the window is within the tolerance (second route, property)', () => {
  fc.assert(
    fc.property(fc.double({ min: -10, max: 10, noNaN: true }), (perSecond) => {
      const t = Array.from({ length: 41 }, (_, i) => i / 10);
      const read = readSteady({ t, v: t.map((x) => 500 + perSecond * x) }, options);
      const rise = Math.abs(perSecond) * 2;
      fc.pre(Math.abs(rise - 10) > 1e-6);
      expect(read.steady).toBe(rise < 10);
    }),
  );
});

test.each([
  // [seconds, figures, what comes of it]
  [
    'a rise of exactly the tolerance',
    [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75, 2],
    (t: number) => 500 + 5 * t,
    { steady: true, mean: 505 },
  ],
  [
    'one sample exactly the tolerance off',
    [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75, 2],
    (t: number) => (t === 1 ? 11.25 : 0),
    { steady: true },
  ],
  [
    'three samples, a gap of exactly the longest',
    [0, 1, 2],
    (t: number) => 1700 + t,
    { steady: true, count: 3, mean: 1701, scatter: 1, from: 0, to: 2 },
  ],
  ['four fifths of the window', [0, 0.8, 1.6], () => 3, { steady: true, count: 3 }],
  ['a little less, far from the beginning', [10, 10.7, 11.5], () => 3, { steady: false, why: 'tooShort' }],
  ['two samples', [0, 1.9], () => 3, { steady: false, why: 'gap' }],
  ['two samples close enough', [0, 0.9], () => 3, { steady: false, why: 'tooShort' }],
  ['nothing', [], () => 3, { steady: false, why: 'tooShort' }],
])('at the edge: %s', (_, t, figure, expected) => {
  expect(readSteady({ t, v: t.map((at) => figure(at)) }, options)).toMatchObject(expected);
});
