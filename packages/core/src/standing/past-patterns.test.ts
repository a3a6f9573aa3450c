import { foldEntries } from '../entries/index.ts';
import { BASIS, BOOK, check, PACK, Scribe } from '../testing/world.ts';
import { pastPatterns, usualPlaces } from './index.ts';

/** How cylinders stand on the engines of a fleet, as a basis carries it. */

const basis = {
  ...BASIS,
  limitBook: BOOK,
  pack: {
    ...PACK,
    gates: [],
    checks: [
      check('both', {
        subject: 'engine',
        proves: ['engine.{engine}.cylinders'],
        answer: {
          kind: 'cylinders',
          unit: 'degC',
          resolution: 1,
          plausible: { low: -40, high: 1000 },
        },
      }),
    ],
  },
};

const give = (s: Scribe, engine: string, values: readonly number[], unit = 'degC') =>
  s.add('answer.given', {
    check: 'both',
    subject: engine,
    answer: {
      kind: 'cylinders',
      readings: Object.fromEntries(
        values.map((value, i) => [
          String(i + 1),
          { value, unit, text: String(value), resolution: 1, source: 'typed' as const },
        ]),
      ),
    },
    facts: {},
  });
const campaign = (left: readonly number[], right?: readonly number[]): Scribe => {
  const s = new Scribe().open(basis);
  give(s, 'left', left);
  if (right) give(s, 'right', right);
  return s;
};
const past = (...all: readonly Scribe[]) => pastPatterns(all.map((s) => foldEntries(s.entries)));

test('each cylinder is told by how far it stood off the middle of its engine, whichever engine it was', () => {
  const found = past(campaign([700, 705, 696, 701], [650, 650, 670, 650]), campaign([690, 700, 710, 700]));
  expect(usualPlaces({ past: found }, 'both', 4)).toEqual([
    [-0.5, 0, -10],
    [4.5, 0, 0],
    [-4.5, 20, 10],
    [0.5, 0, 0],
  ]);
  expect(new Set(Object.values(found).flatMap((f) => f.map((one) => one.unit)))).toEqual(
    new Set(['degC-diff']),
  );
  expect(usualPlaces({ past: found }, 'another', 2)).toEqual([[], []]);
  expect(usualPlaces({}, 'both', 1)).toEqual([[]]);
});

test('read in Fahrenheit, the same engine stands the same; two cylinders tell nothing', () => {
  const fahrenheit = new Scribe().open(basis);
  give(fahrenheit, 'left', [1292, 1301, 1283, 1292], 'degF');
  const [one, two, three] = usualPlaces({ past: past(fahrenheit) }, 'both', 4);
  expect([one?.[0], two?.[0], three?.[0]]).toEqual([
    0,
    expect.closeTo(5, 6) as number,
    expect.closeTo(-5, 6) as number,
  ]);
  expect(past(campaign([700, 720]))).toEqual({});
});

test('what was touched since counts for nothing', () => {
  const s = campaign([700, 705, 696, 701]);
  s.add('action.recorded', {
    action: 'a',
    what: 'Cylinder',
    measure: '',
    touches: ['engine.left.cylinders'],
  });
  expect(past(s)).toEqual({});
});
