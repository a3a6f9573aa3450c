import type { LoadingData } from '../aircraft/index.ts';
import { packProblems } from '../checks/pack-problems.ts';
import type { AnswerSpec, Basis } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import type { Limit, Reading } from '../limits/types.ts';
import { LOADING } from '../testing/loading.ts';
import { BASIS, check, GAUGE, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { describeAnswer } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';
import type { PartAnswer } from './part-answer.ts';
import { sheetForm, sheetJudgeable, sheetRoom } from './worksheet.ts';

type Worksheet = Extract<PartAnswer, { kind: 'worksheet' }>;
type Spec = Extract<AnswerSpec, { kind: 'worksheet' }>;

const VOLTS = {
  ...GAUGE,
  id: 'cell-meter',
  unit: 'V',
  accuracy: 0.006,
  resolution: 0.001,
  calibratedUntil: '2030-01-01',
};
const INSTRUMENTS = [VOLTS];

const band = (key: string, unit: string, bounds: object, more: object = {}): Limit =>
  ({
    key,
    kind: 'band',
    unit,
    title: key,
    class: 'airworthiness',
    acceptance: 'simple',
    source: { document: 'Sheets', revision: '1' },
    conditions: [],
    bounds,
    ...more,
  }) as unknown as Limit;

const read = (value: number, unit: string, more: Partial<Reading> = {}): Reading => ({
  value,
  unit,
  text: String(value),
  resolution: 0.001,
  source: 'typed',
  ...more,
});

type Rows = readonly Readonly<Record<string, Reading>>[];

/** The head of a sheet is its first row. */
const sheet = (rows: Rows, more: Partial<Worksheet> = {}): Worksheet => ({
  kind: 'worksheet',
  cells: rows.flatMap((row, i) =>
    Object.entries(row).map(([column, reading]) => ({ row: i, column, reading })),
  ),
  chosen: [],
  ...more,
});

function given(spec: Spec, answer: Worksheet, limits: readonly Limit[] = [], loading?: LoadingData) {
  const basis: Basis = {
    ...BASIS,
    aircraft: { ...BASIS.aircraft, instruments: INSTRUMENTS, ...(loading ? { loading } : {}) },
    limitBook: { ...BASIS.limitBook, limits },
    pack: {
      ...PACK,
      gates: [],
      checks: [check('asked', { answer: spec, limits: limits.map((l) => l.key) })],
    },
  };
  const s = new Scribe().open(basis);
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const verdicts = judgeAnswer(index, part, answer, {}, draft.at);
  const { say } = makeSentences({ part: (k) => k, subject: (k) => k, thing: (k) => k });
  const worked = sheetJudgeable(sheetRoom(spec, index, answer), answer, {
    instruments: Object.fromEntries(INSTRUMENTS.map((i) => [i.id, i])),
    facts: {},
    at: draft.at,
  });
  return {
    refused: admitted.ok ? undefined : admitted.error.code,
    worst: verdicts[0]?.state,
    codes: verdicts.map((v) => v.reason.code),
    words: verdicts.map((v) => say(v.reason)).join(' '),
    text: describeAnswer(index, 'asked', answer),
    figure: (name: string) => (worked.ok ? worked.value.figures.find((f) => f.figure === name) : undefined),
    problems: packProblems(basis.pack).map((p) => p.reason.code),
  };
}

/** What each sheet asks for: its head, its columns with their units, rows from and to; what may be left out in brackets. */
const ASKED = {
  'gauge-steps': ['', 'in L, shows L', 4, 20],
  'return-line': ['(warning L)', 'minutes min, a L, b L', 4, 30],
  transducer: ['pulses count, (flow L/h), (speed rpm), (swept L), (boost 1)', 'filled L, counted L', 1, 20],
  'fuel-plan': [
    'stick L, (gauge L), (receipt L), circuit min, reserve min, reserve-flow L/h, contingency %',
    'minutes min, flow L/h',
    4,
    4,
  ],
  cells: ['', 'rest V', 1, 28],
  'load-step': ['current A, temperature degC, today degC', 'rest V, loaded V', 1, 28],
  'motor-field': ['', 'throttle %, x mG, y mG, z mG', 3, 12],
  endurance: ['temperature degC, wind-from deg, wind m/s, carried kg', '', 0, 0],
} as const;

test.each(Object.entries(ASKED))(
  '%s asks for what it is worked from',
  (name, [head, columns, fewest, most]) => {
    const spec = {
      kind: 'worksheet',
      sheet: name as Spec['sheet'],
      of: [
        { id: 'a', title: 'A' },
        { id: 'b', title: 'B' },
      ],
      figures: [],
    } as const;
    const index = new Scribe().open(BASIS).state().index;
    if (!index) throw new Error('There is no basis.');
    const form = sheetForm(sheetRoom(spec, index, { chosen: [] }));
    const said = (fields: typeof form.head): string =>
      fields.map((f) => (f.optional ? `(${f.id} ${f.unit})` : `${f.id} ${f.unit}`)).join(', ');
    expect([said(form.head), said(form.columns), form.fewest, form.most]).toEqual([
      head,
      columns,
      fewest,
      most,
    ]);
    expect(form.mission === true).toBe(name === 'endurance');
    // A vehicle says its cells row by row, its field and its current as they are.
    const live = [...form.head, ...form.columns].flatMap((f) => f.live ?? []);
    expect(live).toEqual(
      name === 'cells'
        ? ['cell-{row}']
        : name === 'load-step'
          ? ['pack-amps', 'cell-{row}', 'cell-{row}']
          : name === 'motor-field'
            ? ['mag-x', 'mag-y', 'mag-z']
            : [],
    );
    expect(form.choices.map((c) => c.id)).toEqual(name === 'return-line' ? ['drawn'] : []);
  },
);

test('what motors move of the field is held against its limit, at the throttle at which it is most, against rest', () => {
  const spec: Spec = {
    kind: 'worksheet',
    sheet: 'motor-field',
    figures: [{ figure: 'moved', limit: 'moved' }],
  };
  const limits = [band('moved', '%', { high: 10 })];
  const mG = (value: number): Reading => read(value, 'mG');
  const field = (...rows: readonly (readonly [number, number, number, number])[]) =>
    given(
      spec,
      sheet([{}, ...rows.map(([t, x, y, z]) => ({ throttle: read(t, '%'), x: mG(x), y: mG(y), z: mG(z) }))]),
      limits,
    );
  // 30 and 40 of 500: 50 mG are 10 %.
  const seen = field([0, 300, 0, 400], [50, 320, 10, 400], [100, 330, 40, 400]);
  expect(seen.figure('moved')?.value).toBeCloseTo(10, 9);
  expect([seen.worst, seen.text]).toEqual(['within', 'motors move the field by 10.0 % at most']);
  expect(field([0, 300, 0, 400], [50, 360, 0, 400], [100, 330, 0, 400])).toMatchObject({ worst: 'out' });
  expect(field([0, 300, 0, 400], [50, 360, 0, 400], [100, 330, 0, 400]).words).toContain('Throttle 50 %');
  expect(field([10, 300, 0, 400], [50, 320, 0, 400], [100, 330, 0, 400]).refused).toBe('motorsRestMissing');
  expect(field([0, 300, 0, 400], [0, 320, 0, 400], [100, 330, 0, 400]).refused).toBe('motorsRestMissing');
  expect(field([0, 300, 0, 400], [100, 320, 0, 400]).refused).toBe('wrongForm');
});

describe('cells, each', () => {
  const LIMITS = [
    band('rest', 'V', { low: 4.1, cautionLow: 4.14 }),
    band('apart', 'V', { high: 0.03, cautionHigh: 0.015 }),
  ];
  const SPEC: Spec = {
    kind: 'worksheet',
    sheet: 'cells',
    figures: [
      { figure: 'lowest', limit: 'rest' },
      { figure: 'imbalance', limit: 'apart' },
    ],
  };
  const cells = (...volts: readonly number[]) => sheet([{}, ...volts.map((v) => ({ rest: read(v, 'V') }))]);

  it.each([
    [[4.18, 4.175, 4.18], 'within'],
    [[4.18, 4.16, 4.18], 'near'],
    [[4.18, 4.14, 4.18], 'out'],
    [[4.09, 4.09, 4.09], 'out'],
  ])('%j is %s', (volts, state) => {
    const { worst, refused } = given(SPEC, cells(...volts), LIMITS);
    expect([refused, worst]).toEqual([undefined, state]);
  });

  it('names the cell, and is as sure as its readings: the lowest as one of them, the difference as two', () => {
    const sure = (v: number) => ({ rest: read(v, 'V', { instrument: 'cell-meter' }) });
    const { figure, words } = given(SPEC, sheet([{}, sure(4.18), sure(4.12)]), LIMITS);
    // By hand: 2·√(0.006²/3 + 0.001²/12).
    expect(figure('lowest')?.uncertainty).toBeCloseTo(0.00695, 4);
    expect(figure('imbalance')?.uncertainty).toBeCloseTo(0.00695 * Math.SQRT2, 4);
    expect(words).toContain('Cell 2');
    // From a meter that nobody calibrated it is not known how sure.
    expect(given(SPEC, cells(4.18, 4.17), LIMITS).figure('lowest')?.uncertainty).toBeUndefined();
    const guarded = LIMITS.map((l) => ({ ...l, acceptance: 'guarded' as const }));
    expect(given(SPEC, cells(4.18, 4.175), guarded).worst).toBe('unknown');
    expect(given(SPEC, sheet([{}, sure(4.18), sure(4.175)]), guarded).worst).toBe('within');
  });

  it('says how many there are, the lowest by its place, and how far they lie apart', () => {
    expect(given(SPEC, cells(4.18, 4.175, 4.18), LIMITS).text).toBe(
      '3 cells, lowest 4.175 V (cell 2), 0.005 V apart',
    );
    expect(given(SPEC, cells(4, 4.1), LIMITS).figure('pack')?.value).toBeCloseTo(8.1, 9);
  });

  it('counts them against the pack, and refuses one more or one less by name', () => {
    const pack = { id: 'a', title: 'A', mass: 1, energy: 1, uncertainty: { mass: 0, arm: 0 }, cells: 2 };
    const loading = { ...LOADING, packs: [pack], bays: [] };
    const chosen = [{ choice: 'pack', option: 'a' }];
    const of = (n: number, more: Partial<Worksheet> = { chosen }) =>
      given(SPEC, { ...cells(...Array.from({ length: n }, () => 4.18)), ...more }, LIMITS, loading).refused;
    expect([of(2), of(3), of(1)]).toEqual([undefined, 'wrongForm', 'wrongForm']);
    expect([of(2, { chosen: [] }), of(2, { chosen: [{ choice: 'pack', option: 'b' }] })]).toEqual([
      'wrongForm',
      'wrongForm',
    ]);
  });

  it('takes no cell twice, no column it does not ask for, no mission, and no figure of another kind', () => {
    const one = cells(4.18);
    const twice = { ...one, cells: [...one.cells, ...one.cells] };
    const other = sheet([{}, { rest: read(4.18, 'V'), more: read(1, 'V') }]);
    const flown = { ...one, mission: { name: 'M', points: [{ north: 0, east: 0, height: 0 }] } };
    for (const bad of [twice, other, flown]) expect(given(SPEC, bad, LIMITS).refused).toBe('wrongForm');
    expect(given(SPEC, sheet([{}, { rest: read(4.18, 'A') }]), LIMITS).refused).toBe('wrongKind');
    expect(given(SPEC, sheet([{}, { rest: read(4180, 'mV') }]), LIMITS).worst).toBe('within');
    expect(given(SPEC, sheet([{}, { rest: read(4.18, 'V', { instrument: 'none' }) }]), LIMITS).refused).toBe(
      'unknownInstrument',
    );
  });

  it('is open where the book has no such limit', () => {
    expect(given(SPEC, cells(4.18), []).worst).toBe('within');
    const named = { ...SPEC, figures: [] };
    expect(given(named, cells(4.18), LIMITS).problems).toEqual(['travelLimitUnused', 'travelLimitUnused']);
  });
});

describe('a load step', () => {
  const SPEC: Spec = {
    kind: 'worksheet',
    sheet: 'load-step',
    figures: [
      { figure: 'resistance', limit: 'each' },
      { figure: 'lowest-full', limit: 'full' },
    ],
  };
  const LIMITS = [band('each', 'mohm', { high: 4.5 }), band('full', 'V', { low: 3.4 })];
  const POWERED: LoadingData = {
    ...LOADING,
    packs: [],
    bays: [],
    power: {
      mass: 10,
      hover: 900,
      speed: 20,
      transition: 0,
      hoverSeconds: 30,
      band: 0,
      fullCurrent: 100,
      cellLow: 3.4,
      source: 'flights',
    },
  };
  const step = (today: number, ...loaded: readonly number[]) =>
    sheet([
      { current: read(30, 'A'), temperature: read(25, 'degC'), today: read(today, 'degC') },
      ...loaded.map((v) => ({ rest: read(4.18, 'V'), loaded: read(v, 'V') })),
    ]);

  it('predicts the lowest cell at full throttle, as cold as it will be', () => {
    const worked = given(SPEC, step(25, 4.09, 4.084), LIMITS, POWERED);
    expect(worked.figure('resistance')).toMatchObject({ whose: 'Cell 2' });
    expect(worked.figure('resistance')?.value).toBeCloseTo(3.2, 9);
    expect(worked.figure('lowest-full')?.value).toBeCloseTo(3.86, 9);
    expect(worked.worst).toBe('within');
    // At 0 °C twice of it: 4.18 − 0.64, by half more 4.18 − 0.905: that is below 3.4 and told.
    const cold = given(SPEC, step(0, 4.09, 4.084), LIMITS, POWERED);
    expect(cold.figure('lowest-full')?.value).toBeCloseTo(3.54, 9);
    expect([cold.worst, cold.codes]).toEqual(['near', expect.arrayContaining(['sagsToLow'])]);
    expect(given(SPEC, step(-15, 4.09, 4.084), LIMITS, POWERED).worst).toBe('out');
  });

  it('does not know it where nobody said the current at full throttle', () => {
    const { worst, words } = given(SPEC, step(25, 4.09), LIMITS);
    expect(worst).toBe('unknown');
    expect(words).toContain('Nobody has said what the aircraft takes');
  });

  it('refuses by name a load of nothing, and columns that are exchanged', () => {
    const nothing = sheet([
      { current: read(0, 'A'), temperature: read(25, 'degC'), today: read(25, 'degC') },
      { rest: read(4.18, 'V'), loaded: read(4.1, 'V') },
    ]);
    expect(given(SPEC, nothing, LIMITS).refused).toBe('loadNothing');
    expect(given(SPEC, step(25, 4.3), LIMITS).refused).toBe('loadRises');
    expect(given(SPEC, step(-300, 4.1), LIMITS).refused).toBe('packTemperatureNone');
  });
});

describe('the pack for a flight', () => {
  const SPEC: Spec = {
    kind: 'worksheet',
    sheet: 'endurance',
    figures: [{ figure: 'takes', limit: 'takes' }],
  };
  const LIMITS = [band('takes', '%', { high: 80 })];
  const pack = (id: string, mass: number, energy: number) => ({
    id,
    title: id,
    mass,
    energy,
    uncertainty: { mass: 0, arm: 0 },
    cells: 6,
    history: [{ on: '2026-01-01', cycles: 3, resistance: 18, temperature: 20 }],
  });
  const DRONE: LoadingData = {
    ...LOADING,
    packs: [pack('small', 2, 200), pack('large', 4, 400)],
    bays: [{ id: 'bay', title: 'Bay', arm: 2000, lateral: 0, packs: ['small', 'large'], usual: 'small' }],
    report: {
      number: '1',
      on: '2026-01-01',
      mass: 8,
      arm: 2000,
      lateral: 0,
      uncertainty: { mass: 0, arm: 0 },
      equipment: [],
    },
    power: {
      mass: 10,
      hover: 900,
      cruise: 400,
      speed: 20,
      transition: 0,
      hoverSeconds: 40,
      band: 0,
      fullCurrent: 100,
      cellLow: 3.4,
      source: 'flights',
    },
  };
  const asked = (
    { wind = 0, from = 0, temperature = 20, carried = 0 },
    option = 'small',
    north: readonly number[] = [2000],
  ) =>
    sheet(
      [
        {
          temperature: read(temperature, 'degC'),
          'wind-from': read(from, 'deg'),
          wind: read(wind, 'm/s'),
          carried: read(carried, 'kg'),
        },
      ],
      {
        chosen: [{ choice: 'pack', option }],
        ...(north.length > 0
          ? { mission: { name: 'North', points: north.map((n) => ({ north: n, east: 0, height: 0 })) } }
          : {}),
      },
    );
  const on = (answer: Worksheet, loading: LoadingData | undefined = DRONE) =>
    given(SPEC, answer, LIMITS, loading);

  it('judges the one that is chosen, in its wind and with its load', () => {
    const calm = on(asked({}));
    // Twice 10 Wh of hover and twice 11.11 Wh of way, of 200 Wh.
    expect(calm.figure('takes')?.value).toBeCloseTo(21.11, 2);
    expect([calm.worst, calm.refused]).toEqual(['within', undefined]);
    expect(calm.codes).toContain('homeFromEverywhere');
    expect(calm.text).toBe('small, 28 min, mission takes 21 %, timer of a first hover 13 min');
    expect(on(asked({ carried: 1 })).figure('takes')?.value).toBeGreaterThan(21.2);
    expect(on(asked({}, 'small', [14_000])).worst).toBe('out');
    expect(on(asked({}, 'large', [10_000])).worst).toBe('within');
    // It comes home from the far end, and takes more than it may.
    expect(on(asked({}, 'small', [14_000])).codes).toContain('aboveHigh');
  });

  it('counts what the configuration puts aboard, like what is carried, and takes the placard for what it is', () => {
    const boxed: LoadingData = {
      ...DRONE,
      configured: [
        {
          id: 'box',
          title: 'Box',
          mass: 1,
          arm: 2000,
          lateral: 0,
          uncertainty: { mass: 0, arm: 0 },
          when: {},
        },
      ],
    };
    const carried = on(asked({ carried: 1 })).figure('takes')?.value ?? 0;
    expect(on(asked({}), boxed).figure('takes')?.value).toBeCloseTo(carried, 9);
    const grams: LoadingData = {
      ...DRONE,
      units: { ...DRONE.units, mass: 'g' },
      packs: DRONE.packs.map((p) => ({ ...p, mass: 1000 * p.mass })),
      ...(DRONE.report ? { report: { ...DRONE.report, mass: 8000 } } : {}),
    };
    expect(on(asked({}), grams).figure('takes')?.value).toBeCloseTo(
      on(asked({})).figure('takes')?.value ?? 0,
      6,
    );
    const all = on(asked({}));
    expect(all.figure('home-left')?.value).toBeCloseTo(200 - 2 * 21.1111, 2);
    expect(all.figure('hover-minutes')?.value).toBeCloseTo((60 * 200) / 900, 6);
    // 3 mΩ at 20 °C and 100 A: 3.9 V, give or take nothing where it was measured as warm as it is.
    expect(all.figure('lowest-full')?.value).toBeCloseTo(3.9, 9);
    const low = { ...DRONE, packs: DRONE.packs.map((p) => ({ ...p, cells: 2 })) };
    expect(on(asked({}), low)).toMatchObject({ worst: 'out', codes: expect.arrayContaining(['sagsToLow']) });
  });

  it('tells the point from which it does not come home, and one that it does not reach against the wind', () => {
    const far = on(asked({}, 'small', [2000, 18_000]));
    expect([far.worst, far.codes.includes('homeShort'), far.words.includes('point 2')]).toEqual([
      'out',
      true,
      true,
    ]);
    expect(on(asked({ wind: 25, from: 180 })).codes).toContain('homeAgainstWind');
  });

  it('does not know without a mission, in a cold that nobody measured, or of an aircraft that nobody described', () => {
    expect(on(asked({}, 'small', []))).toMatchObject({ worst: 'unknown', refused: undefined });
    expect(on(asked({ temperature: -5 })).words).toContain('nobody has said');
    const { power, ...undescribed } = DRONE;
    expect(power).toBeDefined();
    for (const [loading, code] of [
      [undescribed, 'powerNotDescribed'],
      [{ ...DRONE, bays: [...DRONE.bays, ...DRONE.bays] }, 'packBaysSeveral'],
    ] as const) {
      const { worst, codes, refused } = on(asked({}), loading);
      expect([worst, codes.includes(code), refused]).toEqual(['unknown', true, undefined]);
    }
    expect(on({ ...asked({}), chosen: [] }, { ...DRONE, packs: [], bays: [] }).worst).toBe('unknown');
  });

  it('refuses by name a wind or a load below nothing, and a temperature that no pack has', () => {
    expect(on(asked({ temperature: -61 })).refused).toBe('packTemperatureNone');
    expect(on(asked({ temperature: 120 })).refused).toBeUndefined();
    expect(on(asked({ temperature: 121 })).refused).toBe('packTemperatureNone');
    expect(on(asked({ wind: -1 })).refused).toBe('enduranceNegative');
    expect(on(asked({ carried: -1 })).refused).toBe('enduranceNegative');
  });
});

describe('fuel on sheets', () => {
  const L = (value: number, resolution = 0.5): Reading => read(value, 'L', { resolution });
  const levels = (...rows: readonly (readonly [left: number, right: number])[]) =>
    sheet(
      [
        {},
        ...rows.map(([left, right], i) => ({ minutes: read(5 * i, 'min'), left: L(left), right: L(right) })),
      ],
      {
        chosen: [{ choice: 'drawn', option: 'left' }],
      },
    );
  const TANKS: Spec = {
    kind: 'worksheet',
    sheet: 'return-line',
    of: [
      { id: 'left', title: 'Left tank' },
      { id: 'right', title: 'Right tank' },
    ],
    figures: [],
  };

  it('finds a return that feeds the other tank, a selector that leaks through, and what is as it should be', () => {
    expect(given(TANKS, levels([40, 40], [38, 40], [36, 40], [34, 40]))).toMatchObject({
      worst: 'within',
      codes: ['returnAsExpected'],
    });
    const wrong = given(TANKS, levels([40, 20], [35, 23], [30, 26], [25, 29]));
    expect([wrong.worst, wrong.codes]).toEqual(['out', ['returnElsewhere']]);
    expect(wrong.words).toContain('Right tank rises by 36.0 L/h');
    expect(given(TANKS, levels([40, 40], [38, 39], [36, 38], [34, 37])).codes).toContain('tankDrawnToo');
    expect(given(TANKS, levels([40, 40], [40, 40], [40, 40], [40, 40])).worst).toBe('unknown');
    const fades = given(TANKS, levels([40, 20], [36, 20], [32, 20], [31, 20], [30.5, 20], [30.5, 20]));
    expect([fades.worst, fades.codes]).toEqual(['near', ['drawnFades']]);
  });

  it('says each trend with its sign, what was burnt, and the most that a tank rose beside the one that is drawn from', () => {
    const right = given(TANKS, levels([40, 40], [38, 40], [36, 40], [34, 40]));
    expect(right.text).toBe('Left tank −24.0 L/h, Right tank +0.0 L/h');
    expect(right.figure('burn')?.value).toBeCloseTo(24, 9);
    expect(right.figure('rise')?.value).toBe(0);
    const wrong = given(TANKS, levels([40, 20], [35, 23], [30, 26], [25, 29]));
    expect(wrong.text).toBe('Left tank −60.0 L/h, Right tank +36.0 L/h');
    expect([wrong.figure('burn')?.value, wrong.figure('rise')?.value].map((v) => Math.round(v ?? 0))).toEqual(
      [24, 36],
    );
    expect(wrong.words).toContain('the return feeds it, and not left tank');
    const leaks = given(TANKS, levels([40, 40], [38, 39], [36, 38], [34, 37]));
    expect(leaks.words).toContain('Right tank falls by 12.0 L/h, although only left tank is drawn from');
    expect(given(TANKS, levels([40, 40], [40, 40], [40, 40], [40, 40])).codes).toEqual(['drawnStands']);
  });

  it('knows nothing of a warning that nobody waited for, where the book has a limit for it', () => {
    const limits = [band('low', 'L', { low: 5 })];
    const spec: Spec = { ...TANKS, figures: [{ figure: 'warning', limit: 'low' }] };
    const right = levels([40, 40], [38, 40], [36, 40], [34, 40]);
    const waited = (litres: number): Worksheet => ({
      ...right,
      cells: [...right.cells, { row: 0, column: 'warning', reading: L(litres) }],
    });
    expect(given(spec, right, limits)).toMatchObject({ worst: 'unknown', refused: undefined });
    expect(given(spec, waited(8), limits).worst).toBe('within');
    expect(given(spec, waited(4), limits).worst).toBe('out');
  });

  it('expects it where the pack says so', () => {
    const right = { ...TANKS, expects: 'right' };
    expect(given(right, levels([40, 20], [35, 23], [30, 26], [25, 29])).worst).toBe('within');
    expect(given(right, levels([40, 20], [35, 20], [30, 20], [25, 20])).codes).toEqual(['returnNotSeen']);
    expect(given({ ...TANKS, expects: 'centre' }, levels([1, 1])).problems).toEqual(['sheetExpectsOther']);
    const { of, ...none } = TANKS;
    expect(of).toHaveLength(2);
    expect(given({ ...none, kind: 'worksheet' }, levels([1, 1])).problems).toEqual(['sheetTanksMissing']);
  });

  it('holds a gauge by steps against its limits, and tells where it falls or stands', () => {
    const spec: Spec = {
      kind: 'worksheet',
      sheet: 'gauge-steps',
      figures: [
        { figure: 'empty-shows', limit: 'empty' },
        { figure: 'shows-over', limit: 'over' },
      ],
    };
    const limits = [band('empty', 'L', { high: 0.5 }), band('over', 'L', { high: 4 })];
    const gauge = (...shown: readonly number[]) =>
      given(spec, sheet([{}, ...shown.map((s, i) => ({ in: L(20 * i), shows: L(s) }))]), limits);
    expect(gauge(0, 20, 40, 60).worst).toBe('within');
    expect(gauge(1, 20, 40, 60).worst).toBe('out');
    expect(gauge(0, 20, 45, 60).worst).toBe('out');
    expect(gauge(0, 20, 20, 60)).toMatchObject({
      worst: 'near',
      codes: expect.arrayContaining(['gaugeStands']),
    });
    expect(gauge(0, 20, 15, 60)).toMatchObject({
      worst: 'out',
      codes: expect.arrayContaining(['gaugeFalls']),
    });
    expect(gauge(0, 20, 40).refused).toBe('wrongForm');
    const steps = sheet([{}, ...[0, 20, 20, 60].map((l) => ({ in: L(l), shows: L(l) }))]);
    expect(given(spec, steps, limits).refused).toBe('gaugeNotRising');
  });

  it('takes the least of what stick, gauge and receipt say, and tells that they differ', () => {
    const spec: Spec = {
      kind: 'worksheet',
      sheet: 'fuel-plan',
      figures: [
        { figure: 'margin', limit: 'margin' },
        { figure: 'turn-back', limit: 'back' },
      ],
    };
    const limits = [band('margin', 'L', { low: 0 }), band('back', 'min', { low: 10 })];
    const plan = (stick: number, more: Readonly<Record<string, Reading>> = {}, reserve = 30) =>
      given(
        spec,
        sheet([
          {
            stick: L(stick, 1),
            circuit: read(5, 'min'),
            reserve: read(reserve, 'min'),
            'reserve-flow': read(24, 'L/h'),
            contingency: read(10, '%'),
            ...more,
          },
          ...[
            [5, 12],
            [5, 12],
            [0, 30],
            [30, 30],
          ].map(([minutes = 0, flow = 0]) => ({ minutes: read(minutes, 'min'), flow: read(flow, 'L/h') })),
        ]),
        limits,
      );
    // 2 on the ground, 15 flown, 1.5, 2 and 12: 32.5.
    const enough = plan(40);
    expect(enough.worst).toBe('within');
    expect(enough.figure('margin')?.value).toBeCloseTo(7.5, 9);
    expect(enough.figure('turn-back')?.value).toBeCloseTo(45, 9);
    const less = plan(40, { gauge: L(33, 1) });
    expect([less.worst, less.codes]).toEqual(['near', expect.arrayContaining(['aboardDisagrees'])]);
    expect(less.figure('margin')?.value).toBeCloseTo(0.5, 9);
    expect(plan(40, { gauge: L(39, 1) }).worst).toBe('within');
    expect(plan(30).worst).toBe('out');
    expect(enough.text).toBe('40.0 L aboard, 32.5 needed, turn back 45 min after take-off');
    const said = plan(40, { gauge: L(33, 1), receipt: L(44, 1) });
    expect(said.words).toContain('the receipt says 44.0 L, the gauge 33.0 L: the least is taken');
    expect(said.figure('aboard-apart')?.value).toBeCloseTo(11, 9);
    expect(plan(40, {}, -30).refused).toBe('planFuelNegative');
  });

  it('says the factor to enter, and that a flow is none which this engine takes', () => {
    const spec: Spec = {
      kind: 'worksheet',
      sheet: 'transducer',
      figures: [
        { figure: 'off', limit: 'off' },
        { figure: 'flow-shown', limit: 'flow' },
      ],
    };
    const limits = [
      band('off', '%', { low: -3, high: 3 }),
      band('flow', 'L/h', { high: 60 }, { because: { high: 'More than this engine can burn.' } }),
    ];
    const counted = (counts: number, head: Readonly<Record<string, Reading>> = {}) =>
      given(
        spec,
        sheet([
          { pulses: read(20_000, 'count'), flow: read(50, 'L/h'), ...head },
          { filled: L(50), counted: L(counts) },
        ]),
        limits,
      );
    expect(counted(50.5).worst).toBe('within');
    const more = counted(52);
    expect(more.worst).toBe('out');
    expect(more.text.replace(/(\d)\s(\d)/g, '$1$2')).toBe(
      'counts 4.0 % off, factor 20000 to 20800 pulses in a litre',
    );
    expect(counted(50, { flow: read(140, 'L/h') }).words).toContain('More than this engine can burn.');
    expect(counted(0).refused).toBe('fillingNothing');
    // 2 L at 5,000 rpm fill 5 m³ a minute; 420 kg of air an hour burn 52.5 kg of fuel at most, which are 77 L.
    const at = (flow: number, more: Readonly<Record<string, Reading>> = {}) =>
      given(
        { ...spec, figures: [{ figure: 'off', limit: 'off' }] },
        sheet([
          {
            pulses: read(20_000, 'count'),
            flow: read(flow, 'L/h'),
            speed: read(5000, 'rpm'),
            swept: L(2),
            ...more,
          },
          { filled: L(50), counted: L(50) },
        ]),
        limits.slice(0, 1),
      );
    expect([at(77).worst, at(78).worst, at(78).codes]).toEqual([
      'within',
      'out',
      expect.arrayContaining(['flowNotOfThisEngine']),
    ]);
    expect(at(100, { boost: read(1.3, '1') }).worst).toBe('within');
    const other = { ...spec, figures: [{ figure: 'burn', limit: 'off' }] };
    expect(given(other, sheet([{}]), [band('off', '%', {})]).problems).toEqual(['sheetUnknownFigure']);
  });
});
