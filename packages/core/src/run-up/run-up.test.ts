import fc from 'fast-check';
import type { Samples } from '../limits/series.ts';
import {
  coldAgreement,
  densityAltitude,
  densityShare,
  diedAndCaught,
  fullPowerToday,
  plateauRule,
  plateausOf,
  plugsNamed,
  speedChecksOf,
  trembleOf,
  wandersAlone,
} from './index.ts';

/** Levels one after the other, ten samples a second: [level, seconds]; nothing between them but the next sample. */
function levels(...parts: readonly (readonly [number, number])[]): Samples {
  const v = parts.flatMap(([level, seconds]) =>
    Array.from({ length: Math.round(seconds * 10) }, () => level),
  );
  return { t: v.map((_, i) => i / 10), v };
}
const RULE = { seconds: 2, tolerance: 10, maximumGap: 1 };
const found = (samples: Samples, rule = RULE) =>
  plateausOf(samples, rule).map((p) => [Math.round(p.mean), Number((p.to - p.from).toFixed(1))]);

describe('plateaus', () => {
  test('the example of the docstring: three levels, three plateaus, each as long as it lasts', () => {
    expect(found(levels([1700, 10], [1600, 5], [1700, 5]))).toEqual([
      [1700, 9.9],
      [1600, 4.9],
      [1700, 4.9],
    ]);
  });

  test('the shortest that counts is the time of the rule, to the sample', () => {
    expect(found(levels([1700, 2.1]))).toEqual([[1700, 2]]);
    expect(found(levels([1700, 2]))).toEqual([]);
  });

  test('a gap cuts one in two, a gap of exactly the longest does not', () => {
    const { t, v } = levels([1700, 8]);
    const late = (by: number): Samples => ({ t: t.map((at) => (at > 3.95 ? at + by : at)), v });
    expect(found(late(0.9))).toEqual([[1700, 8.8]]);
    expect(found(late(1))).toHaveLength(2);
  });

  test('one wild sample ends nothing, two in a row do', () => {
    const wild = (...at: number[]): Samples => {
      const { t, v } = levels([1700, 8]);
      return { t, v: v.map((value, i) => (at.includes(i) ? 1650 : value)) };
    };
    expect(found(wild(40))).toHaveLength(1);
    expect(found(wild(40, 41)).length).toBeGreaterThan(1);
  });

  test('a level that is nearer than the tolerance is another level all the same', () => {
    expect(found(levels([1700, 6], [1692, 6])).map(([mean]) => mean)).toEqual([1700, 1692]);
    expect(found(levels([1700, 6], [1697, 6]))).toHaveLength(1);
  });

  test('what drifts is none, and heat has to stand for twenty seconds', () => {
    const ramp = (perSecond: number, seconds: number): Samples => {
      const t = Array.from({ length: seconds * 10 }, (_, i) => i / 10);
      return { t, v: t.map((at) => 60 + perSecond * at) };
    };
    const heat = plateauRule('degC', 1, []);
    expect(heat).toMatchObject({ seconds: 20, tolerance: 1 });
    expect(plateauRule('degF', 1, []).tolerance).toBeCloseTo(1.8, 9);
    expect(plateausOf(ramp(0.1, 60), heat)).toEqual([]);
    expect(plateausOf(ramp(0, 60), heat)).toHaveLength(1);
    expect(plateausOf(ramp(0, 20), heat)).toEqual([]);
    expect(plateausOf(ramp(20, 10), RULE)).toEqual([]);
  });

  test('a needle that trembles widens its rule; steps and ramps do not', () => {
    expect(trembleOf([1, 2, 3, 4])).toBeUndefined();
    expect(trembleOf(Array.from({ length: 20 }, (_, i) => 1700 + 2 * (i % 2)))).toBeCloseTo(
      4 / (0.6745 * Math.sqrt(6)),
      9,
    );
    expect(trembleOf(levels([1700, 5], [1500, 5]).v)).toBe(0);
    expect(trembleOf(Array.from({ length: 20 }, (_, i) => 10 * i))).toBe(0);
    expect(plateauRule('rpm', 1, [])).toEqual({ seconds: 2, tolerance: 3, maximumGap: 1 });
    expect(
      plateauRule(
        'rpm',
        1,
        levels([1700, 5]).v.map((x, i) => x + 5 * (i % 2)),
      ).tolerance,
    ).toBeGreaterThan(20);
  });

  test('whatever comes, plateaus are in order, apart, long enough, and made of samples that were there', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 600, max: 2700 }), fc.integer({ min: 1, max: 60 })), {
          maxLength: 8,
        }),
        (parts) => {
          const samples = levels(...parts.map(([level, tenths]) => [level, tenths / 10] as const));
          const all = plateausOf(samples, RULE);
          let last = -1;
          let counted = 0;
          for (const p of all) {
            expect(p.from).toBeGreaterThan(last);
            expect(p.to - p.from).toBeGreaterThanOrEqual(RULE.seconds - 1e-9);
            const own = samples.v.filter(
              (_, i) => (samples.t[i] ?? 0) >= p.from && (samples.t[i] ?? 0) <= p.to,
            );
            expect(own).toHaveLength(p.count);
            expect(p.mean).toBeCloseTo(own.reduce((a, b) => a + b, 0) / own.length, 6);
            last = p.to;
            counted += p.count;
          }
          expect(counted).toBeLessThanOrEqual(samples.v.length);
        },
      ),
    );
  });
});

