import type { Reading } from '../limits/types.ts';
import { band, given, read, sheet, type Spec } from '../testing/given-sheet.ts';
import { BASIS, Scribe } from '../testing/world.ts';
import { sheetForm, sheetRoom } from './worksheet.ts';

const C = (value: number): Reading => read(value, 'degC', { resolution: 1 });

describe('cold sensors of both engines', () => {
  const SPEC: Spec = {
    kind: 'worksheet',
    sheet: 'cold-sensors',
    figures: [
      { figure: 'sensor-off', limit: 'cold' },
      { figure: 'pressure-shown', limit: 'nought' },
      { figure: 'manifold-off', limit: 'manifold' },
    ],
  };
  const LIMITS = [
    band('cold', 'degC-diff', { cautionHigh: 4, high: 6 }),
    band('nought', 'psi', { high: 2 }),
    band('manifold', 'inHg', { high: 0.4 }),
  ];
  /** Oil, four heads, four exhausts of both; the air; oil pressure and manifold of the left one. */
  const cold = (rows: readonly (readonly [number, number])[], head: Record<string, Reading> = {}) =>
    given(
      SPEC,
      sheet([
        {
          air: C(9),
          pressure: read(29.6, 'inHg'),
          'left-oil': read(0, 'psi'),
          'left-manifold': read(29.6, 'inHg'),
          ...head,
        },
        ...rows.map(([left, right]) => ({ left: C(left), right: C(right) })),
      ]),
      LIMITS,
    );
  const NINE = Array.from({ length: 9 }, (): readonly [number, number] => [9, 10]);
  const but = (row: number, pair: readonly [number, number]) => NINE.map((p, i) => (i === row ? pair : p));

  test('what agrees is within, one that lies is out by name, whichever engine it sits on', () => {
    expect(cold(NINE)).toMatchObject({ worst: 'within', refused: undefined });
    expect(cold(but(3, [9, 24]))).toMatchObject({ worst: 'out' });
    expect(cold(but(3, [9, 24])).words).toContain('Right engine, head 3');
    expect(cold(but(0, [2, 9])).words).toContain('Left engine, oil');
    expect(cold(but(0, [2, 9])).text).toContain('Left engine, oil 7 °C off');
    expect(cold(but(8, [14, 9])).worst).toBe('near');
  });

  test('an engine that is warm still is unknown, never within; one of two that lies is out all the same', () => {
    expect(cold(NINE.map(() => [39, 40]))).toMatchObject({ worst: 'unknown' });
    expect(cold(NINE.map(() => [39, 40])).words).toContain('warm still');
    expect(cold(NINE.map((_, i) => (i === 2 ? [39, 70] : [39, 40])))).toMatchObject({ worst: 'out' });
    expect(cold(NINE.map(() => [21, 21])).worst).toBe('within');
    expect(cold(NINE.map(() => [22, 22])).worst).toBe('unknown');
  });

  test('a gauge that does not stand at nothing is out, and one that nobody read is unknown', () => {
    expect(cold(NINE, { 'left-oil': read(5, 'psi') }).words).toContain('Left engine, oil pressure');
    expect(cold(NINE, { 'left-oil': read(5, 'psi') }).worst).toBe('out');
    expect(cold(NINE, { 'left-manifold': read(28.9, 'inHg') }).worst).toBe('out');
    const unread = given(
      SPEC,
      sheet([{ air: C(9) }, ...NINE.map(([left, right]) => ({ left: C(left), right: C(right) }))]),
      LIMITS,
    );
    expect([unread.worst, unread.words.includes('not read')]).toEqual(['unknown', true]);
  });

  test('sensors that an aircraft has not are left out; of fewer than three nobody knows', () => {
    const few = (count: number) =>
      given(
        { ...SPEC, figures: [SPEC.figures[0]!] },
        sheet(
          [{ air: C(9) }, ...Array.from({ length: 9 }, (_, i) => (i < count ? { left: C(9) } : {}))].map(
            (row) => row as Record<string, Reading>,
          ),
        ),
        [LIMITS[0]!],
      );
    expect(few(2).refused ?? few(2).worst).not.toBe('within');
    expect(few(9).worst).toBe('within');
  });

  test('every field knows whose channel of the monitor tells it', () => {
    const index = new Scribe().open(BASIS).state().index;
    if (!index) throw new Error('There is no basis.');
    const form = sheetForm(sheetRoom(SPEC, index, { chosen: [] }));
    expect(form.titles).toEqual([
      'Oil',
      'Head 1',
      'Head 2',
      'Head 3',
      'Head 4',
      'Exhaust 1',
      'Exhaust 2',
      'Exhaust 3',
      'Exhaust 4',
    ]);
    expect(form.columns.map((c) => [c.heard?.(1), c.heard?.(3), c.heard?.(9)])).toEqual(
      ['left', 'right'].map((subject) => [
        { subject, channel: 'oil-temperature' },
        { subject, channel: 'cylinder-head-2' },
        { subject, channel: 'exhaust-4' },
      ]),
    );
    expect(form.head.map((f) => f.heard?.(0)).filter((h) => h !== undefined)).toHaveLength(6);
  });
});

