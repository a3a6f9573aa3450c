import fc from 'fast-check';
import { calibratedAirspeed, standardAir } from '../air/index.ts';
import { calibrateAngle } from './angle-of-attack.ts';
import { AT_CEILING, climbToday } from './climb-today.ts';
import { airspeedOfLeg, cruiseBeside, positionErrors, type ShownLeg } from './position-errors.ts';
import { stepResponses, type AttitudeMoment } from './response.ts';

const KNOT = 1852 / 3600;
const SEA = { pressure: 101_325, temperature: 15 };
const code = (r: { ok: boolean; error?: { code: string } }): string | undefined => r.error?.code;
const rad = (degrees: number): number => (degrees * Math.PI) / 180;

/** A leg as the wind triangle makes it: through the air on a heading, carried by the wind. */
function flownLeg(
  heading: number,
  airspeed: number,
  windFrom: number,
  wind: number,
  shown: number,
): ShownLeg {
  const east = airspeed * Math.sin(rad(heading)) - wind * Math.sin(rad(windFrom));
  const north = airspeed * Math.cos(rad(heading)) - wind * Math.cos(rad(windFrom));
  return {
    track: ((Math.atan2(east, north) * 180) / Math.PI + 360) % 360,
    speed: Math.hypot(east, north),
    uncertainty: 0.3,
    shown,
  };
}

describe('position errors by speed', () => {
  test('200 flights at several speeds, each with its own error and its own wind: found exactly without noise', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            shown: fc.constantFrom(25, 35, 45, 55),
            error: fc.double({ min: -3, max: 3, noNaN: true }),
            from: fc.integer({ min: 0, max: 359 }),
            wind: fc.double({ min: 0, max: 12, noNaN: true }),
            legs: fc.constantFrom(3, 4, 5),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        (speeds) => {
          const each = [...new Map(speeds.map((s) => [s.shown, s])).values()];
          const legs = each.flatMap((s) =>
            Array.from({ length: s.legs }, (_, i) =>
              // At the sea on a standard day calibrated is true, below what compresses.
              flownLeg((360 / s.legs) * i, s.shown + s.error, s.from, s.wind, s.shown),
            ),
          );
          // Handed in in any order: here the legs of all speeds by turns.
          const mixed = [...legs].sort((a, b) => a.track - b.track);
          const found = positionErrors(mixed, SEA);
          if (!found.ok) throw new Error(found.error.code);
          expect(found.value.map((r) => Math.round(r.shown))).toEqual(
            each.map((s) => s.shown).sort((a, b) => a - b),
          );
          for (const row of found.value) {
            const truth = each.find((s) => s.shown === Math.round(row.shown));
            expect(row.error).toBeCloseTo(truth?.error ?? NaN, 2);
            expect(row.legs.length).toBe(truth?.legs);
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  test('legs of one speed are those within six knots of its slowest, the sixth included; two legs tell no speed', () => {
    const legs = (...knots: readonly number[]): ShownLeg[] =>
      knots.map((k, i) => flownLeg(120 * i, k * KNOT, 0, 0, k * KNOT));
    const groups = (...knots: readonly number[]) => {
      const found = positionErrors(legs(...knots), SEA);
      return found.ok ? found.value.map((r) => r.legs.length) : code(found);
    };
    expect(groups(60, 63, 66)).toEqual([3]);
    expect(groups(60, 63, 66.1)).toBe('legsTooFewAt');
    expect(groups(60, 60, 60, 90, 90, 90)).toEqual([3, 3]);
    expect(groups(60, 60, 60, 90, 90)).toBe('legsTooFewAt');
    expect(groups()).toBe('legsTooFew');
  });

  test('one leg and a known wind give the airspeed that the triangle was made of; the wind’s error is its own', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 359 }),
        fc.double({ min: 15, max: 90, noNaN: true }),
        fc.integer({ min: 0, max: 359 }),
        fc.double({ min: 0, max: 14, noNaN: true }),
        fc.constantFrom(0, 1000, 3000),
        (heading, airspeed, from, wind, height) => {
          const { track, speed } = flownLeg(heading, airspeed, from, wind, 0);
          const standard = standardAir(height);
          if (!standard.ok) throw new Error('No air.');
          const air = { pressure: standard.value.pressure, temperature: 8 };
          const found = airspeedOfLeg({ track, speed, windFrom: from, wind, windUncertainty: 1 }, air);
          const calibrated = calibratedAirspeed(airspeed, air);
          if (!found.ok || !calibrated.ok) throw new Error('Refused.');
          expect(found.value.calibrated).toBeCloseTo(calibrated.value, 6);
          expect(found.value.uncertainty).toBeCloseTo(calibrated.value / airspeed, 6);
        },
      ),
    );
    const leg = { track: 0, speed: 40, windFrom: 0, wind: 10, windUncertainty: 1 };
    expect(code(airspeedOfLeg({ ...leg, windUncertainty: 0 }, SEA))).toBe('legNoUncertainty');
    expect(code(airspeedOfLeg({ ...leg, speed: -1 }, SEA))).toBe('legNoSpeed');
    expect(code(airspeedOfLeg({ ...leg, wind: NaN }, SEA))).toBe('legNoSpeed');
  });

  test('a cruise beside its reference, with the furthest one named', () => {
    const found = cruiseBeside(
      [
        { calibrated: 50, reference: 52 },
        { calibrated: 40, reference: 40 },
        { calibrated: 30, reference: 27 },
      ],
      SEA,
    );
    if (!found.ok) throw new Error(found.error.code);
    expect(found.value.furthest).toBe(2);
    expect(found.value.shares.map((s) => Math.round(1000 * s))).toEqual([-38, 0, 111]);
    expect(found.value.mean).toBeCloseTo((-2 / 52 + 3 / 27) / 3, 3);
    expect(code(cruiseBeside([], SEA))).toBe('cruiseNone');
    expect(code(cruiseBeside([{ calibrated: 50, reference: 0 }], SEA))).toBe('cruiseReference');
  });
});

