import fc from 'fast-check';
import { reason } from '../reasons/reason.ts';
import {
  ambiguousUnit,
  combineUncertainty,
  convert,
  differenceUnit,
  expandedUncertainty,
  formatFigure,
  formatWithUnit,
  instantMs,
  isCircular,
  isInstant,
  noiseAt,
  readFigure,
  readQuantity,
  shownFigure,
  stepAsWritten,
  UNIT_IDS,
  unitFromSpelling,
  unitOf,
} from './index.ts';

describe('what is read is exactly what was typed', () => {
  test.each<[string, number, number]>([
    // Spaces of every kind between thousands, and what stands around the figure.
    ['  42  ', 42, 1],
    ['+7', 7, 1],
    ['-0', 0, 1],
    ['−12,25', -12.25, 0.01],
    ['-1 702', -1702, 1],
    ['12\u00a0345', 12345, 1],
    ['12\u202f345', 12345, 1],
    ['12\u2009345', 12345, 1],
    ["12'345", 12345, 1],
    ['123 456 789', 123456789, 1],
    ['123,456,789', 123456789, 1],
    ['12.345,67', 12345.67, 0.01],
    ['12,345,678.9', 12345678.9, 0.1],
    // A lone mark is a decimal one unless exactly three digits follow one to three that do not begin with nought.
    ['1234,567', 1234.567, 0.001],
    ['1234.567', 1234.567, 0.001],
    ['0.500', 0.5, 0.001],
    ['012,345', 12.345, 0.001],
    [',125', 0.125, 0.001],
    ['1,50', 1.5, 0.01],
    ['1,5000', 1.5, 0.0001],
    ['9'.repeat(30), 1e30, 1],
  ])('“%s”', (text, value, resolution) => {
    const read = readFigure(text);
    expect(read).toEqual({ ok: true, value: { value: expect.closeTo(value, 9) as number, resolution } });
    expect(Object.is(read.ok && read.value.value, -0)).toBe(false);
  });

  test.each<[string, string, string]>([
    ['1,500', '1.5', '1500'],
    ['100.000', '100', '100000'],
    ['-1,250', '-1.25', '-1250'],
    ['12,345', '12.345', '12345'],
    ['120,345', '120.345', '120345'],
  ])('“%s” is asked back with both readings', (text, small, large) => {
    expect(readFigure(text)).toEqual({
      ok: false,
      error: reason('ambiguousFigure', { text, small, large }),
    });
  });

  test.each([
    'fast',
    '5 5',
    '1234 567',
    '01 234',
    '1 23 456',
    '1,2,3',
    '1234,567,890',
    '1.234,567,8',
    '12,34.5',
    '1.234,567.8',
    '0.500.000',
    '1,234.567,8',
    // Another mark inside a group of three signs is no grouping.
    '1.2,4.5',
    '1,2.4,5',
    '5-',
    '4+5',
    '1 702rpm',
    ',',
    '1,',
    'x1',
  ])('“%s” is no figure, and the text that was typed is told', (text) => {
    expect(readFigure(text)).toEqual({ ok: false, error: reason('notANumber', { text }) });
  });

  test('nothing typed is asked for; thirty-one digits are no figure, and are not repeated whole', () => {
    expect(readFigure('  ')).toEqual({ ok: false, error: reason('noFigure') });
    expect(readFigure('9'.repeat(31))).toEqual({
      ok: false,
      error: reason('notANumber', { text: `${'9'.repeat(31)}…` }),
    });
    expect(readFigure('9'.repeat(60))).toEqual({
      ok: false,
      error: reason('notANumber', { text: `${'9'.repeat(40)}…` }),
    });
  });

  test('grouping by any separator reads back as the whole number it groups (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1000, max: 2_000_000_000 }),
        fc.constantFrom(' ', '\u00a0', '\u202f', '\u2009', "'", '’'),
        fc.integer({ min: 0, max: 99 }),
        fc.constantFrom(',', '.'),
        (whole, separator, cents, mark) => {
          const grouped = String(whole).replace(/(\d)(?=(\d\d\d)+$)/g, `$1${separator}`);
          expect(readFigure(grouped)).toEqual({ ok: true, value: { value: whole, resolution: 1 } });
          const fraction = String(cents).padStart(2, '0');
          expect(readFigure(`${grouped}${mark}${fraction}`)).toEqual({
            ok: true,
            value: { value: Number(`${whole}.${fraction}`), resolution: 0.01 },
          });
        },
      ),
    );
  });
});

