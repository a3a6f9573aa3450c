import { climbSpeeds, type ClimbSpeeds } from '../../flight/climb-speeds.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import type { Sheet, SheetFigures, WorkedFigure } from './sheet.ts';

const KNOT = 1852 / 3600;
const FOOT = 0.3048;

/** The climbs on a sheet, at its mass of reference. */
export const climbedAtSpeeds = ({ head, rows }: SheetFigures): Result<ClimbSpeeds, Reason> =>
  climbSpeeds(
    rows.map((row) => ({
      speed: ((row('speed') ?? NaN) + (head('shift') ?? 0)) * KNOT,
      from: (row('from') ?? NaN) * FOOT,
      to: (row('to') ?? NaN) * FOOT,
      seconds: row('seconds') ?? NaN,
      temperature: head('air') ?? NaN,
      mass: row('mass') ?? NaN,
    })),
    head('reference') ?? NaN,
  );

/** The speed at which it climbs best, from climbs at three speeds or more over one band of height. */
export const CLIMB_SPEEDS: Sheet = {
  title: 'Climb at several speeds',
  form: () => ({
    head: [
      { id: 'reference', title: 'Reference mass', unit: 'kg' },
      { id: 'air', title: 'Outside air, halfway', unit: 'degC' },
      { id: 'shift', title: 'To add to what is shown', unit: 'kt', optional: true },
    ],
    choices: [],
    columns: [
      { id: 'speed', title: 'Airspeed', unit: 'kt' },
      { id: 'from', title: 'From, altimeter at 1013', unit: 'ft' },
      { id: 'to', title: 'to', unit: 'ft' },
      { id: 'seconds', title: 'in', unit: 's' },
      { id: 'mass', title: 'Mass then', unit: 'kg' },
    ],
    row: 'Climb',
    fewest: 3,
    most: 9,
  }),
  work(figures) {
    const worked = climbedAtSpeeds(figures);
    if (!worked.ok) return worked;
    const { best, steepest, enclosed, height, byMass } = worked.value;
    const beyond = reason('climbBestBeyond');
    const figure = (name: string, unit: string, value: number, own: number, shown: number): WorkedFigure =>
      enclosed
        ? { figure: name, unit, value, own, shown }
        : { figure: name, unit, value: undefined, lacks: beyond };
    const knots = (speed: number): string => `${formatFigure(speed / KNOT, 1)} kt`;
    return ok({
      figures: [
        figure('speed', 'kt', best.speed / KNOT, (2 * best.speedOff) / KNOT, 1),
        figure('rate', 'm/s', best.rate, Math.hypot(2 * best.rateOff, byMass / 2), 0.01),
      ],
      verdicts: [],
      says: enclosed
        ? `best at ${knots(best.speed)} with ${formatFigure(best.rate, 0.01)} m/s, at ${formatFigure(height, 10)} m of a standard day${
            steepest === undefined ? '' : `; steepest at ${knots(steepest)}`
          }`
        : 'the best was not flown',
    });
  },
};