describe('what was switched', () => {
  const drops = (samples: Samples, beside = {}) =>
    speedChecksOf(samples, 1, beside).map((c) => [Math.round(c.drop), c.looksLike]);

  test('a drop that comes back is one, of whatever size; straight from one to the other is two', () => {
    expect(drops(levels([1700, 10], [1620, 5], [1700, 5]))).toEqual([[80, 'unknown']]);
    expect(drops(levels([1700, 10], [1620, 5], [1590, 5], [1700, 5]))).toEqual([
      [80, 'unknown'],
      [110, 'unknown'],
    ]);
    expect(drops(levels([1700, 10], [1690, 5], [1700, 5]))).toEqual([[10, 'unknown']]);
  });

  test('a speed that stays down, rises, or falls to idle is no check', () => {
    expect(drops(levels([1700, 10], [1620, 15]))).toEqual([]);
    expect(drops(levels([1700, 10], [1620, 5], [1640, 15]))).toEqual([]);
    expect(drops(levels([1700, 10], [1780, 5], [1700, 5]))).toEqual([]);
    expect(drops(levels([1700, 10], [700, 5], [1700, 5]))).toEqual([]);
    expect(drops(levels([1700, 10], [1620, 70], [1700, 5]))).toEqual([]);
    expect(drops(levels())).toEqual([]);
    expect(drops(levels([0, 10], [0, 5]))).toEqual([]);
  });

  test('a line that was gone in between tells of nothing that was done meanwhile', () => {
    const { t, v } = levels([1700, 10], [1620, 5], [1700, 5]);
    expect(drops({ t: t.map((at) => (at > 12 ? at + 9 : at)), v })).toEqual([]);
  });

  test('other channels say what it was', () => {
    const speed = levels([1700, 10], [1620, 5], [1700, 5]);
    const like = (rise: number, manifold: number, cylinders = 4) => ({
      manifold: levels([15, 10], [15 + manifold, 5], [15, 5]),
      exhausts: Array.from({ length: cylinders }, () => levels([700, 10], [700 + rise, 5], [700, 5])),
    });
    expect(drops(speed, like(40, 0))).toEqual([[80, 'ignition']]);
    expect(drops(speed, like(14, 0))).toEqual([[80, 'ignition']]);
    expect(drops(speed, like(13, 0))).toEqual([[80, 'other']]);
    expect(drops(speed, like(40, -0.6))).toEqual([[80, 'throttle']]);
    expect(drops(speed, like(40, -0.4))).toEqual([[80, 'ignition']]);
    const cycled = levels([1700, 10], [1400, 5], [1700, 5]);
    expect(drops(cycled, like(0, 0.3))).toEqual([[300, 'propeller']]);
    // One dead cylinder of two: the other one says that it was an ignition.
    const oneDead = {
      exhausts: [levels([700, 10], [745, 5], [700, 5]), levels([700, 10], [250, 5], [700, 5])],
    };
    expect(drops(levels([1700, 10], [1300, 5], [1700, 5]), oneDead)).toEqual([[400, 'ignition']]);
  });

  test('an engine that dies and catches, one that is stopped, one that only idles', () => {
    const died = (low: number, after: number) => diedAndCaught(levels([700, 6], [low, 1], [after, 6]), 1);
    expect(died(420, 700)).toMatchObject([{ before: 700, lowest: 420 }]);
    expect(died(510, 700)).toEqual([]);
    expect(died(420, 0)).toEqual([]);
    expect(died(420, 600)).toEqual([]);
    expect(died(420, 1500)).toEqual([]);
    expect(diedAndCaught(levels([700, 20]), 1)).toEqual([]);
  });
});

