import fc from 'fast-check';
import { GAUGE, reading } from '../testing/world.ts';
import { UNIT_IDS, unitOf } from '../quantity/units.ts';
import { slipsBetween } from './review.ts';
import {
  judge,
  type Instrument,
  type Limit,
  type Measured,
  type Reading,
  type Surroundings,
} from './index.ts';

/**
 * How good a judged figure is, by a second route: the standard uncertainties of what it was made from, each from the
 * accuracy of its instrument (rectangular), its step (rectangular) and its scatter, added by their squares with the
 * derivative of the figure; doubled. The step of the figure is the coarsest of those it was made from.
 */

const gauges: Record<string, Instrument> = Object.fromEntries(
  ['rpm', 'deg-angle', 'L', 's', 'V', 'degC', 'L/h'].flatMap((unit, i) =>
    [1, 3].map((accuracy) => {
      const id = `${unit} ${accuracy}`;
      return [id, { ...GAUGE, id, name: id, unit, accuracy: accuracy * (1 + i / 10), resolution: 0.001 }];
    }),
  ),
);
const around: Surroundings = { instruments: gauges, at: '2026-11-24T08:00:00Z', facts: {} };
const base = {
  key: 'k',
  title: 'Test',
  unit: 'rpm',
  class: 'performance',
  acceptance: 'simple',
  source: { document: 'Test book', revision: '1' },
  conditions: [],
  bounds: { low: -1e9, high: 1e9 },
} as const;
const limit = (change: object): Limit => ({ ...base, ...change }) as unknown as Limit;

/** A reading off a good or a poor gauge, at one of three steps, and how good it is by the formula above. */
interface Known {
  readonly reading: Reading;
  readonly standard: number;
}
const known = (unit: string) =>
  fc
    .record({
      value: fc.integer({ min: 100, max: 900 }),
      poor: fc.boolean(),
      step: fc.constantFrom(0.1, 1, 5),
    })
    .map(({ value, poor, step }): Known => {
      const instrument = gauges[`${unit} ${poor ? 3 : 1}`] as Instrument;
      return {
        reading: reading(value, { unit, resolution: step, instrument: instrument.id }),
        standard: Math.hypot((instrument.accuracy ?? NaN) / Math.sqrt(3), step / Math.sqrt(12)),
      };
    });
const coarsest = (all: readonly Known[]): number => Math.max(...all.map((k) => k.reading.resolution));
const root = (parts: readonly number[]): number => 2 * Math.hypot(...parts);

function found(about: Limit, measured: Measured): { value: number; uncertainty: number; resolution: number } {
  const verdict = judge(about, measured, around);
  return {
    value: verdict.value ?? NaN,
    uncertainty: verdict.uncertainty ?? NaN,
    resolution: verdict.resolution ?? NaN,
  };
}
function agree(of: ReturnType<typeof found>, value: number, uncertainty: number, resolution: number): void {
  expect(of.value).toBeCloseTo(value, 9);
  expect(of.uncertainty).toBeCloseTo(uncertainty, 9);
  expect(of.resolution).toBeCloseTo(resolution, 9);
}

