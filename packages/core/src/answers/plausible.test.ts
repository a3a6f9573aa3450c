import { check, IDLE_LIMIT, reading } from '../testing/world.ts';
import type { AnswerSpec } from '../checks/types.ts';
import type { Limit } from '../limits/types.ts';
import { implausible, isFigureSpec, isWorked, tenTimesOff } from './plausible.ts';

/** What a gauge can show, and what looks ten times off. */

const gauge = { unit: 'psi', resolution: 1, plausible: { low: 10, high: 150 } };
const spec = { kind: 'reading', ...gauge } as const;
const psi = (value: number, change = {}) => reading(value, { unit: 'psi', ...change });

test('both ends of the gauge are on it, what lies beyond is not; a figure of another unit of its kind is read in that of the check', () => {
  for (const value of [10, 80, 150]) expect(implausible(psi(value), spec)).toBeUndefined();
  expect(implausible(psi(9.99, { resolution: 0.01 }), spec)).toEqual({
    code: 'offTheGauge',
    params: {
      value: { value: 9.99, unit: 'psi', resolution: 0.01 },
      low: { value: 10, unit: 'psi' },
      high: { value: 150, unit: 'psi' },
    },
  });
  expect(implausible(psi(150.01), spec)?.code).toBe('offTheGauge');
  // 10 bar are 145 psi, 11 are 160.
  expect(implausible(reading(10, { unit: 'bar' }), spec)).toBeUndefined();
  expect(implausible(reading(11, { unit: 'bar' }), spec)?.code).toBe('offTheGauge');
  expect(implausible(reading(80), spec)?.code).toBe('wrongKind');
  expect(implausible(psi(NaN), spec)?.code).toBe('notFinite');
});

test('a recording may be timed by a watch, from nought to an hour; anything else is read off its gauge', () => {
  const series = { kind: 'series', seconds: 20, channel: 'oil', ...gauge } as const;
  const seconds = (value: number) => reading(value, { unit: 's' });
  expect([0, 8, 3600].map((s) => implausible(seconds(s), series))).toEqual([undefined, undefined, undefined]);
  expect(implausible(seconds(3601), series)).toMatchObject({ params: { low: { value: 0, unit: 's' } } });
  expect(implausible(seconds(-1), series)?.code).toBe('offTheGauge');
  expect(implausible(psi(5), series)?.code).toBe('offTheGauge');
  expect(implausible(psi(20), series)).toBeUndefined();
  // Only a recording is: a pressure is no time.
  expect(implausible(seconds(20), spec)?.code).toBe('wrongKind');
});

