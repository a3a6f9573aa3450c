import { glideOf, type Glide } from '../../flight/glide.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import type { Sheet, SheetFigures, WorkedFigure } from './sheet.ts';

const KNOT = 1852 / 3600;
const FOOT = 0.3048;
/** What a share of the best ratio three points leave open, where nothing is left over to tell it by. Our own figure. */
const OPEN = 0.1;

/** The glides on a sheet, at its mass of reference. */
export const glided = ({ head, rows }: SheetFigures): Result<Glide, Reason> =>
  glideOf(
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

/** How it glides, from height and time at three speeds or more. */
export const GLIDE: Sheet = {
  title: 'Glide at several speeds',
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
    row: 'Glide',
    fewest: 3,
    most: 9,
  }),
  work(figures) {
    const worked = glided(figures);
    if (!worked.ok) return worked;
    const { polar, scatter, enclosed, points } = worked.value;
    const { ratio, speed, sink } = polar.best;
    const beyond = reason('glideBestBeyond');
    // What the points leave open of the sinking, the ratio has as well, share for share.
    const open = scatter === undefined ? OPEN : (2 * scatter) / Math.sqrt(points.length) / sink;
    const figure = (name: string, unit: string, value: number, own: number, shown: number): WorkedFigure =>
      enclosed
        ? { figure: name, unit, value, own, shown }
        : { figure: name, unit, value: undefined, lacks: beyond };
    return ok({
      figures: [
        figure('ratio', '1', ratio, open * ratio, 0.1),
        figure('speed', 'kt', speed / KNOT, (open * speed) / KNOT, 1),
        figure('sink', 'm/s', sink, open * sink, 0.01),
      ],
      verdicts: [],
      says: `${formatFigure(ratio, 0.1)} to one at ${formatFigure(speed / KNOT, 1)} kt, sinking ${formatFigure(sink, 0.01)} m/s; least ${formatFigure(polar.slowest.sink, 0.01)} m/s at ${formatFigure(polar.slowest.speed / KNOT, 1)} kt`,
    });
  },
};