describe('the uncertainty and the step of a figure made from several', () => {
  test('a drop, a difference and a move count both readings', () =>
    fc.assert(
      fc.property(known('rpm'), known('rpm'), (a, b) => {
        const pair: Measured = { kind: 'pair', before: a.reading, after: b.reading };
        const [from, to] = [a.reading.value, b.reading.value];
        const u = root([a.standard, b.standard]);
        agree(found(limit({ kind: 'drop' }), pair), from - to, u, coarsest([a, b]));
        agree(found(limit({ kind: 'difference' }), pair), Math.abs(from - to), u, coarsest([a, b]));
        for (const [direction, sign] of [
          ['up', 1],
          ['down', -1],
        ] as const)
          agree(found(limit({ kind: 'responds', direction }), pair), sign * (to - from), u, coarsest([a, b]));
        const two: Measured = { kind: 'many', readings: { one: a.reading, two: b.reading } };
        agree(found(limit({ kind: 'difference' }), two), Math.abs(from - to), u, coarsest([a, b]));
      }),
    ));

  test('the difference of two drops counts all four', () =>
    fc.assert(
      fc.property(known('rpm'), known('rpm'), known('rpm'), known('rpm'), (a, b, c, d) => {
        const drops = {
          kind: 'drops',
          first: [a.reading, b.reading],
          second: [c.reading, d.reading],
        } as unknown as Measured;
        const first = a.reading.value - b.reading.value;
        const second = c.reading.value - d.reading.value;
        agree(
          found(limit({ kind: 'difference' }), drops),
          Math.abs(first - second),
          root([a.standard, b.standard, c.standard, d.standard]),
          coarsest([a, b, c, d]),
        );
      }),
    ));

  test('one of the four read off a gauge that is not known says nothing of the difference', () => {
    const good = reading(100, { instrument: 'rpm 1' });
    const lost = reading(100, { instrument: 'nobody has it' });
    const verdict = judge(
      limit({ kind: 'difference' }),
      { kind: 'drops', first: [good, good], second: [good, lost] } as unknown as Measured,
      around,
    );
    expect([verdict.state, verdict.reason.code]).toEqual(['unknown', 'unknownInstrument']);
  });

  test('a spread, those that agree and those that belong together count their ends, and the step of all', () =>
    fc.assert(
      fc.property(
        fc.uniqueArray(known('s'), { minLength: 3, maxLength: 5, selector: (k) => k.reading.value }),
        (all) => {
          const sorted = [...all].sort((x, y) => x.reading.value - y.reading.value);
          const [first, last] = [sorted[0] as Known, sorted.at(-1) as Known];
          const readings = Object.fromEntries(all.map((k, i) => [String(i), k.reading]));
          const width = last.reading.value - first.reading.value;
          const u = root([first.standard, last.standard]);
          for (const about of [
            limit({ kind: 'spread', unit: 's' }),
            limit({ kind: 'match', unit: 's', atLeast: all.length }),
            limit({ kind: 'together', unit: 's' }),
          ])
            agree(found(about, { kind: 'many', readings }), width, u, coarsest(all));
        },
      ),
    ));

  test('two instants may come as a pair', () => {
    const measured: Measured = {
      kind: 'pair',
      before: reading(2, { unit: 's', instrument: 's 1', resolution: 0.1 }),
      after: reading(5, { unit: 's', instrument: 's 1', resolution: 0.1 }),
    };
    expect(found(limit({ kind: 'together', unit: 's' }), measured).value).toBe(3);
  });

  test('a direction beside the one expected is told on the side where it lies', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: -170, max: 170 }), (expected, off) => {
        const about = limit({
          kind: 'relative',
          unit: 'deg',
          expected: { value: expected },
          tolerance: 20,
          inPercent: false,
        });
        const measured: Measured = {
          kind: 'one',
          reading: reading((expected + off + 720) % 360, { unit: 'deg', resolution: 1 }),
        };
        const { margin, value, state } = judge(about, measured, {
          ...around,
          instruments: { gauge: { ...GAUGE, unit: 'deg' } },
        });
        expect(value).toBeCloseTo(expected + off, 9);
        expect(state === 'out').toBe(Math.abs(off) > 20);
        if (off !== 0) expect(margin?.edge).toBe(off > 0 ? 'high' : 'low');
      }),
    ));

  test('a ratio scales both by the demand, in percent and as a number', () =>
    fc.assert(
      fc.property(known('L/h'), fc.integer({ min: 1, max: 500 }), (k, demand) => {
        for (const [unit, scale] of [
          ['%', 100 / demand],
          ['1', 1 / demand],
        ] as const)
          agree(
            found(limit({ kind: 'ratio', unit, demand: { value: demand, unit: 'L/h' } }), {
              kind: 'one',
              reading: k.reading,
            }),
            k.reading.value * scale,
            2 * k.standard * scale,
            k.reading.resolution * scale,
          );
      }),
    ));

  test('a ratio of a figure nobody knows the accuracy of is of no known accuracy', () => {
    const blind = { ...GAUGE, id: 'blind', unit: 'L/h', accuracy: undefined } as unknown as Instrument;
    const about = limit({
      kind: 'ratio',
      unit: '%',
      demand: { value: 50, unit: 'L/h' },
      acceptance: 'guarded',
    });
    const verdict = judge(
      about,
      { kind: 'one', reading: reading(60, { unit: 'L/h', instrument: 'blind' }) },
      { ...around, instruments: { blind } },
    );
    expect([verdict.state, verdict.reason.code]).toEqual(['unknown', 'uncertaintyMissing']);
  });
});