describe('a quantity with its unit', () => {
  test.each<[string, string, object]>([
    ['  55 ', 'psi', { value: 55, resolution: 1, text: '55', unit: 'psi' }],
    ['4,7bar', 'psi', { value: 4.7, resolution: 0.1, text: '4,7bar', unit: 'bar' }],
    [' 4,7  bar ', 'psi', { value: 4.7, resolution: 0.1, text: '4,7  bar', unit: 'bar' }],
    ['−5 °C', 'degF', { value: -5, resolution: 1, text: '−5 °C', unit: 'degC' }],
    ['12 US gal', 'L', { value: 12, resolution: 1, text: '12 US gal', unit: 'US gal' }],
    ['12 usgal', 'L', { value: 12, resolution: 1, text: '12 usgal', unit: 'US gal' }],
    ['12 gallons', 'US gal', { value: 12, resolution: 1, text: '12 gallons', unit: 'US gal' }],
    ['12 Gal ', 'US gal', { value: 12, resolution: 1, text: '12 Gal', unit: 'US gal' }],
    ['9 gph', 'US gal/h', { value: 9, resolution: 1, text: '9 gph', unit: 'US gal/h' }],
    ['9 gal/h', 'US gal/h', { value: 9, resolution: 1, text: '9 gal/h', unit: 'US gal/h' }],
    ['9 L/h', 'US gal/h', { value: 9, resolution: 1, text: '9 L/h', unit: 'L/h' }],
    ['40 K', 'degC-diff', { value: 40, resolution: 1, text: '40 K', unit: 'degC-diff' }],
    ['300 K', 'degC', { value: 300, resolution: 1, text: '300 K', unit: 'K' }],
    ['5"', 'mm', { value: 5, resolution: 1, text: '5"', unit: 'in' }],
  ])('“%s” beside a placard in %s', (text, placard, value) => {
    expect(readQuantity(text, placard)).toEqual({ ok: true, value });
  });

  test.each<[string, string, ReturnType<typeof reason>]>([
    ['fast', 'rpm', reason('notANumber', { text: 'fast' })],
    [' ', 'rpm', reason('noFigure')],
    ['5 gal', 'L', reason('ambiguousUnit', { text: '5 gal', unit: 'gal', one: 'US gal', other: 'imp gal' })],
    ['5 gph', 'L/h', reason('ambiguousUnit', { text: '5 gph', unit: 'gph', one: 'US gal/h', other: 'L/h' })],
    ['5 cubits', 'm', reason('unknownUnit', { text: '5 cubits', unit: 'cubits', wanted: 'm' })],
    // On a flow's placard a volume is another kind of thing, whatever gallons it is in.
    [
      '5 US gal',
      'US gal/h',
      reason('wrongKind', {
        unit: 'US gal',
        kind: 'volume',
        wanted: 'US gal/h',
        wantedKind: 'volume flow',
      }),
    ],
    [
      '60 V',
      'psi',
      reason('wrongKind', { unit: 'V', kind: 'voltage', wanted: 'psi', wantedKind: 'pressure' }),
    ],
  ])('“%s” beside a placard in %s is not taken, and why is told', (text, placard, error) => {
    expect(readQuantity(text, placard)).toEqual({ ok: false, error });
  });

  test('gallons are settled by a placard in US gallons alone; every other word means what it says', () => {
    for (const word of ['gal', 'gals', 'gallon', 'gallons', ' GAL '])
      for (const id of UNIT_IDS)
        expect(ambiguousUnit(word, id)).toEqual(id === 'US gal' ? undefined : ['US gal', 'imp gal']);
    for (const word of ['gph', 'gal/h', ' gal / h '])
      for (const id of UNIT_IDS)
        expect(ambiguousUnit(word, id)).toEqual(id === 'US gal/h' ? undefined : ['US gal/h', 'L/h']);
    for (const word of ['US gal', 'imp gal', 'L', 'psi', ''])
      expect(ambiguousUnit(word, 'L')).toBeUndefined();
  });

  test('every unit is found by its own symbol among its kind, and by no word that is none', () => {
    for (const id of UNIT_IDS) {
      const { symbol, kind } = unitOf(id);
      if (symbol !== '') expect([id, unitFromSpelling(` ${symbol} `, kind)?.id]).toEqual([id, id]);
    }
    expect(unitFromSpelling('furlong', 'length')).toBeUndefined();
    expect(unitFromSpelling('Bar', 'pressure')?.id).toBe('bar');
    // The same letters with the other prefix are another unit, or none.
    expect(unitFromSpelling('MΩ', 'resistance')?.id).toBe('Mohm');
    expect(unitFromSpelling('mΩ', 'resistance')?.id).toBe('mohm');
    expect(unitFromSpelling('mv', 'voltage')?.id).toBe('mV');
    expect(unitFromSpelling('MM', 'length')).toBeUndefined();
    expect(unitFromSpelling('MAH', 'charge')).toBeUndefined();
    expect(unitFromSpelling('ah', 'charge')?.id).toBe('Ah');
  });
});

