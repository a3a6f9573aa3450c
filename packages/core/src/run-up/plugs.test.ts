import fc from 'fast-check';
import type { Samples } from '../limits/series.ts';
import { plugsNamed, wandersAlone } from './index.ts';

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