describe('what is read off a recording', () => {
  const series = (t: readonly number[], v: readonly number[], step = 0.5): Measured => ({
    kind: 'series',
    series: { unit: 'rpm', resolution: step, source: 'live', instrument: 'rpm 1', t, v },
  });

  test('a slope is off by both ends of its window in opposite directions, and no finer than a step in it', () => {
    const t = Array.from({ length: 41 }, (_, i) => i * 0.5);
    const about = limit({ kind: 'rate', window: 8, maximumGap: 1 });
    const sample = 2 * Math.hypot(1 / Math.sqrt(3), 0.5 / Math.sqrt(12));
    const { value, uncertainty, resolution } = found(
      about,
      series(
        t,
        t.map((s) => 3 * s),
      ),
    );
    expect(value).toBeCloseTo(3, 9);
    expect(uncertainty).toBeCloseTo((Math.SQRT2 * sample) / 8, 9);
    expect(resolution).toBeCloseTo(0.5 / 8, 12);
  });

  test('of a slope off a gauge of unknown accuracy nothing is known', () => {
    const blind = { ...GAUGE, id: 'blind', accuracy: undefined } as unknown as Instrument;
    const measured: Measured = {
      kind: 'series',
      series: {
        unit: 'rpm',
        resolution: 1,
        source: 'live',
        instrument: 'blind',
        t: [0, 1, 2, 3],
        v: [0, 1, 2, 3],
      },
    };
    const verdict = judge(
      limit({ kind: 'rate', window: 2, maximumGap: 2, acceptance: 'guarded' }),
      measured,
      {
        ...around,
        instruments: { blind },
      },
    );
    expect(verdict.reason.code).toBe('uncertaintyMissing');
  });

  // The first, a middle and the last step are the widest in turn: each alone decides.
  test.each([
    [[0, 0.9, 1.1, 1.3, 1.5, 2, 2.5, 3]],
    [[5, 5.1, 5.3, 6.2, 6.4, 6.9, 7.4, 7.9]],
    [[0, 0.1, 0.3, 0.5, 0.7, 1.2, 1.7, 2.6]],
  ])('a time found between samples is as good as the widest step: %p', (t) => {
    const widest = Math.max(...t.slice(1).map((s, i) => s - (t[i] ?? NaN)));
    const u = 2 * (widest / 2 / Math.sqrt(3));
    const flat = t.map(() => 100);
    const settle = limit({ kind: 'settle', target: { low: 90, high: 110 }, hold: 0.2, maximumGap: 2 });
    const dwell = limit({ kind: 'dwell', beyond: 200, side: 'above', maximumGap: 2 });
    agree(found(settle, series(t, flat)), 0, u, 0.1);
    agree(found(dwell, series(t, flat)), 0, u, 0.1);
  });

  test('whether a recording that begins later has settled is counted from its own beginning', () => {
    const about = limit({
      kind: 'settle',
      target: { low: 90, high: 110 },
      hold: 1,
      maximumGap: 2,
      bounds: { high: 3 },
    });
    const at = (begin: number, length: number): string => {
      const t = Array.from({ length: length * 2 + 1 }, (_, i) => begin + i / 2);
      return judge(
        about,
        series(
          t,
          t.map(() => 0),
        ),
        around,
      ).state;
    };
    // Four seconds and a hold of one: settling in the next moment would be just in time.
    expect([at(0, 4), at(100, 4), at(0, 5), at(100, 5)]).toEqual(['unknown', 'unknown', 'out', 'out']);
  });
});

