import { boundsAround } from './bounds-around.ts';
import { changedMembers } from './compare-books.ts';
import { boundsOf, compareLimitBooks, limitErrors, reviewLimits, type Limit } from './index.ts';

/** What is said of limits before anything is measured: those that cannot be, a book looked through, two revisions side by side. */

const base = {
  key: 'k',
  title: 'Test',
  unit: 'rpm',
  class: 'performance',
  acceptance: 'simple',
  source: { document: 'Test book', revision: '1' },
  conditions: [],
} as const;
const limit = (change: object): Limit => ({ ...base, ...change }) as unknown as Limit;
describe('a limit that cannot be', () => {
  const errors = (change: object): unknown[] => limitErrors(limit(change)).map((r) => [r.code, r.params]);
  const about = { limit: 'Test' };
  test.each<[object, unknown[]]>([
    [{ kind: 'band', bounds: { low: 1, high: 9, cautionLow: 2, cautionHigh: 8 } }, []],
    [{ kind: 'band', bounds: { low: 1, high: 9, cautionLow: 1, cautionHigh: 9 } }, []],
    [{ kind: 'band', bounds: { low: 9, high: 1 } }, [['edgesOrder', about]]],
    [{ kind: 'band', bounds: { low: 1, cautionLow: 0 } }, [['edgesOrder', about]]],
    [{ kind: 'band', bounds: { high: 9, cautionHigh: 10 } }, [['edgesOrder', about]]],
    [{ kind: 'band', bounds: { low: 5, high: 9, cautionLow: 8, cautionHigh: 7 } }, [['edgesOrder', about]]],
    [{ kind: 'band', bounds: { low: 5, high: 5 } }, [['edgesSame', about]]],
    [{ kind: 'band', bounds: { cautionHigh: 5 } }, [['edgesNone', about]]],
    [{ kind: 'band', bounds: { low: 5 } }, []],
    [
      { kind: 'drop', unit: 'degC', bounds: { high: 5 } },
      [['temperatureMeant', { ...about, kind: 'drop', use: 'degC-diff' }]],
    ],
    [
      { kind: 'match', atLeast: 2, unit: 'degF', bounds: { high: 5 } },
      [['temperatureMeant', { ...about, kind: 'match', use: 'degF-diff' }]],
    ],
    [{ kind: 'band', unit: 'degC', bounds: { high: 5 } }, []],
    [{ kind: 'together', bounds: { high: 5 } }, [['unitNotTime', { ...about, kind: 'together' }]]],
    [{ kind: 'together', unit: 'min', bounds: { high: 5 } }, []],
    [
      { kind: 'ratio', demand: { fact: 'x' }, bounds: { low: 5 } },
      [['unitNotRatio', { ...about, kind: 'ratio' }]],
    ],
    [
      { kind: 'ratio', unit: '1', demand: { value: 0, unit: 'V' }, bounds: { low: 5 } },
      [['sizeWrong', { ...about, member: 'demand' }]],
    ],
    [{ kind: 'ratio', unit: '%', demand: { value: 1, unit: 'V' }, bounds: { low: 5 } }, []],
    [
      { kind: 'relative', expected: { value: 1 }, tolerance: -1, inPercent: false },
      [['sizeWrong', { ...about, member: 'tolerance' }]],
    ],
    [{ kind: 'relative', expected: { value: 1 }, tolerance: 0, inPercent: false }, []],
    [
      { kind: 'relative', expected: { value: 1 }, tolerance: 2, cautionTolerance: 3, inPercent: false },
      [['toleranceOrder', about]],
    ],
    [{ kind: 'relative', expected: { value: 1 }, tolerance: 2, cautionTolerance: 2, inPercent: false }, []],
    [
      { kind: 'relative', expected: { value: 1 }, tolerance: 2, cautionTolerance: -1, inPercent: false },
      [['sizeWrong', { ...about, member: 'caution tolerance' }]],
    ],
    [
      { kind: 'trend', against: 'fleet', minimum: 3, tolerance: 2, cautionTolerance: 3, floor: 1 },
      [['toleranceOrder', about]],
    ],
    [
      { kind: 'trend', against: 'fleet', minimum: 3, tolerance: 2, floor: -1 },
      [['sizeWrong', { ...about, member: 'floor' }]],
    ],
    [
      { kind: 'trend', against: 'fleet', minimum: 3, tolerance: NaN, floor: 1 },
      [['sizeWrong', { ...about, member: 'tolerance' }]],
    ],
    [
      { kind: 'rate', window: 0, maximumGap: 1, bounds: { high: 1 } },
      [['sizeWrong', { ...about, member: 'window' }]],
    ],
    [
      { kind: 'rate', window: 1, maximumGap: 0, bounds: { high: 1 } },
      [['sizeWrong', { ...about, member: 'longest gap' }]],
    ],
    [{ kind: 'rate', window: 1, maximumGap: 1, bounds: { high: 1 } }, []],
    [
      { kind: 'settle', target: {}, hold: -1, maximumGap: 1, bounds: { high: 1 } },
      [['sizeWrong', { ...about, member: 'holding time' }]],
    ],
    [
      { kind: 'settle', target: {}, hold: 0, maximumGap: -1, bounds: { high: 1 } },
      [['sizeWrong', { ...about, member: 'longest gap' }]],
    ],
    [
      { kind: 'dwell', beyond: 0, side: 'above', maximumGap: 0, bounds: { high: 1 } },
      [['sizeWrong', { ...about, member: 'longest gap' }]],
    ],
    [
      { kind: 'match', atLeast: 1, bounds: { high: 1 } },
      [['sizeWrong', { ...about, member: 'number that agree' }]],
    ],
    [{ kind: 'match', atLeast: 2, bounds: { high: 1 } }, []],
    [
      { kind: 'drop', unit: 'deg', bounds: { high: 1 } },
      [['directionNotCompared', { ...about, kind: 'drop' }]],
    ],
    [
      { kind: 'difference', circular: false, unit: 'deg', bounds: { high: 1 } },
      [['directionNotCompared', { ...about, kind: 'difference' }]],
    ],
    [{ kind: 'difference', circular: true, unit: 'deg', bounds: { high: 1 } }, []],
    [{ kind: 'spread', unit: 'deg', bounds: { high: 1 } }, []],
    [{ kind: 'band', unit: 'deg', bounds: { high: 1 } }, []],
    [
      { kind: 'band', bounds: { high: 1 }, conditions: [{ fact: 'x', low: 1, unit: 'cubit' }] },
      [['conditionUnit', { ...about, fact: 'x', unit: 'cubit' }]],
    ],
    [
      { kind: 'band', bounds: { high: 1 }, conditions: [{ fact: 'x', low: 2, high: 1 }] },
      [['conditionOrder', { ...about, fact: 'x' }]],
    ],
    [{ kind: 'band', bounds: { high: 1 }, conditions: [{ fact: 'x', low: 1, high: 1 }] }, []],
    [{ kind: 'band', bounds: { high: 1 }, conditions: [{ fact: 'x', equals: 'y', unit: 'cubit' }] }, []],
    [{ kind: 'equals', expected: { text: 'A' } }, []],
    [{ kind: 'sense', expected: { a: 'up' } }, []],
  ])('%p', (change, expected) => {
    expect(errors(change)).toEqual(expected);
  });
});

