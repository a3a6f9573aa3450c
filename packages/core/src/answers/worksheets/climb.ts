import { climbOf, type Climb } from '../../flight/climb.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

const FOOT = 0.3048;
/** Stretches that scatter more than they should: of so many of them half the standard deviation is left in their middle. */
const TWICE = 2;

/** The climb that is on a sheet, at its mass of reference. */
export const climbed = ({ head, rows }: SheetFigures): Result<Climb, Reason> =>
  climbOf(
    rows.map((row) => ({
      from: (row('from') ?? NaN) * FOOT,
      to: (row('to') ?? NaN) * FOOT,
      seconds: row('seconds') ?? NaN,
      temperature: row('air') ?? NaN,
      mass: row('mass') ?? NaN,
    })),
    head('reference') ?? NaN,
  );

/** Rate of climb from height and time, at one mass and the height of a standard day. */
export const CLIMB: Sheet = {
  title: 'Climb, on a standard day at one mass',
  form: () => ({
    head: [
      { id: 'reference', title: 'Reference mass', unit: 'kg' },
      { id: 'height', title: 'Reference height, standard day', unit: 'ft' },
    ],
    choices: [],
    columns: [
      { id: 'from', title: 'From, altimeter at 1013', unit: 'ft' },
      { id: 'to', title: 'to', unit: 'ft' },
      { id: 'seconds', title: 'in', unit: 's' },
      { id: 'air', title: 'Outside air, halfway', unit: 'degC' },
      { id: 'mass', title: 'Mass then', unit: 'kg' },
    ],
    row: 'Stretch',
    fewest: 1,
    most: 12,
  }),
  work(figures) {
    const worked = climbed(figures);
    if (!worked.ok) return worked;
    const { at, scatter, byMass, stretches, slope } = worked.value;
    const rate = at((figures.head('height') ?? NaN) * FOOT);
    const own = Math.hypot(((scatter ?? 0) * TWICE) / Math.sqrt(stretches.length), byMass / 2);
    const [first] = stretches;
    return ok({
      figures: [
        rate.ok
          ? { figure: 'rate', unit: 'm/s', value: rate.value, own, shown: 0.01 }
          : { figure: 'rate', unit: 'm/s', value: undefined, lacks: rate.error },
        {
          figure: 'scatter',
          unit: 'm/s',
          value: scatter,
          ...(scatter === undefined ? { lacks: reason('climbScatter') } : {}),
        },
      ],
      verdicts: [],
      says: rate.ok
        ? `${formatFigure(rate.value, 0.01)} m/s at ${formatFigure(figures.head('height') ?? NaN, 10)} ft on a standard day${
            slope === undefined ? '' : `, ${formatFigure(-slope * 304.8, 0.01)} m/s less for every 1000 ft`
          }`
        : `flown at ${formatFigure(Math.round((first?.height ?? NaN) / FOOT / 10) * 10, 10)} ft of density altitude`,
    });
  },
};
