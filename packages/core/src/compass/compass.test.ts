import fc from 'fast-check';
import {
  afterCorrection,
  cardOf,
  correctorTurns,
  deviationAt,
  fitDeviation,
  toSteer,
  type Deviation,
  type SwungHeading,
} from './index.ts';

const NONE: Deviation = { a: 0, b: 0, c: 0, d: 0, e: 0 };
const EIGHT = [0, 45, 90, 135, 180, 225, 270, 315];

/** A compass of known deviation, swung on such headings (what it shows), each read so far off. */
const swung = (
  deviation: Deviation,
  shown: readonly number[],
  off: (i: number) => number = () => 0,
): SwungHeading[] =>
  shown.map((s, i) => ({ shown: s, magnetic: (s + deviationAt(deviation, s) + off(i) + 720) % 360 }));

const fitted = (points: readonly SwungHeading[]) => {
  const swing = fitDeviation(points);
  if (!swing.ok) throw new Error(swing.error.code);
  return swing.value;
};

const any = fc.record({
  a: fc.double({ min: -5, max: 5, noNaN: true }),
  b: fc.double({ min: -15, max: 15, noNaN: true }),
  c: fc.double({ min: -15, max: 15, noNaN: true }),
  d: fc.double({ min: -4, max: 4, noNaN: true }),
  e: fc.double({ min: -4, max: 4, noNaN: true }),
});

describe('deviation by least squares', () => {
  it('finds what was put in, on any eight headings round the circle (property)', () => {
    fc.assert(
      fc.property(any, fc.double({ min: 0, max: 45, noNaN: true }), (deviation, from) => {
        const {
          deviation: found,
          whole,
          residuals,
        } = fitted(
          swung(
            deviation,
            EIGHT.map((h) => h + from),
          ),
        );
        expect(whole).toBe(true);
        for (const k of ['a', 'b', 'c', 'd', 'e'] as const) expect(found[k]).toBeCloseTo(deviation[k], 6);
        expect(Math.max(...residuals.map(Math.abs))).toBeLessThan(1e-6);
      }),
    );
  });

  it('is what the old rule of eight headings gives (second route: sums of sines and cosines by hand, property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -8, max: 8, noNaN: true }), { minLength: 8, maxLength: 8 }),
        (off) => {
          const { deviation } = fitted(swung(NONE, EIGHT, (i) => off[i] ?? 0));
          const by = (weight: (heading: number) => number, n: number): number =>
            off.reduce((sum, o, i) => sum + o * weight(((EIGHT[i] ?? 0) * Math.PI) / 180), 0) / n;
          expect(deviation.a).toBeCloseTo(
            by(() => 1, 8),
            6,
          );
          expect(deviation.b).toBeCloseTo(by(Math.sin, 4), 6);
          expect(deviation.c).toBeCloseTo(by(Math.cos, 4), 6);
          expect(deviation.d).toBeCloseTo(
            by((h) => Math.sin(2 * h), 4),
            6,
          );
          expect(deviation.e).toBeCloseTo(
            by((h) => Math.cos(2 * h), 4),
            6,
          );
        },
      ),
    );
  });

  it('of 200 swings read to a degree the coefficients lie where their scatter says (simulation)', () => {
    let state = 5;
    const uniform = (): number => {
      state = (state * 1664525 + 1013904223) % 4294967296;
      return (state + 0.5) / 4294967296;
    };
    const normal = (): number => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    let inside = 0;
    for (let i = 0; i < 200; i += 1) {
      const deviation = {
        a: 4 * uniform() - 2,
        b: 20 * uniform() - 10,
        c: 20 * uniform() - 10,
        d: 2 * uniform() - 1,
        e: 2 * uniform() - 1,
      };
      const twelve = Array.from({ length: 12 }, (_, k) => 30 * k);
      const { deviation: found, scatter } = fitted(swung(deviation, twelve, () => normal()));
      // Of a coefficient with sines on twelve headings: the scatter over the root of six; Student's t of seven at 95 %.
      if (Math.abs(found.b - deviation.b) <= (2.365 * scatter) / Math.sqrt(6)) inside += 1;
    }
    expect(inside).toBeGreaterThan(180);
    expect(inside).toBeLessThan(200);
  });

  it('how far one lies beside the others is as if it had been left out (second route: left out, property)', () => {
    fc.assert(
      fc.property(
        any,
        fc.array(fc.double({ min: -6, max: 6, noNaN: true }), { minLength: 12, maxLength: 12 }),
        (deviation, off) => {
          const twelve = Array.from({ length: 12 }, (_, k) => 30 * k);
          const points = swung(deviation, twelve, (i) => off[i] ?? 0);
          const { besideOthers, measured } = fitted(points);
          const others = fitted(points.filter((_, i) => i !== 3));
          expect(besideOthers[3]).toBeCloseTo(
            (measured[3] ?? 0) - deviationAt(others.deviation, twelve[3] ?? 0),
            6,
          );
        },
      ),
    );
  });

  it('goes over north without a jump, and says the largest of curve and readings', () => {
    const points = swung({ ...NONE, a: -4 }, [2, 92, 182, 272]);
    expect(points[0]?.magnetic).toBe(358);
    const { deviation, measured, largest, whole } = fitted(points);
    expect(measured).toEqual([-4, -4, -4, -4]);
    expect(deviation.a).toBeCloseTo(-4, 9);
    expect(largest).toBeCloseTo(4, 9);
    expect(whole).toBe(false);
  });

  it('says how many are wanting and how much is not seen, wherever that lies; a gap of just a hundred is none', () => {
    expect(fitDeviation(swung(NONE, [0, 120, 240]))).toMatchObject({ error: { params: { least: 4 } } });
    expect(fitDeviation(swung(NONE, [0, 30, 60, 90]))).toMatchObject({ error: { params: { gap: 270 } } });
    expect(fitDeviation(swung(NONE, [350, 20, 90, 220]))).toMatchObject({ error: { params: { gap: 130 } } });
    expect(fitDeviation(swung(NONE, [0, 100, 200, 280])).ok).toBe(true);
  });

  it.each([
    ['three headings', [0, 120, 240], 'swingTooFew'],
    ['four on one side', [0, 30, 60, 90], 'swingOneSided'],
    ['one heading eight times', [10, 10, 10, 10, 10, 10, 10, 10], 'swingOneSided'],
  ])('refuses %s', (_, headings, code) => {
    expect(fitDeviation(swung(NONE, headings))).toMatchObject({ ok: false, error: { code } });
  });
});