/** What one of each unit is, by the SI brochure and NIST SP 811, in the coherent SI unit of its kind. */
const SI: Readonly<Record<string, number>> = {
  rpm: (2 * Math.PI) / 60,
  turns: 1,
  inHg: 3386.389,
  psi: 6894.757293168,
  bar: 100_000,
  hPa: 100,
  kPa: 1000,
  'degC-diff': 1,
  'degF-diff': 1 / 1.8,
  'degC/min': 1 / 60,
  kt: 0.5144444444444445,
  mph: 0.44704,
  'km/h': 0.2777777777777778,
  'm/s': 1,
  'ft/min': 0.00508,
  'm/s2': 1,
  m: 1,
  mm: 0.001,
  ft: 0.3048,
  in: 0.0254,
  kg: 1,
  g: 0.001,
  lb: 0.45359237,
  L: 0.001,
  'US gal': 0.003785411784,
  'imp gal': 0.00454609,
  'L/h': 2.777777777777778e-7,
  'US gal/h': 0.003785411784 / 3600,
  V: 1,
  mV: 0.001,
  A: 1,
  mAh: 3.6,
  Ah: 3600,
  s: 1,
  min: 60,
  h: 3600,
  deg: 0.017453292519943295,
  'deg-angle': 0.017453292519943295,
  'deg/s': 0.017453292519943295,
  N: 1,
  daN: 10,
  lbf: 4.4482216152605,
  Nm: 1,
  'lbf-in': 0.1129848290276167,
  'lbf-ft': 1.3558179483314,
  ohm: 1,
  mohm: 0.001,
  kohm: 1000,
  Mohm: 1_000_000,
  Hz: 1,
  mG: 1e-7,
  uT: 1e-6,
  Wh: 3600,
  W: 1,
  kW: 1000,
  dBm: 1,
  '%': 0.01,
  '1': 1,
  count: 1,
};

describe('units, one by one', () => {
  test('every unit that is there is worth what the tables of the standards say', () => {
    for (const id of UNIT_IDS) {
      if (unitOf(id).kind === 'temperature') continue;
      expect([id, unitOf(id).factor / (SI[id] ?? NaN)]).toEqual([id, expect.closeTo(1, 9)]);
    }
    expect(Object.keys(SI).filter((id) => !UNIT_IDS.includes(id))).toEqual([]);
  });

  test.each([
    [-40, 'degC', 'degF', -40],
    [0, 'degC', 'K', 273.15],
    [98.6, 'degF', 'degC', 37],
    [0, 'K', 'degF', -459.67],
    [212, 'degF', 'K', 373.15],
  ])('%d %s in %s', (value, from, to, expected) => {
    const found = convert(value, from, to);
    expect(found.ok && found.value).toBeCloseTo(expected, 9);
  });

  test('what cannot be converted says both units and kinds; what is no figure says that', () => {
    expect(convert(1, 'psi', 'rpm')).toEqual({
      ok: false,
      error: reason('wrongKind', {
        unit: 'psi',
        kind: 'pressure',
        wanted: 'rpm',
        wantedKind: 'rotational speed',
      }),
    });
    expect(convert(Infinity, 'psi', 'psi')).toEqual({ ok: false, error: reason('notFinite', {}) });
    expect(() => unitOf('cubit')).toThrow('no unit "cubit"');
  });

  test('only directions go round, and only temperatures have differences of their own', () => {
    expect(UNIT_IDS.filter(isCircular)).toEqual(['deg']);
    expect(isCircular('cubit')).toBe(false);
    const changed = UNIT_IDS.filter((id) => differenceUnit(id) !== id);
    expect(changed).toEqual(['degC', 'degF', 'K']);
    expect(changed.map(differenceUnit)).toEqual(['degC-diff', 'degF-diff', 'degC-diff']);
  });
});