describe('a book looked through', () => {
  const oil = (key: string, low: number | undefined, high: number | undefined, change = {}): Limit =>
    limit({
      key,
      title: key,
      unit: 'psi',
      kind: 'band',
      quantity: 'Oil',
      bounds: { low: 55, high: 90 },
      conditions: [
        {
          fact: 'temperature',
          unit: 'degC',
          ...(low === undefined ? {} : { low }),
          ...(high === undefined ? {} : { high }),
        },
      ],
      ...change,
    });
  const said = (...limits: Limit[]) =>
    reviewLimits(limits).map(({ weight, keys, reason: r }) => [weight, keys, r.code, r.params]);

  test('gaps and overlaps name both limits, the fact and where; also between ranges without an end', () => {
    expect(said(oil('cold', undefined, 40), oil('hot', 45, undefined))).toEqual([
      [
        'doubt',
        ['cold', 'hot'],
        'conditionGap',
        {
          quantity: 'Oil',
          fact: 'temperature',
          from: { value: 40, unit: 'degC' },
          to: { value: 45, unit: 'degC' },
        },
      ],
    ]);
    expect(said(oil('hot', 45, 110), oil('cold', 0, 50))).toEqual([
      [
        'doubt',
        ['cold', 'hot'],
        'conditionOverlap',
        {
          quantity: 'Oil',
          fact: 'temperature',
          one: 'cold',
          other: 'hot',
          from: { value: 45, unit: 'degC' },
          to: { value: 50, unit: 'degC' },
        },
      ],
    ]);
    expect(said(oil('whole', 0, 200), oil('part', 45, 110))[0]?.[3]).toMatchObject({ to: { value: 110 } });
  });
  test('ranges of another quantity, kind, fact or word are no neighbours', () => {
    const other = (change: object) => said(oil('cold', 0, 40), oil('hot', 45, 110, change));
    expect(other({ quantity: 'Fuel' })).toEqual([]);
    expect(other({ quantity: undefined })).toEqual([]);
    expect(other({ kind: 'spread' })).toEqual([]);
    expect(other({ conditions: [{ fact: 'speed', low: 45, high: 110, unit: 'kt' }] })).toEqual([]);
    const word = (is: string) => ({
      conditions: [
        { fact: 'temperature', low: 45, high: 110, unit: 'degC' },
        { fact: 'grade', equals: is },
      ],
    });
    expect(
      said(
        oil('cold', 0, 40, {
          conditions: [
            { fact: 'grade', equals: 'A' },
            { fact: 'temperature', low: 0, high: 40, unit: 'degC' },
          ],
        }),
        oil('hot', 45, 110, word('B')),
      ),
    ).toEqual([]);
    expect(
      said(
        oil('cold', 0, 40, {
          conditions: [
            { fact: 'grade', equals: 'A' },
            { fact: 'temperature', low: 0, high: 40, unit: 'degC' },
          ],
        }),
        oil('hot', 45, 110, word('A')),
      ),
    ).toHaveLength(1);
    // In which order the words of a condition stand in the file says nothing.
    const words = (first: string, second: string, low: number, high: number) => ({
      conditions: [
        { fact: first, equals: 'A' },
        { fact: second, equals: 'A' },
        { fact: 'temperature', low, high, unit: 'degC' },
      ],
    });
    expect(
      said(
        oil('cold', 0, 40, words('grade', 'season', 0, 40)),
        oil('hot', 45, 110, words('season', 'grade', 45, 110)),
      ),
    ).toHaveLength(1);
    // Degrees of two scales lie beside each other only once somebody has converted them.
    expect(other({ conditions: [{ fact: 'temperature', low: 45, high: 110, unit: 'degF' }] })).toEqual([]);
    expect(said(oil('cold', 0, 40), oil('bare', undefined, undefined), oil('hot', 40, 110))).toEqual([]);
    // Over two facts at once nobody says what lies beside what.
    expect(
      other({
        conditions: [
          { fact: 'temperature', low: 45, unit: 'degC' },
          { fact: 'speed', low: 1 },
        ],
      }),
    ).toEqual([]);
  });
  test('two units for one quantity, a key twice, a caution band of nothing, on either side', () => {
    expect(said(oil('a', 0, 40), oil('b', 40, 110, { unit: 'bar' }))).toEqual([
      ['doubt', ['a', 'b'], 'unitsMixed', { quantity: 'Oil', units: ['psi', 'bar'] }],
    ]);
    expect(said(oil('a', 0, 40), oil('a', 40, 110))).toEqual([['error', ['a'], 'keyTwice', { limit: 'a' }]]);
    for (const bounds of [
      { low: 55, cautionLow: 55 },
      { high: 90, cautionHigh: 90 },
    ])
      expect(said(oil('a', 0, 40, { bounds }))).toEqual([['doubt', ['a'], 'cautionEmpty', { limit: 'a' }]]);
    expect(said(oil('a', 0, 40, { bounds: { low: 55, high: 90, cautionLow: 60 } }))).toEqual([]);
    expect(said(limit({ kind: 'equals', expected: { text: 'A' } }))).toEqual([]);
  });
});