describe('plugs', () => {
  const say = (both: readonly number[], alone: readonly number[], u?: number | readonly number[]) => {
    const said = plugsNamed(both, alone, u);
    if (!said.ok) return said.error.code;
    return { whole: said.value.whole, said: said.value.cylinders.map((c) => `${c.cylinder} ${c.what}`) };
  };
  const even = [700, 705, 696, 701];

  test('the example of the docstring: cylinder 4 is dead, and that is almost certain', () => {
    const said = plugsNamed([700, 700, 700, 700], [742, 739, 741, 255]);
    if (!said.ok) throw new Error(said.error.code);
    expect(said.value).toMatchObject({ whole: 'asUsual', cylinders: [{ cylinder: 4, what: 'dead' }] });
    expect(said.value.cylinders[0]?.sureness).toBeGreaterThan(0.99);
    expect(said.value.cylinders[0]?.by).toBeCloseTo(255 - 741 - 0, -1);
  });

  test.each([
    ['all as usual', [740, 746, 735, 742], { whole: 'asUsual', said: [] }],
    ['one misses', [740, 630, 735, 742], { whole: 'asUsual', said: ['2 weak'] }],
    ['nothing rose', [702, 704, 697, 700], { whole: 'unchanged', said: [] }],
    ['all fell', [640, 646, 635, 642], { whole: 'fellEverywhere', said: [] }],
    ['all rose too far', [790, 796, 785, 792], { whole: 'late', said: [] }],
    ['two dead', [250, 746, 248, 742], { whole: 'asUsual', said: ['1 dead', '3 dead'] }],
  ])('%s', (_, alone, expected) => {
    const got = say(even, alone);
    expect(typeof got === 'string' ? got : { ...got, said: [...got.said].sort() }).toEqual(expected);
  });

  test('a cylinder that stands off on both and alone alike has sound plugs; one that wanders says nothing', () => {
    expect(say([700, 780, 696, 701], [740, 820, 736, 741])).toEqual({ whole: 'asUsual', said: ['2 offset'] });
    expect(say([700, 705, 696, 701], [740, 697, 735, 742])).toEqual({ whole: 'asUsual', said: ['2 weak'] });
    expect(say([700, 705, 696, 701], [740, 697, 735, 742], [0, 48, 0, 0])).toEqual({
      whole: 'asUsual',
      said: [],
    });
  });

  test('one cylinder or two are held against the usual rise, which is known less well', () => {
    expect(say([700], [742])).toEqual({ whole: 'asUsual', said: [] });
    expect(say([700], [260])).toEqual({ whole: 'asUsual', said: ['1 dead'] });
    expect(say([700, 700], [742, 260])).toEqual({ whole: 'asUsual', said: ['2 dead'] });
  });

  test('nothing, uneven and not finite are refused by name', () => {
    expect(say([], [])).toBe('patternNone');
    expect(say([1, 2], [1])).toBe('patternUneven');
    expect(say([1, NaN], [1, 2])).toBe('notFinite');
  });

  test('the further it falls, the surer; and never certain of what was only a little', () => {
    const sure = (fall: number): number => {
      const said = plugsNamed(even, [740, 745 - fall, 736, 741]);
      return said.ok ? (said.value.cylinders.find((c) => c.cylinder === 2)?.sureness ?? 0) : NaN;
    };
    expect(sure(20)).toBe(0);
    fc.assert(
      fc.property(fc.integer({ min: 45, max: 420 }), (fall) => {
        expect(sure(fall)).toBeGreaterThan(0.5);
        expect(sure(fall)).toBeLessThanOrEqual(1);
      }),
    );
    expect(sure(800)).toBeGreaterThan(0.99);
  });
});