describe('what is written', () => {
  const thin = '\u202f';
  test.each<[number, number | undefined, readonly number[], string]>([
    [1702, 1, [], `1${thin}702`],
    [-1702.4, 1, [], `−1${thin}702`],
    [1234567.25, 0.01, [], `1${thin}234${thin}567.25`],
    [123, 1, [], '123'],
    [999.6, 1, [], `1${thin}000`],
    // A step needs as many places as its own last digit has.
    [4.256, 0.05, [], '4.26'],
    [4.256, 0.1, [], '4.3'],
    [4.256, 0.25, [], '4.3'],
    [4.256, 0.001, [], '4.256'],
    [4.256, 10, [], '4'],
    [4.256, 0, [], '4'],
    // Without a step, the digits it was written with.
    [4.25, undefined, [], '4.25'],
    [0.1 + 0.2, undefined, [], '0.3'],
    [1e-7, undefined, [], '0.0000001'],
    [1.5e-7, undefined, [], '0.00000015'],
    [3e8, undefined, [], `300${thin}000${thin}000`],
    // Nought has no sign, and what only rounds to it neither.
    [-0.004, 0.01, [], '0.00'],
    [-0, 1, [], '0'],
    [0.004, 0.1, [], '0.0'],
    // Never across an edge, nor onto it.
    [149.996, 1, [150], '149.996'],
    [150.4, 1, [150], '150.4'],
    [150, 1, [150], '150'],
    [89.6, 1, [90, 55], '89.6'],
    [0.03, 0.1, [0], '0.03'],
    [4.22, 0.1, [4.2], '4.22'],
    [4.2, 0.1, [4.22], '4.2'],
  ])('%d by %p beside %p', (value, step, beside, text) => {
    expect(formatFigure(value, step, beside)).toBe(text);
    expect(shownFigure(value, step, beside)).toBeCloseTo(
      Number(text.replaceAll(thin, '').replace('−', '-')),
      12,
    );
  });

  test('beside nothing, a figure is shown by its step alone', () => {
    expect([shownFigure(4.256, 0.1), shownFigure(149.996, 1), shownFigure(4.25)]).toEqual([4.3, 150, 4.25]);
    expect(formatFigure(149.996, 1)).toBe('150');
  });

  test('a step is written as the last digit of a figure', () => {
    expect([90, 4.25, 0.1, 1e-7, 1.5e-7, 1e21, 0.1 + 0.2, 0].map(stepAsWritten)).toEqual([
      1, 0.01, 0.1, 1e-7, 1e-8, 1, 0.1, 1,
    ]);
  });

  test('a unit stands apart from its figure, a degree close to it, and what counts has none', () => {
    expect(formatWithUnit({ value: 68, unit: 'psi' })).toBe('68\u00a0psi');
    expect(formatWithUnit({ value: 350, unit: 'deg' })).toBe('350°');
    expect(formatWithUnit({ value: 40, unit: 'degC' })).toBe('40\u00a0°C');
    expect(formatWithUnit({ value: 12, unit: 'count' })).toBe('12');
    expect(formatWithUnit({ value: 2, unit: 'rpm', per: 's' })).toBe('2\u00a0rpm/s');
    expect(formatWithUnit({ value: 89.96, unit: 'psi', resolution: 1, beside: [90] })).toBe('89.96\u00a0psi');
  });

  test('noise is a billionth of the largest size, and never nothing', () => {
    expect(noiseAt(90, -550)).toBeCloseTo(5.5e-7, 15);
    expect(noiseAt(0)).toBeCloseTo(1e-12, 20);
    expect(noiseAt()).toBeCloseTo(1e-12, 20);
    // On an edge but for the noise, a figure is shown as lying on it.
    expect(formatFigure(90 + 4e-8, 1, [90])).toBe('90');
    expect(formatFigure(90 - 4e-8, 1, [90])).toBe('90');
  });
});