describe('two revisions side by side', () => {
  const band = (change: object = {}): Limit =>
    limit({ kind: 'band', unit: 'psi', bounds: { low: 55, high: 90 }, ...change });
  const one_ = (before: Limit, after: Limit) => compareLimitBooks([before], [after])[0];

  test('added, changed and removed, in the order of the new book and then of the old', () => {
    const [a, b, c, d] = ['a', 'b', 'c', 'd'].map((key) => band({ key, title: key }));
    if (!a || !b || !c || !d) throw new Error('four');
    expect(compareLimitBooks([a, b, c], [d, { ...c, title: 'C' }, a])).toEqual([
      { key: 'd', title: 'd', change: 'added', fields: [], judgesOther: true, after: d, slips: [] },
      {
        key: 'c',
        title: 'C',
        change: 'changed',
        fields: ['title'],
        judgesOther: false,
        before: c,
        after: { ...c, title: 'C' },
        slips: [],
      },
      { key: 'b', title: 'b', change: 'removed', fields: [], judgesOther: true, before: b, slips: [] },
    ]);
    expect(compareLimitBooks([a], [{ ...a }])).toEqual([]);
  });

  test('words alone judge nothing otherwise; everything else may', () => {
    for (const change of [
      { title: 'x' },
      { source: { document: 'y', revision: '2' } },
      { because: { low: 'z' } },
      { quantity: 'q' },
    ])
      expect(one_(band(), band(change))?.judgesOther).toBe(false);
    for (const change of [
      { unit: 'bar' },
      { bounds: { low: 56, high: 90 } },
      { class: 'safety' },
      { acceptance: 'guarded' },
      { conditions: [{ fact: 'x', equals: 'y' }] },
    ])
      expect(one_(band(), band(change))?.judgesOther).toBe(true);
    expect(changedMembers({ a: 1, b: undefined, c: [1] }, { c: [1], d: undefined, a: 2 })).toEqual(['a']);
    expect(changedMembers({ a: 1 }, { b: 1 })).toEqual(['b', 'a']);
  });

  test('slips tell the figures, how they were read and how they were meant', () => {
    const slips = (before: Limit, after: Limit) => one_(before, after)?.slips.map((s) => [s.code, s.params]);
    expect(slips(band(), band({ bounds: { low: 3.8, high: 6.2 } }))).toEqual([
      [
        'unitSlip',
        {
          limit: 'Test',
          before: { value: 55, unit: 'psi' },
          after: { value: 3.8, unit: 'psi' },
          read: 'bar',
          as: 'psi',
        },
      ],
    ]);
    expect(slips(band(), band({ unit: 'bar' }))).toEqual([
      [
        'unitSlip',
        {
          limit: 'Test',
          before: { value: 55, unit: 'psi' },
          after: { value: 55, unit: 'bar' },
          read: 'psi',
          as: 'bar',
        },
      ],
    ]);
    expect(slips(band(), band({ bounds: { low: 550, high: 900 } }))?.[0]?.[0]).toBe('tenfoldSlip');
    expect(slips(band(), band({ unit: 'rpm' }))).toEqual([]);
    expect(slips(band(), band({ bounds: { low: 55, high: 91 } }))).toEqual([]);
    // Only where every edge says the same is it a slip of the unit.
    expect(slips(band(), band({ bounds: { low: 3.8, high: 90 } }))).toEqual([]);
    const relative = (value: number) =>
      limit({ kind: 'relative', unit: 'psi', expected: { value }, tolerance: 1, inPercent: false });
    expect(slips(relative(60), relative(6))?.[0]?.[0]).toBe('tenfoldSlip');
    expect(slips(band({ bounds: { high: 0 } }), band({ bounds: { high: 5 } }))).toEqual([]);
    const heat = (unit: string, low: number, high: number) =>
      limit({ kind: 'band', unit, bounds: { low, high } });
    expect(slips(heat('degC', 40, 110), heat('degC', 104, 230))?.[0]).toEqual([
      'unitSlip',
      {
        limit: 'Test',
        before: { value: 40, unit: 'degC' },
        after: { value: 104, unit: 'degC' },
        read: '°F',
        as: '°C',
      },
    ]);
    expect(slips(heat('degC', 40, 110), heat('degC', 104, 235))).toEqual([]);
  });
});

