import type { Reading } from '../limits/types.ts';
import { band, given, read, sheet, type Spec, type Worksheet } from '../testing/given-sheet.ts';

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