describe('a figure beside its own past', () => {
  const past = (values: readonly number[]): Surroundings => ({
    ...around,
    past: { k: values.map((value) => ({ value, unit: 'rpm' })) },
  });
  const bounds = (change: object, values: readonly number[]) =>
    judge(
      limit({ kind: 'trend', minimum: 4, floor: 1, tolerance: 3, ...change }),
      { kind: 'one', reading: reading(100, { instrument: 'rpm 1' }) },
      past(values),
    ).bounds;

  test('its edges lie so many robust deviations from the middle, and the caution edges nearer', () => {
    // The middle of 90, 94, 102, 110 and 118 is 102; the distances 12, 8, 0, 8, 16 have the middle 8: three and two times 11.8608,
    // outwards to a tenth of a floor of one digit, and to whole ones beside a floor of tens.
    const all = [110, 90, 102, 118, 94];
    expect(bounds({ cautionTolerance: 2 }, all)).toEqual({
      low: 66.4,
      high: 137.6,
      cautionLow: 78.2,
      cautionHigh: 125.8,
    });
    expect(bounds({ floor: 10 }, all)).toEqual({ low: 66, high: 138 });
    expect(bounds({ floor: 0.5 }, all)).toEqual({ low: 66.41, high: 137.59 });
  });

  test('of an even number the middle lies between two; without a caution there are no caution edges', () => {
    // The middle of 90, 98, 106 and 118 is 102; the distances 12, 4, 4, 16 have the middle 8.
    const edges = bounds({}, [106, 118, 90, 98]);
    expect(edges?.high).toBe(137.6);
    expect([edges?.cautionLow, edges?.cautionHigh]).toEqual([undefined, undefined]);
  });

  test('a past without scatter leaves the floor, and no caution beyond it', () => {
    expect(bounds({ cautionTolerance: 2 }, [100, 100, 100, 100])).toEqual({
      low: 99,
      high: 101,
      cautionLow: 99,
      cautionHigh: 101,
    });
  });
});

describe('words say which, what was wanted, and what was', () => {
  const sense = limit({ kind: 'sense', expected: { 'left aileron': 'up', elevator: 'down' } });
  const say = (about: Limit, words: Record<string, string>, facts: Surroundings['facts'] = {}) => {
    const { state, reason } = judge(about, { kind: 'words', words }, { ...around, facts });
    return [state, reason.code, reason.params];
  };
  test('of a surface', () => {
    expect(say(sense, { 'left aileron': 'down', elevator: 'down' })).toEqual([
      'out',
      'senseWrong',
      { surface: 'left aileron', wanted: 'up', is: 'down' },
    ]);
    expect(say(sense, { 'left aileron': 'up' })).toEqual([
      'unknown',
      'senseMissing',
      { surface: 'elevator' },
    ]);
    expect(say(sense, { 'left aileron': 'up', elevator: 'down' })).toEqual([
      'within',
      'senseRight',
      { count: 2 },
    ]);
  });
  test('of a read-back', () => {
    const text = limit({ kind: 'equals', expected: { text: ' runway  two three ' } });
    expect(say(text, { answer: 'runway two three' })[0]).toBe('within');
    expect(say(text, { answer: 'runway  three two' })).toEqual([
      'out',
      'readBackDiffers',
      { wanted: 'runway two three', is: 'runway three two' },
    ]);
    expect(say(text, {}).slice(0, 2)).toEqual(['unknown', 'notAnswered']);
    const fact = limit({ kind: 'equals', expected: { fact: 'code' } });
    expect(say(fact, { answer: 'A7' })).toEqual(['unknown', 'factMissing', { fact: 'code' }]);
    expect(say(fact, { answer: 'A7' }, { code: 'A7' })[0]).toBe('within');
  });
});

