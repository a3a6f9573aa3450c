import fc from 'fast-check';
import { standardAir } from '../air/atmosphere.ts';
import { climbSpeeds, type ClimbSpeeds, type SpeedClimb } from './climb-speeds.ts';

const REFERENCE = 600;
const had = <T>(found: { ok: true; value: T } | { ok: false; error: { code: string } }): T => {
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};
const code = (climbs: readonly SpeedClimb[], reference = REFERENCE): string => {
  const found = climbSpeeds(climbs, reference);
  return found.ok ? 'ok' : found.error.code;
};
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** A minute's climb through 600 m on a day so warm, that at the mass of reference would be of that speed and rate. */
function flown(
  speed: number,
  rate: number,
  { mass = REFERENCE, temperature = 20, middle = 600 } = {},
): SpeedClimb {
  const standard = standardAir(middle);
  if (!standard.ok) throw new Error(standard.error.code);
  const shown = (((rate * REFERENCE) / mass) * 60 * standard.value.temperature) / (temperature + 273.15);
  return {
    speed: speed * Math.sqrt(mass / REFERENCE),
    from: middle - shown / 2,
    to: middle + shown / 2,
    seconds: 60,
    temperature,
    mass,
  };
}
const three = (rates: readonly number[], speeds: readonly number[] = [25, 30, 35]): readonly SpeedClimb[] =>
  rates.map((rate, i) => flown(speeds[i] ?? 30, rate));
const top = (rates: readonly number[], speeds?: readonly number[]): ClimbSpeeds['best'] =>
  had(climbSpeeds(three(rates, speeds), REFERENCE)).best;

test('the top is where a search finds it on the curve that was flown, at any mass on any day (property)', () => {
  fc.assert(
    fc.property(
      between(22, 32),
      between(2, 8),
      between(0.005, 0.04),
      between(-10, 35),
      fc.array(between(520, 640), { minLength: 3, maxLength: 9 }),
      (best, rate, bend, temperature, masses) => {
        const truth = (v: number): number => rate - bend * (v - best) ** 2;
        const climbs = masses.map((mass, i) => {
          const speed = best * (0.82 + (0.4 * i) / (masses.length - 1));
          return flown(speed, truth(speed), { mass, temperature });
        });
        fc.pre(climbs.every((c) => c.to - c.from > 5));
        const found = had(climbSpeeds(climbs, REFERENCE));
        expect(found.best.speed).toBeCloseTo(best, 4);
        expect(found.best.rate).toBeCloseTo(rate, 5);
        expect(found.at(best * 0.9)).toBeCloseTo(truth(best * 0.9), 5);
        expect(found.enclosed).toBe(true);
        // Second route: the steepest by going through every speed that was flown.
        const speeds = Array.from({ length: 4001 }, (_, i) => best * (0.82 + (0.4 * i) / 4000));
        const steepest = speeds.reduce((a, v) => (truth(v) / v > truth(a) / a ? v : a));
        const inside = steepest > best * 0.8202 && steepest < best * 1.2198;
        expect(found.steepest).toEqual(inside ? expect.closeTo(steepest, 1) : undefined);
      },
    ),
  );
});

test('by hand: 3.8, 4.0 and 3.7 m/s at 25, 30 and 35 are a parabola with its top at 29.5', () => {
  const found = top([3.8, 4, 3.7]);
  expect([found.speed, found.rate]).toEqual([expect.closeTo(29.5, 9), expect.closeTo(4.0025, 9)]);
});

