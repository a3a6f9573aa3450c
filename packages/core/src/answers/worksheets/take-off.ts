import { runReduced, runToday, SURFACES, type RunToday, type TakeOffDay } from '../../flight/take-off.ts';
import { formatFigure } from '../../quantity/format.ts';
import type { Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import type { Sheet, SheetField, SheetFigures, SheetRoom } from './sheet.ts';

const KNOT = 1852 / 3600;
/** How good such a reckoning is: a share of what was reckoned. The formulas are of all aircraft and of none. */
const GOOD_TO = 0.3;

const DAY: readonly SheetField[] = [
  { id: 'mass', title: 'Mass today', unit: 'kg' },
  { id: 'pressure', title: 'Pressure here, not reduced', unit: 'hPa' },
  { id: 'temperature', title: 'Outside air', unit: 'degC' },
  { id: 'humidity', title: 'Humidity', unit: '%', optional: true },
];
const LIFT_OFF: SheetField = { id: 'lift-off', title: 'Lift-off speed', unit: 'kt' };
const SLOPE: SheetField = { id: 'slope', title: 'Uphill', unit: '%', optional: true };
const SURFACE = {
  id: 'surface',
  title: 'Surface',
  options: [
    { id: 'hard-dry', text: 'Hard and dry' },
    { id: 'hard-wet', text: 'Hard and wet' },
    { id: 'short-grass', text: 'Short grass, dry' },
    { id: 'wet-grass', text: 'Grass, wet' },
    { id: 'soft', text: 'Soft, or long grass' },
  ],
} as const;

function dayOf({ head }: SheetFigures, { chosen }: SheetRoom, headwind: number): TakeOffDay {
  const humidity = head('humidity');
  const surface = SURFACE.options.find((o) => o.id === chosen.get('surface'));
  return {
    mass: head('mass') ?? NaN,
    air: {
      pressure: 100 * (head('pressure') ?? NaN),
      temperature: head('temperature') ?? NaN,
      humidity: humidity === undefined ? undefined : humidity / 100,
    },
    headwind: headwind * KNOT,
    liftOff: (head('lift-off') ?? NaN) * KNOT,
    slope: (head('slope') ?? 0) / 100,
    surface: surface ? SURFACES[surface.id] : NaN,
  };
}

/** The run that is to be expected today. */
export const runExpected = (figures: SheetFigures, room: SheetRoom): Result<RunToday, Reason> =>
  runToday(
    figures.head('book-run') ?? NaN,
    figures.head('book-mass') ?? NaN,
    dayOf(figures, room, figures.head('headwind') ?? NaN),
  );

const metres = (value: number): string => `${formatFigure(Math.ceil(value / 5) * 5, 5)} m`;

/** What the run will be, by mass, air, wind, slope and surface; and where it is stopped. */
export const TAKE_OFF_TODAY: Sheet = {
  title: 'Take-off run to be expected today',
  form: () => ({
    head: [
      { id: 'book-run', title: 'Run by the book, standard day, no wind, hard', unit: 'm' },
      { id: 'book-mass', title: 'at', unit: 'kg' },
      { ...LIFT_OFF, title: 'lift-off speed' },
      ...DAY,
      { id: 'headwind', title: 'Headwind, tailwind negative', unit: 'kt' },
      SLOPE,
      { id: 'there', title: 'Runway available', unit: 'm' },
    ],
    choices: [SURFACE],
    columns: [],
    row: '',
    fewest: 0,
    most: 0,
  }),
  work(figures, room) {
    const worked = runExpected(figures, room);
    if (!worked.ok) return worked;
    const { run, half } = worked.value;
    const book = figures.head('book-run') ?? NaN;
    const own = GOOD_TO * Math.abs(run - book);
    const there = figures.head('there') ?? NaN;
    const alive = half.share * (figures.head('lift-off') ?? NaN);
    return ok({
      figures: [
        { figure: 'run', unit: 'm', value: run, own, shown: 1 },
        { figure: 'share', unit: '%', value: (100 * run) / there, own: (100 * own) / there, shown: 1 },
      ],
      verdicts: [],
      says: `${metres(run)} of ${metres(there)}; at ${metres(half.at)} less than ${formatFigure(Math.ceil(alive), 1)} kt: stop`,
    });
  },
};

/** The runs on a sheet, made of the standard day of the book (m). */
export function runsReduced(figures: SheetFigures, room: SheetRoom): Result<readonly number[], Reason> {
  const runs: number[] = [];
  for (const row of figures.rows) {
    const reduced = runReduced(
      row('run') ?? NaN,
      figures.head('reference') ?? NaN,
      dayOf(figures, room, row('headwind') ?? NaN),
    );
    if (!reduced.ok) return reduced;
    runs.push(reduced.value);
  }
  return ok(runs);
}

/** Runs that were measured, at the mass of reference on a standard day, without wind on a hard surface. */
export const TAKE_OFF_RUN: Sheet = {
  title: 'Take-off run as flown',
  form: () => ({
    head: [{ id: 'reference', title: 'Reference mass', unit: 'kg' }, ...DAY, LIFT_OFF, SLOPE],
    choices: [SURFACE],
    columns: [
      { id: 'run', title: 'Run to lift-off', unit: 'm' },
      { id: 'headwind', title: 'Headwind, tailwind negative', unit: 'kt' },
    ],
    row: 'Run',
    fewest: 1,
    most: 6,
  }),
  work(figures, room) {
    const worked = runsReduced(figures, room);
    if (!worked.ok) return worked;
    const runs = worked.value;
    const longest = Math.max(...runs);
    const measured = figures.rows[runs.indexOf(longest)]?.('run') ?? NaN;
    return ok({
      figures: [
        {
          figure: 'run',
          unit: 'm',
          value: longest,
          own: GOOD_TO * Math.abs(longest - measured),
          shown: 1,
        },
      ],
      verdicts: [],
      says: `${metres(longest)} on a standard day at the sea, without wind, on dry hard ground`,
    });
  },
};
