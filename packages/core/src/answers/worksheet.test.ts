import { BASIS, Scribe } from '../testing/world.ts';
import type { Spec } from '../testing/given-sheet.ts';
import { findUnit } from '../quantity/units.ts';
import { trialSheet } from '../trial/good-sheets.ts';
import { sheetForm, sheetRoom, sheetWorked } from './worksheet.ts';

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
  'cold-sensors': [
    'air degC, (pressure inHg), (left-oil psi), (left-flow L/h), (left-manifold inHg), (right-oil psi), (right-flow L/h), (right-manifold inHg)',
    '(left degC), (right degC)',
    9,
    9,
  ],
  'full-power': [
    'pressure hPa, temperature degC, book-speed rpm, (book-manifold inHg), (book-flow L/h)',
    'speed rpm, (manifold inHg), (flow L/h)',
    2,
    2,
  ],
  'runway-wind': [
    'from deg, wind kt, (gust kt), (pressure hPa), (temperature degC), (humidity %)',
    'heading deg',
    1,
    8,
  ],
  airspeed: ['altitude ft, temperature degC', 'track deg, ground kt, shown kt', 3, 12],
  adjustment: ['off daN, now mm, first mm, most mm', 'moved mm, changed daN', 0, 8],
  circle: ['wanted m, flown m, furthest m, lowest m, highest m, (throttle-wanted %), (throttle %)', '', 0, 0],
  climb: ['reference kg, height ft', 'from ft, to ft, seconds s, air degC, mass kg', 1, 12],
  'climb-speeds': [
    'reference kg, air degC, (shift kt)',
    'speed kt, from ft, to ft, seconds s, mass kg',
    3,
    9,
  ],
  glide: ['reference kg, air degC, (shift kt)', 'speed kt, from ft, to ft, seconds s, mass kg', 3, 9],
  'hot-day': [
    'air degC, altitude ft, (air-before degC), (altitude-before ft)',
    'now degC, (before degC)',
    2,
    12,
  ],
  'take-off-run': [
    'reference kg, mass kg, pressure hPa, temperature degC, (humidity %), lift-off kt, (slope %)',
    'run m, headwind kt',
    1,
    6,
  ],
  'take-off-today': [
    'book-run m, book-mass kg, lift-off kt, mass kg, pressure hPa, temperature degC, (humidity %), headwind kt, (slope %), there m',
    '',
    0,
    0,
  ],
  'turn-back': ['needed deg-angle, surprise s, sink m/s, share %', 'from ft, to ft, turned deg-angle', 3, 6],
  'airspeed-table': ['altitude ft, temperature degC', 'track deg, ground kt, shown kt, (second kt)', 6, 24],
  'airspeed-one-leg': [
    'altitude ft, temperature degC, from deg, wind kt, known kt, track deg, ground kt, shown kt',
    '',
    0,
    0,
  ],
  cruise: ['altitude ft, temperature degC, (shift kt)', 'setting rpm, shown kt, reference kt', 1, 8],
  'climb-today': [
    'book-rate m/s, ceiling ft, book-mass kg, speed kt, mass kg, pressure hPa, temperature degC, (humidity %), headwind kt',
    '',
    0,
    0,
  ],
  'angle-of-attack': [
    'stall kt, stall-mass kg, (warning kt), best kt, mass kg',
    'speed kt, mass kg, shown deg-angle',
    3,
    8,
  ],
  'mode-response': ['', 'from deg-angle, to deg-angle, past deg-angle, (settled s), swing deg-angle', 2, 12],
  hover: [
    'mass kg, diameter mm, (discs count), volts V, pressure hPa, temperature degC, (book-power W), (book-mass kg)',
    'current A',
    2,
    12,
  ],
  transition: ['stall m/s', 'seconds s, from m, lowest m, (speed m/s)', 1, 8],
  'energy-calls': [
    'timer-set min, (timer-heard min), warning-set V, (warning-heard V), landed min, lowest V, put-back %',
    '',
    0,
    0,
  ],
  'test-phase': [
    'asked-hours h, asked-landings count, hours-before h, landings-before count',
    'minutes min, landings count',
    1,
    12,
  ],
  stalls: [
    'reference kg, (begun kg), (shift kt)',
    '(mass kg), (burnt kg), (warning kt), (buffet kt), (break kt), (rate kt)',
    3,
    12,
  ],
  charging: ['', 'speed rpm, amperes A, volts V', 3, 12],
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
    // What is asked for and what it comes to is shown in a unit that there is.
    const written = trialSheet(
      { ...spec, figures: [] },
      index,
      (_figure, usual) => usual,
      (value, unit) => ({ value, unit, text: String(value), resolution: 0.001, source: 'typed' }),
    );
    const worked = sheetWorked(sheetRoom(spec, index, written), written);
    const shown = worked.ok ? worked.value.figures : [];
    expect([...form.head, ...form.columns, ...shown].filter((f) => !findUnit(f.unit))).toEqual([]);
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
            : name === 'hover'
              ? ['pack-volts', '{row}/motor-current']
              : name === 'transition'
                ? ['height', 'airspeed']
                : [],
    );
    expect(form.choices.map((c) => c.id)).toEqual(
      name === 'return-line'
        ? ['drawn']
        : name === 'full-power'
          ? ['propeller', 'charged']
          : name === 'adjustment'
            ? ['what']
            : name === 'cruise'
              ? ['beside']
              : name.startsWith('take-off')
                ? ['surface']
                : [],
    );
  },
);
