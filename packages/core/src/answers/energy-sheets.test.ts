import type { LoadingData } from '../aircraft/index.ts';
import { LOADING } from '../testing/loading.ts';
import type { Reading } from '../limits/types.ts';
import { band, given, read, sheet, type Spec, type Worksheet } from '../testing/given-sheet.ts';

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