describe('exhausts that wander', () => {
  const seconds = (f: (at: number) => number, length = 100): Samples => {
    const t = Array.from({ length: length * 5 }, (_, i) => i / 5);
    return { t, v: t.map(f) };
  };
  const wave = (reach: number, period: number) => (at: number) =>
    700 + (reach / 2) * Math.sin((2 * Math.PI * at) / period);
  const calm = () => seconds(() => 702);

  test('the example of the docstring', () => {
    const [one, ...more] = wandersAlone([calm(), seconds(wave(50, 45)), calm(), calm()]);
    expect(more).toEqual([]);
    expect(one?.cylinder).toBe(2);
    expect(one?.reach).toBeGreaterThan(45);
    expect(one?.period).toBeGreaterThan(38);
    expect(one?.period).toBeLessThan(52);
  });

  test('what all do together, what drifts one way, what is small, what is quick, and a single bump are none', () => {
    const alone = (f: (at: number) => number) => wandersAlone([calm(), seconds(f), calm(), calm()]);
    expect(wandersAlone(Array.from({ length: 4 }, () => seconds(wave(50, 45))))).toEqual([]);
    expect(alone((at) => 700 + at)).toEqual([]);
    expect(alone(wave(15, 45))).toEqual([]);
    expect(alone(wave(50, 6))).toEqual([]);
    expect(alone((at) => 700 + (at > 40 && at < 50 ? 50 : 0))).toEqual([]);
    expect(wandersAlone([])).toEqual([]);
  });

  test('too short a trace, and a second without a figure, say nothing', () => {
    expect(wandersAlone([calm(), seconds(wave(50, 20), 29), calm()])).toEqual([]);
    const holed = seconds(wave(50, 45));
    const keep = holed.t.map((at) => at < 40 || at > 42);
    const part = (list: readonly number[]) => list.filter((_, i) => keep[i]);
    expect(wandersAlone([calm(), { t: part(holed.t), v: part(holed.v) }, calm()])).toEqual([]);
  });
});

describe('cold sensors', () => {
  const agree = (shows: readonly number[], air = 9) => {
    const said = coldAgreement(
      shows.map((value, i) => ({ name: `s${i + 1}`, shows: value })),
      air,
    );
    return said.ok ? said.value : said.error.code;
  };

  test('the example of the docstring: the fourth is 14.5 off, and the whole half a degree above the air', () => {
    expect(agree([9, 10, 9, 24])).toEqual({
      together: 9.5,
      aboveAir: 0.5,
      furthest: { name: 's4', by: 14.5 },
    });
  });

  test('an engine that is warm still agrees with itself, and not with the air', () => {
    expect(agree([38, 39, 38, 39])).toMatchObject({ aboveAir: 29.5, furthest: { by: -0.5 } });
  });

  test('one that lies is found wherever it sits and whichever way it lies, if two others tell the truth', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 2, maxLength: 30 }),
        fc.nat(30),
        fc.oneof(
          fc.double({ min: 5, max: 200, noNaN: true }),
          fc.double({ min: -200, max: -5, noNaN: true }),
        ),
        (truth, where, lie) => {
          const all = truth.map((x) => 9 + x);
          const at = where % (all.length + 1);
          all.splice(at, 0, 9 + lie);
          const said = agree(all);
          expect(typeof said === 'string' ? said : said.furthest.name).toBe(`s${at + 1}`);
        },
      ),
    );
  });

  test('of two nobody knows which one lies, and a figure that is none is refused', () => {
    expect(agree([9, 30])).toBe('coldTooFew');
    expect(agree([])).toBe('coldTooFew');
    expect(agree([9, 9, NaN])).toBe('notFinite');
    expect(agree([9, 9, 9], NaN)).toBe('notFinite');
  });
});