describe('the card and what to turn', () => {
  it('whoever steers what the card says points where it says (property)', () => {
    fc.assert(
      fc.property(any, (deviation) => {
        for (const { magnetic, steer } of cardOf(deviation)) {
          const points = (steer + deviationAt(deviation, steer) + 360) % 360;
          const off = Math.abs(((points - magnetic + 540) % 360) - 180);
          expect(off).toBeLessThan(1e-6);
        }
      }),
    );
  });

  it('B of 4: on 090 the east-west corrector brings 086 to 090; C on 000, A in the mount', () => {
    const [east] = correctorTurns({ ...NONE, b: 4 });
    expect(east).toMatchObject({ what: 'east-west', on: 90 });
    expect([east?.from, east?.to].map((x) => Math.round(x ?? 0))).toEqual([86, 90]);
    expect(correctorTurns({ a: 2, b: -3, c: 5, d: 1, e: 0 }).map((t) => t.what)).toEqual([
      'north-south',
      'east-west',
      'mount',
    ]);
    expect(correctorTurns({ ...NONE, b: 1 })).toHaveLength(1);
    expect(afterCorrection({ ...NONE, b: 1, c: 0.99 })).toEqual({ ...NONE, c: 0.99 });
    expect(correctorTurns({ a: 0.5, b: 0.9, c: -0.9, d: 3, e: 3 })).toEqual([]);
  });

  it('turned as it says, one after the other, the compass is left with what is predicted (property)', () => {
    fc.assert(
      fc.property(any, (deviation) => {
        let now = deviation;
        for (const { what, on, from, to } of correctorTurns(deviation)) {
          expect(toSteer(now, on)).toBeCloseTo(from, 6);
          now = { ...now, ...{ 'north-south': { c: 0 }, 'east-west': { b: 0 }, mount: { a: 0 } }[what] };
          expect(toSteer(now, on)).toBeCloseTo(to, 6);
        }
        expect(now).toEqual(afterCorrection(deviation));
        expect(Math.max(Math.abs(now.a), Math.abs(now.b), Math.abs(now.c))).toBeLessThan(1);
      }),
    );
  });
});