describe('the climb of today', () => {
  const book = { rate: 4.5, ceiling: 4500, mass: 600 };
  const at = (height: number, change: Partial<Parameters<typeof climbToday>[1]> = {}) => {
    const standard = standardAir(height);
    if (!standard.ok) throw new Error('No air.');
    const { pressure, temperature } = standard.value;
    return climbToday(book, {
      mass: 600,
      air: { pressure, temperature: temperature - 273.15 },
      speed: 30,
      headwind: 0,
      ...change,
    });
  };
  const rate = (...of: Parameters<typeof at>): number => {
    const found = at(...of);
    return found.ok ? found.value.rate : NaN;
  };

  test('the book at the sea, a hundred feet in a minute at the ceiling, and straight between', () => {
    expect(rate(0)).toBeCloseTo(4.5, 3);
    expect(rate(4500)).toBeCloseTo(AT_CEILING, 2);
    expect(rate(1500)).toBeCloseTo(3.17, 2);
    expect(rate(0, { mass: 660 })).toBeCloseTo((4.5 * 600) / 660, 3);
    expect(rate(6000)).toBeLessThan(0);
  });

  test('what it gains over the ground grows with the wind from ahead, and is refused where it stands still', () => {
    const gradient = (headwind: number): number => {
      const found = at(0, { headwind });
      return found.ok ? found.value.gradient : NaN;
    };
    expect(gradient(0)).toBeCloseTo(0.15, 3);
    expect(gradient(15)).toBeCloseTo(0.3, 3);
    expect(gradient(-15)).toBeCloseTo(0.1, 3);
    expect(code(at(0, { headwind: 30 }))).toBe('runNoWind');
    expect(code(at(0, { mass: 0 }))).toBe('stallMass');
    expect(
      code(climbToday({ ...book, rate: AT_CEILING }, { mass: 600, air: SEA, speed: 30, headwind: 0 })),
    ).toBe('climbBook');
    expect(code(climbToday({ ...book, ceiling: 0 }, { mass: 600, air: SEA, speed: 30, headwind: 0 }))).toBe(
      'climbBook',
    );
  });
});

describe('an angle-of-attack gauge', () => {
  const stall = { speed: 22, mass: 600 };
  /** What a gauge shows that is straight in the lift: by the balance of forces, not by the function under test. */
  const shows = (speed: number, mass: number, zero: number, whole: number): number => {
    const greatest = (2 * stall.mass * 9.80665) / (1.225 * stall.speed ** 2);
    const asked = (2 * mass * 9.80665) / (1.225 * speed ** 2);
    return zero + (whole * asked) / greatest;
  };

  test('whatever its zero and its scale, at whatever masses it was flown: marks come out where the forces put them', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.double({ min: 2, max: 40, noNaN: true }),
        fc.double({ min: 540, max: 660, noNaN: true }),
        fc.double({ min: 24, max: 60, noNaN: true }),
        (zero, whole, mass, speed) => {
          const points = [1.08, 1.3, 1.7, 2.2].map((times, i) => {
            const m = mass - 3 * i;
            const v = stall.speed * Math.sqrt(m / stall.mass) * times;
            return { speed: v, mass: m, shown: shows(v, m, zero, whole) };
          });
          const found = calibrateAngle(points, stall);
          if (!found.ok) throw new Error(found.error.code);
          expect(found.value.at(speed, mass)).toBeCloseTo(shows(speed, mass, zero, whole), 6);
          expect(found.value.zero + found.value.whole).toBeCloseTo(zero + whole, 6);
          expect(found.value.scatter).toBeCloseTo(0, 6);
        },
      ),
    );
  });

  test('a stuck gauge, points in a heap, one below the stall, and two points are no calibration', () => {
    const at = (times: number, shown: number, mass = 600) => ({ speed: stall.speed * times, mass, shown });
    expect(code(calibrateAngle([at(1.1, 8), at(1.5, 8), at(2, 8)], stall))).toBe('aoaNoSlope');
    expect(code(calibrateAngle([at(1.1, 8), at(1.5, 3), at(2, 8.2)], stall))).toBe('aoaNoSlope');
    expect(code(calibrateAngle([at(1.5, 8), at(1.52, 7.9), at(1.54, 7.7)], stall))).toBe('aoaTogether');
    expect(code(calibrateAngle([at(1.1, 8), at(2, 4)], stall))).toBe('aoaTooFew');
    const slow = calibrateAngle([at(1.5, 8), at(0.98, 12), at(2, 4)], stall);
    expect(slow.ok ? undefined : slow.error.params).toEqual({ row: 2 });
    expect(code(calibrateAngle([at(1.1, 8), at(1.5, 6, 0), at(2, 4)], stall))).toBe('stallMass');
    expect(code(calibrateAngle([at(1.1, 8), at(1.5, 6), at(2, 4)], { ...stall, speed: 0 }))).toBe(
      'stallSpeed',
    );
    // Exactly at the stall counts.
    expect(calibrateAngle([at(1, 12), at(1.5, 6), at(2, 4)], stall).ok).toBe(true);
  });
});