test('what is said to be off covers what air did to the rates, in nineteen of twenty (2,000 flights)', () => {
  let state = 20_261_130;
  const draw = (): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  const noise = (): number => Math.sqrt(-2 * Math.log(draw())) * Math.cos(2 * Math.PI * draw());
  const truth = (v: number): number => 4 - 0.012 * (v - 30) ** 2;
  let [asked, speed, rate] = [0, 0, 0];
  for (let flight = 0; flight < 2000; flight += 1) {
    const rows = 3 + (flight % 5);
    const climbs = Array.from({ length: rows }, (_, i) => {
      const v = 23 + (14 * i) / (rows - 1);
      return flown(v, truth(v) + 0.1 * noise());
    });
    const found = climbSpeeds(climbs, REFERENCE);
    if (!found.ok || !found.value.enclosed) continue;
    const { best } = found.value;
    asked += 1;
    if (Math.abs(best.speed - 30) <= 2 * best.speedOff) speed += 1;
    if (Math.abs(best.rate - 4) <= 2 * best.rateOff) rate += 1;
  }
  expect(asked).toBeGreaterThan(1900);
  expect(speed / asked).toBeGreaterThan(0.95);
  expect(rate / asked).toBeGreaterThan(0.95);
  // Not by saying that nothing is known: a knot or two, and a few tenths.
  const { speedOff, rateOff } = top([3.41, 4, 3.41], [23, 30, 37]);
  expect(speedOff).toBeLessThan(1);
  expect(rateOff).toBeLessThan(0.15);
});

test('a top that was not flown is said to lie beyond; what makes no curve is refused', () => {
  const beyond = had(climbSpeeds(three([3.2, 3.7, 4]), REFERENCE));
  expect(beyond).toMatchObject({ enclosed: false });
  expect(beyond.best.speed).toBeGreaterThan(35);
  expect([
    code(three([4, 3.9])),
    code(three([3.8, 4, 3.7], [27, 30, 32.3])),
    code(three([3.8, 4, 3.7], [25, 26, 35])),
    code(three([4, 3.8, 4])),
    code(three([4, 4, 4])),
    code([...three([3.8, 4]), flown(35, 3.7, { middle: 800 })]),
    code([...three([3.8, 4]), flown(0, 3.7)]),
    code([...three([3.8, 4]), { ...flown(35, 3.7), seconds: 19 }]),
    // Least sinking is no climb, though the curve is as round.
    code(three([-0.4, -0.2, -0.5])),
    code(three([3.8, 4, 3.7]), 0),
  ]).toEqual([
    'climbSpeedsFew',
    'climbSpeedsAlike',
    'climbNoMiddle',
    'climbNoTop',
    'climbNoTop',
    'climbHeightsApart',
    'stallSpeed',
    'climbShort',
    'climbNotUp',
    'stallMass',
  ]);
  // On its edge each of them counts.
  expect(code(three([3.8, 4, 3.7], [25, 27.5, 30]))).toBe('ok');
  expect(code(three([3.8, 4, 3.7], [25, 27.5, 35]))).toBe('ok');
});

/** A parabola through points by the three normal equations and Cramer's rule: r = a + b·v + c·v² about 30 m/s. */
function byCramer(points: readonly { speed: number; rate: number }[]): {
  top: number;
  rate: number;
  rest: number;
} {
  const sum = (of: (x: number, r: number) => number): number =>
    points.reduce((s, p) => s + of(p.speed - 30, p.rate), 0);
  const s = [0, 1, 2, 3, 4].map((k) => sum((x) => x ** k));
  const y = [0, 1, 2].map((k) => sum((x, r) => r * x ** k));
  const det = (m: readonly (readonly number[])[]): number => {
    const at = (i: number, j: number): number => m[i]?.[j] ?? NaN;
    return (
      at(0, 0) * (at(1, 1) * at(2, 2) - at(1, 2) * at(2, 1)) -
      at(0, 1) * (at(1, 0) * at(2, 2) - at(1, 2) * at(2, 0)) +
      at(0, 2) * (at(1, 0) * at(2, 1) - at(1, 1) * at(2, 0))
    );
  };
  const rows = [0, 1, 2].map((i) => [0, 1, 2].map((j) => s[i + j] ?? NaN));
  const [a = NaN, b = NaN, c = NaN] = [0, 1, 2].map(
    (k) => det(rows.map((row, i) => row.map((v, j) => (j === k ? (y[i] ?? NaN) : v)))) / det(rows),
  );
  const x = -b / (2 * c);
  return { top: 30 + x, rate: a + b * x + c * x * x, rest: sum((v, r) => (r - a - b * v - c * v * v) ** 2) };
}