test('where the edges of a limit are drawn before anything is measured', () => {
  expect(boundsOf(limit({ kind: 'band', bounds: { low: 1 } }))).toEqual({ bounds: { low: 1 }, unit: 'rpm' });
  expect(
    boundsOf(limit({ kind: 'settle', target: {}, hold: 1, maximumGap: 1, bounds: { high: 9 } })),
  ).toEqual({
    bounds: { high: 9 },
    unit: 's',
  });
  expect(
    boundsOf(limit({ kind: 'dwell', beyond: 1, side: 'above', maximumGap: 1, bounds: { high: 9 } }))?.unit,
  ).toBe('s');
  for (const kind of ['sense', 'equals', 'trend'])
    expect(boundsOf(limit({ kind, expected: {} }))).toBeUndefined();
  const relative = { kind: 'relative', tolerance: 50, inPercent: false };
  expect(boundsOf(limit({ ...relative, expected: { value: 2670 } }))?.bounds).toEqual({
    low: 2620,
    high: 2720,
  });
  expect(boundsOf(limit({ ...relative, expected: { fact: 'x' } }))).toBeUndefined();
  expect(boundsAround({ tolerance: 10, cautionTolerance: 5, inPercent: true }, -200)).toEqual({
    low: -220,
    high: -180,
    cautionLow: -210,
    cautionHigh: -190,
  });
});