describe('full power of both engines', () => {
  const SPEC: Spec = {
    kind: 'worksheet',
    sheet: 'full-power',
    figures: [
      { figure: 'speed-off', limit: 'speed' },
      { figure: 'flow-off', limit: 'flow' },
    ],
  };
  const LIMITS = [band('speed', 'rpm', { low: -60, high: 60 }), band('flow', 'L/h', { low: -6, high: 6 })];
  const power = (
    left: readonly [number, number],
    right: readonly [number, number],
    { pressure = 1013.25, temperature = 15, propeller = 'governed', charged = 'no' } = {},
  ) =>
    given(
      SPEC,
      sheet(
        [
          {
            pressure: read(pressure, 'hPa'),
            temperature: read(temperature, 'degC'),
            'book-speed': read(2670, 'rpm'),
            'book-flow': read(92, 'L/h'),
          },
          ...[left, right].map(([speed, flow]) => ({ speed: read(speed, 'rpm'), flow: read(flow, 'L/h') })),
        ],
        {
          chosen: [
            { choice: 'propeller', option: propeller },
            { choice: 'charged', option: charged },
          ],
        },
      ),
      LIMITS,
    );

  test('on a standard day the book is what should come, and the engine that is off is named', () => {
    expect(power([2670, 92], [2660, 91])).toMatchObject({ worst: 'within' });
    expect(power([2670, 92], [2560, 92])).toMatchObject({ worst: 'out' });
    expect(power([2670, 92], [2560, 92]).words).toContain('Right engine');
    expect(power([2670, 80], [2670, 92]).words).toContain('Left engine');
  });

  test('what is out on a standard day is right in thin air, and the other way round', () => {
    const thin = { pressure: 850, temperature: 20 };
    expect(power([2670, 76.5], [2670, 76.5]).worst).toBe('out');
    expect(power([2670, 76.5], [2670, 76.5], thin).worst).toBe('within');
    expect(power([2670, 92], [2670, 92], thin).worst).toBe('out');
    expect(power([2670, 92], [2670, 92], thin).text.replace(/\s/g, ' ')).toBe(
      'density altitude 6 440 ft: 2 670 rpm, 76.5 L/h should come',
    );
    expect(power([2670, 91.2], [2670, 91.2], { ...thin, charged: 'yes' }).worst).toBe('within');
    expect(power([2610, 75], [2610, 75], { ...thin, propeller: 'fixed' }).worst).toBe('within');
  });

  test('a figure that its limit asks for and nobody read is unknown, and air that is on no field is refused', () => {
    const chosen = [
      { choice: 'propeller', option: 'governed' },
      { choice: 'charged', option: 'no' },
    ];
    const head = {
      pressure: read(1000, 'hPa'),
      temperature: read(15, 'degC'),
      'book-speed': read(2670, 'rpm'),
    };
    const rows = [head, { speed: read(2670, 'rpm') }, { speed: read(2670, 'rpm') }];
    const said = given(SPEC, sheet(rows, { chosen }), LIMITS);
    expect([said.worst, said.words.includes('flow: not read')]).toEqual(['unknown', true]);
    const nowhere = given(
      SPEC,
      sheet([{ ...head, pressure: read(300, 'hPa') }, ...rows.slice(1)], { chosen }),
      LIMITS,
    );
    expect(nowhere.refused).toBe('airNotOnGround');
  });
});

describe('charging by speed', () => {
  const SPEC: Spec = {
    kind: 'worksheet',
    sheet: 'charging',
    figures: [
      { figure: 'cut-in', limit: 'cut-in' },
      { figure: 'highest', limit: 'volts' },
    ],
  };
  const LIMITS = [
    band('cut-in', 'rpm', { cautionHigh: 1200, high: 1300 }),
    band('volts', 'V', { low: 27, high: 29 }),
  ];
  const tried = (rows: readonly (readonly [number, number, number])[]) =>
    given(
      SPEC,
      sheet([
        {},
        ...rows.map(([speed, amperes, volts]) => ({
          speed: read(speed, 'rpm'),
          amperes: read(amperes, 'A'),
          volts: read(volts, 'V', { resolution: 0.1 }),
        })),
      ]),
      LIMITS,
    );

  test('from which speed on, and the most volts, in the steps of the gauge', () => {
    const found = tried([
      [700, -6, 24.4],
      [1000, -2, 25.9],
      [1200, 4, 27.8],
      [1700, 9, 28.1],
    ]);
    expect([found.worst, found.text.replace(/\s/g, ' ')]).toEqual([
      'within',
      'charges from 1 067 rpm on, seen at 1 200 rpm, 28.1 V at the most',
    ]);
    expect(found.words).not.toContain('28.100');
  });

  test('too late, never, and one that ceases are out, each by its reason; from the slowest on is said to be that', () => {
    const never = tried([
      [700, -6, 27.2],
      [1200, -4, 27.3],
      [1700, -1, 27.4],
    ]);
    expect([never.worst, never.words.includes('does not charge at the fastest')]).toEqual(['out', true]);
    const late = tried([
      [1000, -6, 27.2],
      [1500, -4, 27.3],
      [1700, 1, 27.4],
    ]);
    expect(late.worst).toBe('out');
    // Between 1 000 and 1 700 nobody looked: the line between them is no proof that it begins in time.
    const coarse = tried([
      [700, -6, 27.2],
      [1000, -1, 27.3],
      [1700, 20, 27.4],
    ]);
    expect(coarse.worst).toBe('out');
    const ceases = tried([
      [700, -6, 27.2],
      [1000, 2, 27.3],
      [1700, -3, 27.4],
      [2200, 3, 27.5],
    ]);
    expect(ceases.words).toContain('It ceases to charge at 1');
    expect(
      tried([
        [700, 1, 27.2],
        [1000, 2, 27.3],
        [1700, 3, 27.4],
      ]).text.replace(/\s/g, ' '),
    ).toContain('charges from 700 rpm or below on');
    expect(
      tried([
        [700, 1, 27.2],
        [700, 2, 27.3],
        [1700, 3, 27.4],
      ]).refused,
    ).toBe('chargingSpeedTwice');
  });
});