describe('figures copied from a placard in another unit', () => {
  const straight = UNIT_IDS.map((id) => unitOf(id)).filter((u) => u.kind !== 'temperature');
  const pairs = straight.flatMap((own) =>
    straight.flatMap((other) =>
      other.kind === own.kind && Math.abs(own.factor / other.factor - 1) > 0.02
        ? [{ own, other, ratio: own.factor / other.factor }]
        : [],
    ),
  );
  const band = (unit: string, low: number, high: number): Limit =>
    limit({ kind: 'band', unit, bounds: { low, high } });
  const tenfold = (ratio: number): boolean => [10, 0.1].some((r) => Math.abs(ratio / r - 1) <= 0.02);
  const factor = (symbol: unknown, kind: string): number =>
    straight.find((u) => u.symbol === symbol && u.kind === kind)?.factor ?? NaN;

  test('are told for every two units of one kind, and the unit they were read in fits (property)', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...pairs),
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 401, max: 900 }),
        fc.constantFrom(-0.019, 0, 0.019),
        ({ own, ratio }, low, high, off) => {
          const shift = ratio * (1 + off);
          const id = UNIT_IDS.find((u) => unitOf(u) === own) ?? '';
          const [slip] = slipsBetween(band(id, low, high), band(id, low * shift, high * shift));
          expect(slip?.code).toBe(tenfold(shift) ? 'tenfoldSlip' : 'unitSlip');
          if (slip?.code !== 'unitSlip') return;
          expect(slip.params?.['as']).toBe(own.symbol);
          const read = own.factor / factor(slip.params?.['read'], own.kind);
          expect(Math.abs(shift / read - 1)).toBeLessThanOrEqual(0.0201);
        },
      ),
    ));

  test('edges of nothing and edges that one of the two lacks tell nothing; the others decide', () => {
    const psi = (bounds: object): Limit => limit({ kind: 'band', unit: 'psi', bounds });
    const code = (before: object, after: object) => slipsBetween(psi(before), psi(after)).map((s) => s.code);
    expect(code({ low: 0, high: 90 }, { low: 0, high: 900 })).toEqual(['tenfoldSlip']);
    expect(code({ high: 90 }, { low: 5, high: 900 })).toEqual(['tenfoldSlip']);
    expect(code({ low: 55, high: 90 }, { high: 900 })).toEqual(['tenfoldSlip']);
    expect(code({ low: 5, high: 90 }, { low: 0, high: 900 })).toEqual(['tenfoldSlip']);
    expect(code({ low: 0, high: 90 }, { low: 5, high: 900 })).toEqual(['tenfoldSlip']);
    expect(code({ low: 0 }, { low: 0 })).toEqual([]);
    expect(code({ low: 1 }, { high: 10 })).toEqual([]);
  });

  test('degrees Fahrenheit taken for Celsius are told to a degree, and only in Celsius', () => {
    const heat = (unit: string, low: number, high: number) => band(unit, low, high);
    const code = (before: Limit, after: Limit) => slipsBetween(before, after).map((s) => s.code);
    expect(code(heat('degC', 40, 110), heat('degC', 104, 231.7))).toEqual(['unitSlip']);
    expect(code(heat('degC', 40, 110), heat('degC', 105.9, 230))).toEqual([]);
    expect(code(heat('degF', 40, 110), heat('degF', 104, 230))).toEqual([]);
  });
});