describe('full power today', () => {
  const BOOK = { speed: 2400, manifold: 28.5, flow: 60 };
  const of = (
    pressure: number,
    temperature: number,
    propeller: 'fixed' | 'governed' = 'fixed',
    charged = false,
  ) => {
    const said = fullPowerToday(BOOK, { pressure, temperature }, { propeller, charged });
    return said.ok ? said.value : said.error.code;
  };
  const speedOf = (said: ReturnType<typeof of>) => (typeof said === 'string' ? NaN : said.speed);

  test('on a standard day at the sea it is what the book says, of whatever kind', () => {
    for (const propeller of ['fixed', 'governed'] as const)
      for (const charged of [false, true]) {
        const said = of(1013.25, 15, propeller, charged);
        expect(said).toEqual({ speed: 2400, manifold: 28.5, flow: 60 });
      }
    expect(densityShare({ pressure: 1013.25, temperature: 15 })).toBe(1);
    expect(densityAltitude({ pressure: 1013.25, temperature: 15 })).toBeCloseTo(0, 9);
  });

  test('the example of the docstring', () => {
    const said = of(900, 25);
    if (typeof said === 'string') throw new Error(said);
    expect(said.speed).toBeCloseTo(2374, 0);
    expect(said.manifold).toBeCloseTo(25.3, 1);
    expect(said.flow).toBeCloseTo(51.8, 1);
  });

  test('density altitude is the height at which the standard atmosphere is as dense', () => {
    for (const height of [0, 1500, 5000, 9000]) {
      const kelvin = 288.15 - 0.0065 * (height / 3.28084);
      const pressure = 1013.25 * (kelvin / 288.15) ** 5.25588;
      expect(densityAltitude({ pressure, temperature: kelvin - 273.15 })).toBeCloseTo(height, -1);
    }
  });

  test('a second route: blades and engine let run until they balance come to the same speed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 700, max: 1050 }),
        fc.integer({ min: -30, max: 45 }),
        (pressure, temperature) => {
          const density = (pressure * 288.15) / (1013.25 * (temperature + 273.15));
          let speed = 1000;
          for (let i = 0; i < 4000; i += 1) {
            const engine = 1.132 * density - 0.132;
            const blades = density * (speed / 2400) ** 2;
            speed += 10 * (engine - blades);
          }
          expect(speedOf(of(pressure, temperature))).toBeCloseTo(speed, 1);
        },
      ),
      { numRuns: 40 },
    );
  });

  test('a governor holds the speed, a charger the manifold; warm air costs flow all the same', () => {
    expect(speedOf(of(900, 25, 'governed'))).toBe(2400);
    expect(of(900, 25, 'governed', true)).toMatchObject({ speed: 2400, manifold: 28.5 });
    const [cool, warm] = [of(900, 5, 'governed', true), of(900, 35, 'governed', true)];
    expect(typeof cool !== 'string' && typeof warm !== 'string' && (cool.flow ?? 0) > (warm.flow ?? 0)).toBe(
      true,
    );
  });

  test('air that is on no field, and a book without figures, are refused by name', () => {
    expect(of(499, 15)).toBe('airNotOnGround');
    expect(of(1091, 15)).toBe('airNotOnGround');
    expect(of(1000, 61)).toBe('airNotOnGround');
    expect(of(1000, -61)).toBe('airNotOnGround');
    expect(of(NaN, 15)).toBe('airNotOnGround');
    const none = fullPowerToday(
      { speed: 0 },
      { pressure: 1000, temperature: 15 },
      { propeller: 'fixed', charged: false },
    );
    expect(none.ok ? '' : none.error.code).toBe('bookPowerNone');
    expect(
      fullPowerToday(
        { speed: 2400 },
        { pressure: 1000, temperature: 15 },
        { propeller: 'governed', charged: false },
      ),
    ).toEqual({
      ok: true,
      value: { speed: 2400 },
    });
  });
});