test('speeds however spaced: top, scatter and what each is off by as another way of solving gives them (property)', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(between(0.1, 0.9), between(-0.6, 0.6)), { minLength: 1, maxLength: 6 }),
      between(26, 34),
      between(0.02, 0.05),
      (drawn, best, bend) => {
        const speeds = [23, ...drawn.map(([share]) => 23 + 14 * share), 37];
        fc.pre(speeds.some((v) => v > 26.6 && v < 33.4));
        const points = speeds.map((speed, i) => ({
          speed,
          rate: 8 - bend * (speed - best) ** 2 + (drawn[i - 1]?.[1] ?? 0) * 0.5,
        }));
        const found = climbSpeeds(
          points.map((p) => flown(p.speed, p.rate)),
          REFERENCE,
        );
        fc.pre(found.ok && Math.abs(byCramer(points).top - 30) < 20);
        const { best: said, enclosed } = had(found);
        const other = byCramer(points);
        expect([said.speed, said.rate]).toEqual([
          expect.closeTo(other.top, 4),
          expect.closeTo(other.rate, 4),
        ]);
        expect(enclosed).toBe(other.top >= 23 && other.top <= 37);
        const free = points.length - 3;
        const scatter = Math.max(0.1, free > 0 ? Math.sqrt(other.rest / free) : 0);
        // What each rate does to the top, by moving it.
        const by = 1e-5;
        const off = (of: 'top' | 'rate'): number =>
          scatter *
          Math.hypot(
            ...points.map((_, i) => {
              const moved = (d: number) =>
                byCramer(points.map((p, j) => (i === j ? { ...p, rate: p.rate + d } : p)))[of];
              return (moved(by) - moved(-by)) / (2 * by);
            }),
          );
        const near = (a: number, b: number) => Math.abs(a - b) <= 1e-3 * b + 1e-4;
        expect([near(said.speedOff, off('top')), near(said.rateOff, off('rate'))]).toEqual([true, true]);
      },
    ),
    { numRuns: 300 },
  );
});

test('steepest is where the rate over the speed is greatest, and only where that was flown; all of it is of one height', () => {
  const of = (rate: number, bend: number, speeds = [25, 30, 35]) =>
    had(
      climbSpeeds(
        three(
          speeds.map((v) => rate - bend * (v - 30) ** 2),
          speeds,
        ),
        REFERENCE,
      ),
    );
  // 3 − 0.03·(v − 30)² is −24 at no speed: touched from there at √(24/0.03).
  expect(of(3, 0.03).steepest).toBeCloseTo(Math.sqrt(800), 6);
  expect(of(4, 0.012).steepest).toBeUndefined();
  expect(of(8, 0.005).steepest).toBeUndefined();
  const standard = standardAir(600);
  const temperature = (standard.ok ? standard.value.temperature : NaN) - 273.15;
  const found = had(
    climbSpeeds(
      [25, 30, 35].map((v, i) => flown(v, [3.8, 4, 3.7][i] ?? 0, { temperature })),
      REFERENCE,
    ),
  );
  expect(found.height).toBeCloseTo(600, 3);
  // Falling from the slowest on: the best is slower still.
  const slower = had(climbSpeeds(three([4, 3.7, 3.2]), REFERENCE));
  expect([slower.enclosed, slower.best.speed < 25]).toEqual([false, true]);
});

test('a row that is refused is named as it is counted', () => {
  const row = (climbs: readonly SpeedClimb[]): unknown => {
    const found = climbSpeeds(climbs, REFERENCE);
    return found.ok
      ? 'ok'
      : (found.error.params['row'] ?? found.error.params['run'] ?? found.error.params['fewest']);
  };
  expect([
    row(three([4, 3.9])),
    row([flown(0, 3.8), ...three([3.8, 4])]),
    row([flown(30, -0.1), ...three([3.8, 4])]),
    row([...three([3.8, 4]), flown(35, -0.1)]),
  ]).toEqual([3, 1, 1, 3]);
});