describe('how good a figure is', () => {
  test('accuracy and step as rectangles, scatter over the root of the count, twice the whole (against simulation of the parts)', () => {
    fc.assert(
      fc.property(
        fc.record({
          accuracy: fc.integer({ min: 0, max: 100 }),
          resolution: fc.constantFrom(0, 0.1, 1, 5),
          scatter: fc.integer({ min: 0, max: 20 }),
          count: fc.integer({ min: 1, max: 50 }),
        }),
        ({ accuracy, resolution, scatter, count }) => {
          // Variances by their definition: a rectangle from −a to +a, one of a whole step, and that of a mean.
          const squares = accuracy * accuracy * 4 + resolution * resolution;
          const expected = 2 * Math.sqrt(squares / 12 + (scatter * scatter) / count);
          expect(expandedUncertainty({ accuracy, resolution, scatter, count })).toBeCloseTo(expected, 9);
        },
      ),
    );
  });

  test.each([
    { accuracy: undefined, resolution: 1 },
    { accuracy: -1, resolution: 1 },
    { accuracy: NaN, resolution: 1 },
    { accuracy: Infinity, resolution: 1 },
    { accuracy: 1, resolution: -1 },
    { accuracy: 1, resolution: Infinity },
    { accuracy: 1, resolution: 1, scatter: -1 },
    { accuracy: 1, resolution: 1, scatter: NaN },
    { accuracy: 1, resolution: 1, count: 0 },
  ])('%p is not known, and not nothing', (sources) => {
    expect(expandedUncertainty(sources)).toBeUndefined();
  });

  test('parts add by their squares, and one that is not known leaves the whole unknown', () => {
    expect(combineUncertainty([3, 4])).toBe(5);
    expect(combineUncertainty([2, 3, 6])).toBe(7);
    expect(combineUncertainty([])).toBe(0);
    expect(combineUncertainty([3, undefined])).toBeUndefined();
    expect(combineUncertainty([undefined, 3])).toBeUndefined();
  });
});

describe('instants', () => {
  test.each([
    '2026-00-10T08:30:00Z',
    '2026-01-00T08:30:00Z',
    '2026-04-31T08:30:00Z',
    '2025-02-29T08:30:00Z',
    '2026-01-32T08:30:00Z',
    '2026-11-26T25:30:00Z',
    '2026-11-26T08:61:00Z',
    '2026-11-26 08:30:00Z',
    ' 2026-11-26T08:30:00Z',
    '2026-11-26T08:30:00Z ',
    '2026-11-26T08:30:00.Z',
    '2026-11-26T08:30:00+0100',
    '20261126T083000Z',
    '2026-11-26',
    '',
  ])('“%s” is none', (text) => {
    expect(isInstant(text)).toBe(false);
    expect(instantMs(text)).toBeUndefined();
  });

  test('every day of every month is one, to its last day and no further', () => {
    for (const year of [2024, 2026])
      for (let month = 1; month <= 12; month += 1) {
        const last = [31, year % 4 === 0 ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month - 1] ?? 0;
        for (const day of [1, 15, last, last + 1]) {
          const date = `${year}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
          expect([date, isInstant(`${date}T00:00Z`)]).toEqual([date, day <= last]);
        }
      }
  });

  test('milliseconds since 1970, with the zone reckoned in', () => {
    expect(instantMs('1970-01-01T00:00:01Z')).toBe(1000);
    expect(instantMs('1970-01-01T01:00:00.250+01:00')).toBe(250);
    expect(instantMs('1969-12-31T23:00:00-01:30')).toBe(30 * 60_000);
  });
});
