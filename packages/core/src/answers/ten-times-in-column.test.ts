import fc from 'fast-check';
import { band, given, read, sheet } from '../testing/given-sheet.ts';
import { makeSentences } from '../words/index.ts';
import { isAskedBack } from './plausible.ts';
import { tenTimesInColumn } from './ten-times-in-column.ts';
import type { SheetForm } from './worksheets/sheet.ts';

/** A slip of the decimal point in a column that agrees with itself is asked back, and nothing else is. */

const { say } = makeSentences({ part: String, subject: String, thing: String });
const FORM: SheetForm = {
  head: [{ id: 'mass', title: 'Reference mass', unit: 'kg' }],
  choices: [],
  columns: [
    { id: 'break', title: 'Break', unit: 'kt' },
    { id: 'air', title: 'Outside air', unit: 'degC' },
    { id: 'track', title: 'Track', unit: 'deg' },
  ],
  row: 'Stall',
  fewest: 1,
  most: 8,
};
type Told = readonly (number | readonly [number, string])[];
const cellsOf = (column: string, unit: string, told: Told, more = {}) =>
  sheet([
    { mass: read(450, 'kg') },
    ...told.map((t) => ({ [column]: typeof t === 'number' ? read(t, unit, more) : read(t[0], t[1], more) })),
  ]).cells;
const asked = (told: Told, [column, unit] = ['break', 'kt'], more = {}) => {
  const found = tenTimesInColumn(FORM, cellsOf(column ?? '', unit ?? '', told, more));
  return (
    found && [
      found.params['where'],
      (found.params['value'] as { value: number }).value,
      (found.params['other'] as { value: number }).value,
    ]
  );
};

test('a lost point and a doubled one are asked back, in the unit they were typed in; the words name row and column', () => {
  expect(asked([47, 48, 4.7, 46])).toEqual(['Stall 3, break', 4.7, expect.closeTo(47, 9)]);
  expect(asked([47, 480, 46])).toEqual(['Stall 2, break', 480, expect.closeTo(48, 9)]);
  // 24.2 m/s are 47 kt.
  expect(asked([47, 48, [242, 'm/s']])).toEqual(['Stall 3, break', 242, expect.closeTo(24.2, 9)]);
  expect(asked([[24.2, 'm/s'], 48, 47])).toBeUndefined();
  const found = tenTimesInColumn(FORM, cellsOf('break', 'kt', [47, 4.7, 46]));
  expect(found && isAskedBack(found)).toBe(true);
  expect(found && say(found).replace(/\s/g, ' ')).toBe(
    'Stall 2, break: is it 4.700 kt, or 47.000 kt like the others? Record it again to say that you mean 4.700 kt.',
  );
});

test('what is not asked: too few others, others that spread, nought, another sign, five times but no tenth, what has no nought, what nobody typed', () => {
  expect(asked([47, 4.7])).toBeUndefined();
  // Steps of a gauge, 0 to 30 litres; heights of a climb.
  expect(asked([0, 10, 20, 30])).toBeUndefined();
  expect(asked([1, 3, 10, 30])).toBeUndefined();
  expect(asked([10, 50, 100])).toBeUndefined();
  expect(asked([47, 48, 0])).toBeUndefined();
  expect(asked([-47, -48, 470])).toBeUndefined();
  expect(asked([-47, -48, -470])).toEqual(['Stall 3, break', -470, expect.closeTo(-47, 9)]);
  // A tenth of 1200 is 120, more than twice the others.
  expect(asked([47, 48, 1200])).toBeUndefined();
  expect(asked([20, 21, 2], ['air', 'degC'])).toBeUndefined();
  expect(asked([350, 355, 35], ['track', 'deg'])).toBeUndefined();
  expect(asked([47, 48, 4.7], ['break', 'kt'], { source: 'live' })).toBeUndefined();
  // The head stands alone.
  expect(tenTimesInColumn(FORM, sheet([{ mass: read(45, 'kg') }]).cells)).toBeUndefined();
});

test('the edges: five times is far, a little less is not; half more is alike, a little beyond is not', () => {
  expect([asked([50, 50, 250])?.[1], asked([50, 50, 249])]).toEqual([250, undefined]);
  expect([asked([50, 50, 10])?.[1], asked([50, 50, 10.1])]).toEqual([10, undefined]);
  expect([asked([40, 60, 400])?.[1], asked([40, 60.1, 400])]).toEqual([400, undefined]);
});

test('any column that agrees to a fifth: a slip in any row is found, that row is named with what was meant, and without it nobody is asked (property)', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1e-3, max: 1e5, noNaN: true }),
      fc.array(fc.double({ min: 0.8, max: 1.2, noNaN: true }), { minLength: 3, maxLength: 8 }),
      fc.nat(),
      fc.constantFrom(10, 0.1),
      (middle, spread, at, slip) => {
        const meant = spread.map((s) => middle * s);
        expect(asked(meant)).toBeUndefined();
        const row = at % meant.length;
        const typed = meant.map((v, i) => (i === row ? v * slip : v));
        expect(asked(typed)).toEqual([
          `Stall ${row + 1}, break`,
          typed[row],
          expect.closeTo(meant[row] ?? NaN, Math.max(0, 6 - Math.log10(middle))),
        ]);
      },
    ),
  );
});

test('the door asks back what was slipped, and takes it said again; what the sheet itself refuses is refused all the same', () => {
  const field = (down: readonly number[], confirmed: boolean) =>
    given(
      { kind: 'worksheet', sheet: 'motor-field', figures: [{ figure: 'moved', limit: 'moved' }] },
      sheet([
        {},
        ...down.map((z, i) => ({
          throttle: read([0, 50, 100][i] ?? 0, '%'),
          ...{ x: read(300, 'mG'), y: read(0, 'mG'), z: read(z, 'mG') },
        })),
      ]),
      [band('moved', '%', { high: 20 })],
      undefined,
      confirmed,
    );
  expect(field([400, 410, 405], false)).toMatchObject({ refused: undefined, worst: 'within' });
  expect(field([400, 41, 405], false).refused).toBe('tenTimesInColumn');
  // Meant so, it is judged as it was said: the field moved by far more than a fifth.
  expect(field([400, 41, 405], true)).toMatchObject({ refused: undefined, worst: 'out' });
  expect(field([400, 41], true).refused).toBe('wrongForm');
});