describe('exhausts that wander, as they come', () => {
  test('one among others is found with its reach and its time, whatever all of them do together and wherever it stands', () => {
    fc.assert(
      fc.property(
        fc.record({
          cylinders: fc.integer({ min: 3, max: 9 }),
          which: fc.nat(8),
          reach: fc.integer({ min: 24, max: 90 }),
          period: fc.integer({ min: 18, max: 60 }),
          phase: fc.double({ min: 0, max: 6, noNaN: true }),
          drift: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
          together: fc.integer({ min: 0, max: 40 }),
          late: fc.integer({ min: 0, max: 3 }),
        }),
        ({ cylinders, which, reach, period, phase, drift, together, late }) => {
          const own = which % cylinders;
          const exhausts = Array.from({ length: cylinders }, (_, c): Samples => {
            const t = Array.from({ length: 130 * 4 }, (__, i) => i / 4 + (c === 0 ? late : 0));
            return {
              t,
              v: t.map(
                (at) =>
                  690 +
                  8 * c +
                  together * Math.sin(at / 11) +
                  (c === own ? drift * at + (reach / 2) * Math.sin((2 * Math.PI * at) / period + phase) : 0),
              ),
            };
          });
          const found = wandersAlone(exhausts);
          expect(found.map((w) => w.cylinder)).toEqual([own + 1]);
          expect(Math.abs((found[0]?.period ?? 0) - period)).toBeLessThan(0.16 * period + 2);
          expect(found[0]?.reach ?? 0).toBeGreaterThan(0.8 * reach);
          expect(found[0]?.reach ?? 0).toBeLessThan(1.35 * reach + 3);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('the shortest trace is two of the shortest times; slower than the slowest is none', () => {
    const of = (period: number, seconds: number, reach = 60) => {
      const t = Array.from({ length: seconds * 4 + 1 }, (_, i) => i / 4);
      const calm = { t, v: t.map(() => 700) };
      return wandersAlone([
        calm,
        { t, v: t.map((at) => 700 + (reach / 2) * Math.sin((2 * Math.PI * at) / period)) },
        calm,
      ]).length;
    };
    expect([of(16, 30), of(16, 29)]).toEqual([1, 0]);
    expect([of(140, 400), of(170, 400)]).toEqual([1, 0]);
    expect([of(40, 120, 20), of(40, 120, 14)]).toEqual([1, 0]);
  });

  test('one cylinder by itself is looked at as well, and two', () => {
    const t = Array.from({ length: 400 }, (_, i) => i / 4);
    const wave = { t, v: t.map((at) => 700 + 25 * Math.sin((2 * Math.PI * at) / 40)) };
    expect(wandersAlone([wave]).map((w) => w.cylinder)).toEqual([1]);
    expect(wandersAlone([{ t, v: t.map(() => 690) }, wave]).map((w) => w.cylinder)).toEqual([2]);
  });
});

describe('how sure a plug is named, by hand', () => {
  const even = [700, 700, 700, 700, 700];
  const third = (by: number, u = 0) => {
    const said = plugsNamed(even, [740, 740, 740 + by, 740, 740], [0, 0, u, 0, 0]);
    return said.ok ? said.value.cylinders.find((c) => c.cylinder === 3) : undefined;
  };
  const bell = (x: number, mean: number, sigma: number): number =>
    Math.exp(-((x - mean) ** 2) / (2 * sigma * sigma)) / (sigma * 2.5066282746310002);

  test('the same by the law of Bayes, written out once more', () => {
    for (const by of [-45, -60, -100, -180, -250, -300, -380]) {
      const sound = 0.95 * bell(by, 0, 10);
      const weak = by >= -260 ? 0.02 / 230 : 0;
      const dead = 0.03 * bell(by, -380, 110);
      const all = sound + weak + dead;
      const expected =
        dead >= weak ? { what: 'dead', sureness: dead / all } : { what: 'weak', sureness: weak / all };
      expect(third(by)).toMatchObject({
        what: expected.what,
        by,
        sureness: expect.closeTo(expected.sureness, 9) as number,
      });
    }
    expect(third(-900)).toMatchObject({ what: 'dead', sureness: expect.closeTo(1, 9) as number });
  });

  test('what is read badly is not named: a fall has to stand out of what the reading may be off', () => {
    expect(third(-48)?.what).toBe('weak');
    expect(third(-48, 30)).toBeUndefined();
    expect(third(-25)).toBeUndefined();
  });

  test('the surest comes first, and one that stands off is told by how far', () => {
    const said = plugsNamed([700, 700, 700, 790, 700], [690, 740, 250, 830, 740]);
    if (!said.ok) throw new Error(said.error.code);
    expect(said.value.cylinders.map((c) => [c.cylinder, c.what])).toEqual([
      [3, 'dead'],
      [1, 'weak'],
      [4, 'offset'],
    ]);
    expect(said.value.cylinders[2]).toMatchObject({
      by: 90,
      sureness: expect.closeTo(1 - 55 / 145, 9) as number,
    });
    expect(said.value.rise).toBe(40);
  });

  test.each([
    ['a rise of ten is a rise', 10, 'asUsual'],
    ['less is none', 9.9, 'unchanged'],
    ['seventy is as usual', 70, 'asUsual'],
    ['more is late', 70.1, 'late'],
    ['a fall of twenty-five is none yet', -25, 'unchanged'],
    ['more fell everywhere', -25.1, 'fellEverywhere'],
  ])('%s', (_, rise, whole) => {
    const said = plugsNamed(
      even,
      even.map((x) => x + rise),
    );
    expect(said.ok ? said.value.whole : '').toBe(whole);
    expect(said.ok ? said.value.rise : NaN).toBeCloseTo(rise, 9);
  });

  test('half of the cylinders dead: the others still say how it rose; more than half, and they fell together', () => {
    const half = plugsNamed([700, 700, 700, 700], [740, 742, 250, 250]);
    expect(half.ok ? [half.value.whole, half.value.cylinders.length] : []).toEqual(['asUsual', 2]);
    const most = plugsNamed([700, 700, 700, 700], [740, 250, 250, 250]);
    expect(most.ok ? [most.value.whole, most.value.cylinders.length] : []).toEqual(['fellEverywhere', 0]);
    const both = plugsNamed([700, 700], [250, 250]);
    expect(both.ok ? [both.value.whole, both.value.cylinders.length] : []).toEqual(['asUsual', 2]);
  });

  test('cylinders that wander do not say whether it rose; where all of them do, they have to', () => {
    const said = plugsNamed([700, 700, 700], [740, 742, 640], [0, 0, 60]);
    expect(said.ok ? said.value.rise : NaN).toBe(41);
    const all = plugsNamed([700, 700, 700], [740, 742, 744], [60, 60, 60]);
    expect(all.ok ? all.value.rise : NaN).toBe(42);
  });
});

describe('checks at their edges', () => {
  const back = (to: number) => speedChecksOf(levels([1700, 6], [1600, 4], [to, 6]), 1).length;
  test('back is back within a quarter of the drop, but no more than two in a hundred of the speed', () => {
    expect([back(1700), back(1680), back(1720), back(1660), back(1745)]).toEqual([1, 1, 1, 0, 0]);
  });
  test('a check lasts a minute at most, and a level is on its way for eight seconds at most', () => {
    const lasting = (seconds: number) =>
      speedChecksOf(levels([1700, 6], [1600, seconds], [1700, 6]), 1).length;
    expect([lasting(60), lasting(60.2)]).toEqual([1, 0]);
    const slow = (seconds: number) => {
      const ramp = Array.from({ length: seconds * 2 }, (_, i): readonly [number, number] => [
        1690 - i * (80 / (seconds * 2)),
        0.5,
      ]);
      return speedChecksOf(levels([1700, 6], ...ramp, [1600, 4], [1700, 6]), 1).length;
    };
    expect([slow(6), slow(11)]).toEqual([1, 0]);
  });
  test('the second of two in a row is held against the speed before both', () => {
    const [one, two] = speedChecksOf(levels([1700, 6], [1640, 4], [1610, 4], [1702, 6]), 1);
    expect([one?.drop, two?.drop].map((d) => Math.round(d ?? 0))).toEqual([60, 90]);
    expect(Math.round(two?.before.mean ?? 0)).toBe(1700);
    expect(Math.round(two?.returned.mean ?? 0)).toBe(1702);
  });
  test('exhausts are read at the end of each stretch, where they have arrived', () => {
    const speed = levels([1700, 8], [1620, 8], [1700, 8]);
    const late = levels([700, 8], [705, 3], [722, 3], [745, 2], [700, 8]);
    expect(speedChecksOf(speed, 1, { exhausts: [late] })[0]).toMatchObject({
      looksLike: 'ignition',
      exhaustsRise: expect.closeTo(44, -0.5) as number,
    });
    const gone = { t: [0], v: [700] };
    expect(speedChecksOf(speed, 1, { exhausts: [gone] })[0]).toMatchObject({ looksLike: 'unknown' });
    expect(speedChecksOf(speed, 1, { exhausts: [gone] })[0]).not.toHaveProperty('exhaustsRise');
  });
});

describe('plateaus by another route', () => {
  const noisy = (): Samples => {
    // A fixed unrest of ±4 with no pattern that a window could follow.
    const unrest = [0, 3, -2, 4, -4, 1, -1, 2, -3, 0, 2, -2, 4, -1, -3, 3, 1, -4];
    const v = Array.from(
      { length: 90 },
      (_, i) => (i < 50 ? 1700 : 1620) + (unrest[(i * 7) % unrest.length] ?? 0),
    );
    return { t: v.map((_, i) => i / 10), v };
  };
  test('scatter, mean and count are those of the samples, worked out plainly', () => {
    const samples = noisy();
    const all = plateausOf(samples, { ...RULE, tolerance: 12 });
    expect(all).toHaveLength(2);
    for (const p of all) {
      const own = samples.v.filter((_, i) => (samples.t[i] ?? 0) >= p.from && (samples.t[i] ?? 0) <= p.to);
      const mean = own.reduce((a, b) => a + b, 0) / own.length;
      const squares = own.reduce((a, b) => a + (b - mean) ** 2, 0);
      expect([p.count, p.mean, p.scatter]).toEqual([
        own.length,
        expect.closeTo(mean, 9) as number,
        expect.closeTo(Math.sqrt(squares / (own.length - 1)), 9) as number,
      ]);
    }
  });

  test('where the clock and the scale begin is no matter', () => {
    const { t, v } = noisy();
    const plain = plateausOf({ t, v }, { ...RULE, tolerance: 12 });
    const moved = plateausOf(
      { t: t.map((x) => x + 86_400), v: v.map((x) => x - 1650) },
      { ...RULE, tolerance: 12 },
    );
    expect(moved).toHaveLength(plain.length);
    moved.forEach((p, i) => {
      const own = plain[i];
      expect([p.from - 86_400, p.to - 86_400, p.mean + 1650, p.scatter]).toEqual(
        [own?.from, own?.to, own?.mean, own?.scatter].map((x) => expect.closeTo(x ?? NaN, 6) as number),
      );
    });
  });

  test('a plateau ends in the sample before the next level, and begins in its first', () => {
    const [one, two] = plateausOf(levels([1700, 5], [1600, 5]), RULE);
    expect([one?.to, two?.from, two?.to]).toEqual([4.9, 5, 9.9]);
    expect([one?.scatter, two?.scatter]).toEqual([0, 0]);
  });

  test('a slow drift ends where it has drifted by the tolerance, and what comes after is another', () => {
    const t = Array.from({ length: 600 }, (_, i) => i / 10);
    const all = plateausOf({ t, v: t.map((at) => 1700 + at) }, RULE);
    expect(all.length).toBeGreaterThan(1);
    for (const p of all) expect(p.to - p.from).toBeLessThanOrEqual(10.01);
    expect(plateausOf({ t, v: t.map((at) => 1700 + 2.4 * at) }, RULE).length).toBeGreaterThan(0);
    expect(plateausOf({ t, v: t.map((at) => 1700 + 2.6 * at) }, RULE)).toEqual([]);
  });

  test('five samples tell how much a needle trembles, four do not; the rule is three steps of its gauge at least', () => {
    expect(trembleOf([1, 2, 1, 2, 1])).toBeGreaterThan(0);
    expect(trembleOf([1, 2, 1, 2])).toBeUndefined();
    expect(plateauRule('inHg', 0.1, [])).toMatchObject({
      seconds: 2,
      tolerance: expect.closeTo(0.3, 9) as number,
    });
    expect(plateauRule('psi', 2, [], 4)).toMatchObject({ seconds: 4, tolerance: 6 });
    // Bends of 0, 0, 8, 0 and 8: the middle one counts, and of an even number the middle of two.
    expect(trembleOf([0, 0, 0, 0, 8, 16, 24])).toBe(0);
    expect(trembleOf([0, 2, 0, 6, 0, 2])).toBeCloseTo(8 / (0.6745 * Math.sqrt(6)), 9);
  });
});

describe('other channels, read as they are', () => {
  const speed = levels([1700, 8], [1620, 6], [1700, 8]);
  const exhaust = (rise: number) => levels([700, 8], [700 + rise, 6], [700, 8]);
  const said = (beside: Parameters<typeof speedChecksOf>[2]) => speedChecksOf(speed, 1, beside)[0];

  test('of several exhausts the middle one says it, of two the middle of both; those that stopped firing say nothing', () => {
    const rises = (...list: number[]) => said({ exhausts: list.map(exhaust) })?.exhaustsRise;
    expect(rises(60, 10, 20)).toBeCloseTo(20, 6);
    expect(rises(10, 60)).toBeCloseTo(35, 6);
    expect(rises(-450, 40, -400, 44)).toBeCloseTo(42, 6);
    expect(rises(-450, -400)).toBeCloseTo(-425, 6);
    expect(rises(-29, 41)).toBeCloseTo(6, 6);
  });

  test('a manifold that was silent says nothing; one that moved tells a throttle', () => {
    const from = (t: number) => ({
      t: speed.t.filter((at) => at >= t),
      v: speed.t.filter((at) => at >= t).map(() => 15),
    });
    expect(said({ manifold: from(10) })?.looksLike).toBe('unknown');
    expect(said({ manifold: levels([15, 8], [14.5, 6], [15, 8]) })?.looksLike).toBe('throttle');
    expect(said({ manifold: levels([15, 8], [15.5, 6], [15, 8]) })?.looksLike).toBe('unknown');
  });

  test('a drop of an eighth without a rise is blades, and one with a rise an ignition all the same', () => {
    const deep = (low: number, rise: number) =>
      speedChecksOf(levels([1700, 8], [low, 6], [1700, 8]), 1, { exhausts: [exhaust(rise)] })[0]?.looksLike;
    expect([deep(1490, 0), deep(1500, 0), deep(1490, 40)]).toEqual(['propeller', 'other', 'ignition']);
  });

  test('an engine that stands checks nothing, and a gap hides a death', () => {
    expect(speedChecksOf(levels([0, 8], [0, 6], [0, 8]), 1)).toEqual([]);
    const { t, v } = levels([700, 6], [420, 1], [700, 6]);
    expect(diedAndCaught({ t: t.map((at) => (at > 6.5 ? at + 2 : at)), v }, 1)).toEqual([]);
    expect(diedAndCaught(levels([700, 6], [420, 7], [700, 6]), 1)).toEqual([]);
    expect(diedAndCaught(levels([700, 6], [504, 1], [700, 6]), 1)).toEqual([]);
    expect(diedAndCaught(levels([700, 6], [503, 1], [620, 6]), 1)).toHaveLength(1);
    expect(diedAndCaught(levels([700, 6], [503, 1], [1121, 6]), 1)).toEqual([]);
    expect(diedAndCaught(levels([0, 6], [0, 1], [700, 6]), 1)).toEqual([]);
  });
});