describe('ten times off', () => {
  const band = (bounds: object): Limit => ({ ...IDLE_LIMIT, unit: 'psi', bounds }) as Limit;
  const asked = (value: number, bounds: object, change: object = {}, answer: AnswerSpec = spec) =>
    tenTimesOff(psi(value, change), check('oil', { answer }), [band(bounds)]);

  test('a figure outside, of which a tenth or ten times is inside and on the gauge, is asked back', () => {
    expect(asked(7, { low: 55, high: 90 })).toEqual({
      code: 'tenTimesOff',
      params: {
        value: { value: 7, unit: 'psi', resolution: 1 },
        other: { value: 70, unit: 'psi', resolution: 1 },
      },
    });
    expect(asked(700, { low: 55, high: 90 })).toEqual({
      code: 'tenTimesOff',
      params: {
        value: { value: 700, unit: 'psi', resolution: 1 },
        // A tenth has a decimal more.
        other: { value: 70, unit: 'psi', resolution: 0.1 },
      },
    });
    // Inside, edges included, nothing is asked; nor where no tenth and no ten times is inside.
    for (const value of [55, 70, 90]) expect(asked(value, { low: 55, high: 90 })).toBeUndefined();
    for (const value of [20, 300, 5.4, 901]) expect(asked(value, { low: 55, high: 90 })).toBeUndefined();
    // The edges themselves, ten times off.
    for (const value of [5.5, 9, 550, 900])
      expect(asked(value, { low: 55, high: 90 })?.code).toBe('tenTimesOff');
  });

  test('what is told by how much and which way is not asked back: a tenth of it is always inside', () => {
    const directions = { plus: 'Tightened', minus: 'Slackened' };
    const turned: AnswerSpec = { ...spec, plausible: { low: -12, high: 12 }, directions };
    const plain: AnswerSpec = { ...spec, plausible: { low: -12, high: 12 } };
    expect(asked(-1.5, { low: -1, high: 1 }, {}, plain)?.code).toBe('tenTimesOff');
    expect(asked(-1.5, { low: -1, high: 1 }, {}, turned)).toBeUndefined();
  });

  test('with one edge alone, and nought, which is ten times nothing', () => {
    expect(asked(7, { low: 55 })?.params['other']).toMatchObject({ value: 70 });
    expect(asked(700, { high: 90 })?.params['other']).toMatchObject({ value: 70 });
    expect(asked(0, { low: 55, high: 90 })).toBeUndefined();
    expect(asked(0, { high: -1 })).toBeUndefined();
    expect(asked(7, {})).toBeUndefined();
  });

  test('only what the gauge could show is offered: its ends, and not beyond', () => {
    const to = (high: number, low = 10): AnswerSpec => ({ ...spec, plausible: { low, high } });
    expect(asked(7, { low: 55, high: 90 }, {}, to(70))?.code).toBe('tenTimesOff');
    expect(asked(7, { low: 55, high: 90 }, {}, to(69))).toBeUndefined();
    expect(asked(700, { low: 55, high: 90 }, {}, to(150, 70))?.code).toBe('tenTimesOff');
    expect(asked(700, { low: 55, high: 90 }, {}, to(150, 71))).toBeUndefined();
    // The gauge is in its own unit: 70 psi are 4.8 bar, 80 are 5.5.
    const bars = { ...spec, unit: 'bar', plausible: { low: 0, high: 5 } } as const;
    expect(asked(7, { low: 55, high: 90 }, {}, bars)).toBeDefined();
    expect(asked(8, { low: 55, high: 90 }, {}, bars)).toBeUndefined();
  });

  test('of figures alone, per cylinder too, and held against a band; a drop or a rate is not asked after', () => {
    const bounds = { low: 55, high: 90 };
    const answer = (kind: 'cylinders' | 'drop'): AnswerSpec => ({ kind, ...gauge });
    expect(asked(7, bounds, {}, answer('cylinders'))?.code).toBe('tenTimesOff');
    expect(asked(7, bounds, {}, answer('drop'))).toBeUndefined();
    expect(asked(7, bounds, {}, { kind: 'confirm' })).toBeUndefined();
    const drop = { ...band(bounds), kind: 'drop' } as Limit;
    expect(tenTimesOff(psi(7), check('oil', { answer: spec }), [drop])).toBeUndefined();
    expect(tenTimesOff(psi(7), check('oil', { answer: spec }), [drop, band(bounds)])?.code).toBe(
      'tenTimesOff',
    );
    // Of another kind than the limit it says nothing of it.
    expect(tenTimesOff(reading(7), check('oil', { answer: spec }), [band(bounds)])).toBeUndefined();
  });
});

test('what carries figures, and what is worked out from what was typed', () => {
  const kinds = (of: (s: AnswerSpec) => boolean, ...specs: object[]) => specs.map((s) => of(s as AnswerSpec));
  expect(kinds(isFigureSpec, spec, { kind: 'confirm' }, { kind: 'weighing' })).toEqual([true, false, false]);
  const worked = 'weighing loading document trail signatures equipment plate'
    .split(' ')
    .map((kind) => ({ kind }));
  expect(kinds(isWorked, ...worked)).toEqual(worked.map(() => true));
  expect(kinds(isWorked, spec, { kind: 'confirm' }, { kind: 'text' })).toEqual([false, false, false]);
});