describe('steps in a mode', () => {
  /** A second-order system, closed form: 1 − e^(−ζωt)(cos ω_d t + ζω/ω_d sin ω_d t). */
  const flown = (
    damping: number,
    natural: number,
    seconds: number,
    rate = 25,
    size = 20,
  ): AttitudeMoment[] => {
    const damped = natural * Math.sqrt(1 - damping ** 2);
    return Array.from({ length: Math.round((seconds + 2) * rate) }, (_, i) => {
      const at = i / rate;
      const t = at - 2;
      const part =
        t < 0
          ? 0
          : 1 -
            Math.exp(-damping * natural * t) *
              (Math.cos(damped * t) + ((damping * natural) / damped) * Math.sin(damped * t));
      return { at, wanted: t < -1e-9 ? 0 : size, is: size * part };
    });
  };

  test('overshoot as the theory has it, e^(−πζ/√(1−ζ²)); settled when the envelope is within a twentieth; the period of what swings', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 0.8, noNaN: true }),
        fc.double({ min: 2, max: 6, noNaN: true }),
        (damping, natural) => {
          const found = stepResponses(flown(damping, natural, 12, 100));
          if (!found.ok) throw new Error(found.error.code);
          const [step] = found.value;
          const theory = Math.exp((-Math.PI * damping) / Math.sqrt(1 - damping ** 2));
          expect(step?.overshoot).toBeCloseTo(theory, 2);
          // The envelope is above the curve: it settles no later than that.
          const envelope = Math.log(0.05 * Math.sqrt(1 - damping ** 2)) / (-damping * natural);
          if (envelope < 11) expect(step?.settled ?? Infinity).toBeLessThanOrEqual(envelope + 0.02);
          expect([step?.from, step?.to, step?.at]).toEqual([0, 20, 2]);
        },
      ),
    );
    const ringing = stepResponses(flown(0.001, 3, 12, 100));
    if (!ringing.ok) throw new Error(ringing.error.code);
    expect(ringing.value[0]?.settled).toBeUndefined();
    expect(ringing.value[0]?.period).toBeCloseTo((2 * Math.PI) / 3, 1);
    expect(ringing.value[0]?.swing).toBeGreaterThan(18);
  });

  test('a gap in the look, a slow command, a short one, and a small one are no steps; none at all is said', () => {
    const whole = flown(0.7, 4, 8);
    const without = (from: number, to: number) => whole.filter((m) => m.at < from || m.at > to);
    expect(stepResponses(whole).ok).toBe(true);
    expect(code(stepResponses(without(3, 4)))).toBe('responseNone');
    expect(code(stepResponses(without(1.2, 1.9)))).toBe('responseNone');
    // A gap behind what is looked at takes nothing away but what lies behind it.
    expect(stepResponses(without(7, 8)).ok).toBe(true);
    expect(code(stepResponses(flown(0.7, 4, 3.5)))).toBe('responseNone');
    expect(code(stepResponses(flown(0.7, 4, 8, 25, 4.9)))).toBe('responseNone');
    expect(stepResponses(flown(0.7, 4, 8, 25, 5)).ok).toBe(true);
    const ramp = whole.map((m) => ({ ...m, wanted: Math.max(0, Math.min(20, 4 * (m.at - 2))) }));
    expect(code(stepResponses(ramp))).toBe('responseNone');
    expect(code(stepResponses([...whole].reverse()))).toBe('responseOrder');
    expect(code(stepResponses([]))).toBe('responseNone');
  });

  test('a step back counts past it on the other side, and never to the wrong one', () => {
    const up = flown(0.3, 4, 8);
    const down = up.map((m) => ({ at: m.at, wanted: -m.wanted, is: -m.is }));
    const [a, b] = [stepResponses(up), stepResponses(down)];
    if (!a.ok || !b.ok) throw new Error('Refused.');
    expect(b.value[0]?.overshoot).toBeCloseTo(a.value[0]?.overshoot ?? NaN, 9);
    const slow = stepResponses(up.map((m) => ({ ...m, is: Math.min(m.is, 15) })));
    expect(slow.ok && slow.value[0]).toMatchObject({ overshoot: 0, settled: undefined });
  });
});
