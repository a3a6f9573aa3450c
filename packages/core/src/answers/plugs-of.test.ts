import type { Reading } from '../limits/types.ts';
import type { AnswerSpec, Basis } from '../checks/types.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import type { PartAnswer } from './part-answer.ts';
import { patternBefore, plugsOf } from './plugs-of.ts';
import { figureUncertainty, temperaturesOf } from './temperatures-of.ts';

const read = (value: number, more: Partial<Reading> = {}): Reading => ({
  value,
  unit: 'degC',
  text: String(value),
  resolution: 1,
  source: 'live',
  ...more,
});
const four = (...values: readonly number[]): Record<string, Reading> =>
  Object.fromEntries(values.map((value, i) => [String(i + 1), read(value)]));

const spec = (more: Partial<Extract<AnswerSpec, { kind: 'cylinders' }>> = {}): AnswerSpec => ({
  kind: 'cylinders',
  unit: 'degC',
  resolution: 1,
  channel: 'exhaust',
  plausible: { low: -40, high: 1000 },
  ...more,
});
const basis: Basis = {
  ...BASIS,
  pack: {
    ...PACK,
    gates: [],
    checks: [
      check('both', { subject: 'engine', answer: spec() }),
      check('heads', { subject: 'engine', answer: spec({ channel: 'cylinder-head' }) }),
      check('left', {
        subject: 'engine',
        answer: spec({ switchTo: 'left ignition only' }),
        standsOn: ['heads', 'both'],
      }),
      check('alone', { subject: 'engine', answer: spec({ switchTo: 'right ignition only' }) }),
    ],
  },
};
const { index } = new Scribe().open(basis).state();
if (!index) throw new Error('There is no basis.');
const part = (key: string) => {
  const found = index.parts.get(key);
  if (!found) throw new Error(`There is no ${key}.`);
  return found;
};
const told =
  (answers: Readonly<Record<string, PartAnswer>>) =>
  (key: string): PartAnswer | undefined =>
    Object.hasOwn(answers, key) ? answers[key] : undefined;
const BOTH: PartAnswer = { kind: 'cylinders', readings: four(700, 705, 696, 701) };

test('what is compared is the same channel of the same engine on both, and nothing that is switched itself', () => {
  expect(patternBefore(index, part('left@right'))?.key).toBe('both@right');
  expect(patternBefore(index, part('both@left'))).toBeUndefined();
  expect(patternBefore(index, part('alone@left'))).toBeUndefined();
  expect(patternBefore(index, part('heads@left'))).toBeUndefined();
});

test('the example of the docstring, on its own engine only', () => {
  const alone = four(741, 739, 740, 255);
  const found = plugsOf(index, part('left@left'), alone, told({ 'both@left': BOTH }));
  expect(found).toMatchObject({ ignition: 'left ignition', both: 'both@left', says: { ok: true } });
  expect(found?.says.ok ? found.says.value.cylinders.map((c) => [c.cylinder, c.what]) : []).toEqual([
    [4, 'dead'],
  ]);
  expect(plugsOf(index, part('left@left'), alone, told({ 'both@right': BOTH }))).toBeUndefined();
  expect(
    plugsOf(index, part('left@left'), alone, told({ 'both@left': { kind: 'confirm', asExpected: true } })),
  ).toBeUndefined();
  expect(plugsOf(index, part('both@left'), alone, told({ 'both@left': BOTH }))).toBeUndefined();
});

test('a cylinder that is not read, and a figure that is no temperature, are said by name', () => {
  const three = plugsOf(index, part('left@left'), four(741, 739, 740), told({ 'both@left': BOTH }));
  expect(three?.says).toMatchObject({ ok: false, error: { code: 'cylinderLeft', params: { cylinder: 4 } } });
  const speeds = { '1': read(1), '2': read(1), '3': read(1), '4': read(1, { unit: 'rpm' }) };
  expect(plugsOf(index, part('left@left'), speeds, told({ 'both@left': BOTH }))?.says).toMatchObject({
    ok: false,
    error: { code: 'wrongKind' },
  });
});

test('a cylinder that wanders, or is read coarsely or restlessly, is not called weak for it', () => {
  const alone = four(740, 697, 735, 742);
  const said = (
    answer: Record<string, Reading>,
    both: PartAnswer,
    restless?: ReadonlyMap<number, number>,
  ) => {
    const found = plugsOf(index, part('left@left'), answer, told({ 'both@left': both }), restless);
    return found?.says.ok ? found.says.value.cylinders.map((c) => `${c.cylinder} ${c.what}`) : ['nothing'];
  };
  expect(said(alone, BOTH)).toEqual(['2 weak']);
  expect(said(alone, BOTH, new Map([[2, 48]]))).toEqual([]);
  expect(said({ ...alone, '2': read(697, { scatter: 60, count: 4 }) }, BOTH)).toEqual([]);
  const restlessBoth: PartAnswer = {
    kind: 'cylinders',
    readings: { ...four(700, 705, 696, 701), '2': read(705, { scatter: 60, count: 4 }) },
  };
  expect(said(alone, restlessBoth)).toEqual([]);
});

test('temperatures are told in degrees Celsius, cylinder 1 first; how well they are known does not take the gauge twice', () => {
  const fahrenheit = { '1': read(1392, { unit: 'degF' }) };
  const told1 = temperaturesOf(fahrenheit, 1);
  expect(told1.ok ? told1.value[0] : NaN).toBeCloseTo(755.6, 1);
  expect(temperaturesOf({ '2': read(2), '1': read(1) }, 2)).toEqual({ ok: true, value: [1, 2] });
  expect(figureUncertainty(undefined)).toBe(0);
  expect(figureUncertainty(read(700))).toBeCloseTo(2 / Math.sqrt(12), 9);
  expect(figureUncertainty(read(700, { scatter: 3, count: 9 }))).toBeCloseTo(2 * Math.sqrt(1 / 12 + 1), 9);
  expect(figureUncertainty(read(700, { unit: 'degF' }))).toBeCloseTo((2 / Math.sqrt(12)) * (5 / 9), 9);
});
