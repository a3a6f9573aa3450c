import fc from 'fast-check';
import { limitErrors, type Limit } from '@kanzel/core';
import { readLimitTable, writeLimitTable } from './index.ts';

const words = fc.stringMatching(/^[A-Za-z][A-Za-z ",;'=\n.]{0,20}[a-z]$/);
const figure = fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e6, max: 1e6 }).map((v) => v + 0);
const common = fc.record(
  {
    key: fc.stringMatching(/^[a-z0-9]{1,8}(-[a-z0-9]{1,8})?$/),
    title: words,
    unit: fc.constantFrom('rpm', 'psi', 'degC', 'US gal/h', '%', 'm/s2'),
    quantity: words,
    class: fc.constantFrom('safety', 'airworthiness', 'performance', 'information'),
    acceptance: fc.constantFrom('simple', 'guarded'),
    source: fc.record(
      { document: words, revision: words, place: words },
      { requiredKeys: ['document', 'revision'] },
    ),
    conditions: fc.array(
      fc.oneof(
        fc.record({
          fact: fc.constantFrom('rpm', 'configuration'),
          equals: fc.constantFrom('A7', 'wheels, two', 'a; b = c'),
        }),
        fc.record(
          { fact: fc.constant('oil-temperature'), low: figure, high: figure, unit: fc.constant('degC') },
          { requiredKeys: ['fact', 'low', 'unit'] },
        ),
      ),
      { maxLength: 2 },
    ),
    because: fc.record({ low: words, high: words }, { requiredKeys: ['low'] }),
  },
  { requiredKeys: ['key', 'title', 'unit', 'class', 'acceptance', 'source', 'conditions'] },
);
const bounds = fc.record({ low: figure, high: figure, cautionHigh: figure }, { requiredKeys: ['low'] });
const special: fc.Arbitrary<object> = fc.oneof(
  fc.record({ kind: fc.constantFrom('band', 'drop', 'spread', 'together'), bounds }),
  fc.record({ kind: fc.constant('match'), atLeast: fc.integer({ min: 2, max: 9 }), bounds }),
  fc.record({ kind: fc.constant('responds'), direction: fc.constantFrom('up', 'down'), bounds }),
  fc.record({ kind: fc.constant('ratio'), demand: fc.record({ fact: fc.constant('demand') }), bounds }),
  fc.record({
    kind: fc.constant('relative'),
    expected: fc.oneof(fc.record({ value: figure }), fc.record({ fact: fc.constant('book') })),
    tolerance: figure,
    inPercent: fc.boolean(),
  }),
  fc.record({
    kind: fc.constant('settle'),
    target: fc.record({ low: figure }),
    hold: figure,
    maximumGap: figure,
    bounds,
  }),
  fc.record({ kind: fc.constant('sense'), expected: fc.record({ answer: words }) }),
  fc.record({
    kind: fc.constant('trend'),
    against: fc.constantFrom('airframe', 'fleet'),
    minimum: fc.integer({ min: 2, max: 40 }),
    tolerance: figure,
    cautionTolerance: figure,
    floor: figure,
  }),
);
const limits = fc.array(
  fc.tuple(common, special).map(([c, s]) => ({ ...c, ...s }) as unknown as Limit),
  { minLength: 1, maxLength: 6 },
);

test('a table written and read back is the same limits, whatever is in them (property)', () => {
  fc.assert(
    fc.property(limits, (list) => {
      const read = readLimitTable(writeLimitTable(list));
      expect(read).toMatchObject({ ok: true, value: { problems: [] } });
      expect(read.ok && read.value.limits).toEqual(list);
    }),
  );
});

describe('a table as people have it', () => {
  test('cells from a spreadsheet, headings in their own words, decimal commas, °C of a spread', () => {
    const pasted = [
      'Limit\tUnits\tMin\tMax\tGreen to\tKind\tPage',
      'Oil pressure hot\tpsi\t55\t90\t\t\t7-3',
      'Cylinder spread\t°C\t\t42,5\t40\tspread\t',
      'Suction\tinHg\t4.5\t5.5\t–\t\t',
    ].join('\n');
    const read = readLimitTable(pasted);
    if (!read.ok) throw new Error(read.error);
    expect(read.value.problems).toEqual([]);
    expect(read.value.limits).toMatchObject([
      {
        key: 'oil-pressure-hot',
        kind: 'band',
        unit: 'psi',
        bounds: { low: 55, high: 90 },
        source: { place: '7-3' },
      },
      { kind: 'spread', unit: 'degC-diff', bounds: { high: 42.5, cautionHigh: 40 } },
      { key: 'suction', bounds: { low: 4.5, high: 5.5 } },
    ]);
    expect(read.value.limits.flatMap(limitErrors)).toEqual([]);
  });

  test('a row with faults is left out, each fault named with row and column; the others are read', () => {
    const read = readLimitTable(
      'title,unit,low,high,class,conditions\nGood,rpm,1,2,,\nBad,furlongs,one,2,dear,hot\nEmpty,rpm,,,,\n',
    );
    if (!read.ok) throw new Error(read.error);
    expect(read.value.limits.map((l) => l.title)).toEqual(['Good']);
    expect(read.value.problems.map((p) => `${p.row} ${p.column}`).sort()).toEqual(
      ['3 class', '3 conditions', '3 low', '3 unit', '4 low'].sort(),
    );
  });

  test.each([
    ['', /nothing to read/],
    ['55\t90\n60\t80', /first row must name the columns/],
    ['title,unit', /no row/],
  ])('%j is refused with a reason', (text, expected) => {
    const read = readLimitTable(text);
    expect(read.ok ? '' : read.error).toMatch(expected);
  });
});
