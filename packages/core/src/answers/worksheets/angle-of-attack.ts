import { calibrateAngle, type AngleCalibration } from '../../flight/angle-of-attack.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

const KNOT = 1852 / 3600;
/** An approach is flown at so many times the stall: public certification practice. */
const APPROACH = 1.3;

/** The gauge as the points of a sheet calibrate it. */
export const angleCalibrated = ({ head, rows }: SheetFigures): Result<AngleCalibration, Reason> =>
  calibrateAngle(
    rows.map((row) => ({
      speed: (row('speed') ?? NaN) * KNOT,
      mass: row('mass') ?? NaN,
      shown: row('shown') ?? NaN,
    })),
    { speed: (head('stall') ?? NaN) * KNOT, mass: head('stall-mass') ?? NaN },
  );

/** An angle-of-attack gauge and a stall warning, against the stall that was measured just before. */
export const ANGLE_OF_ATTACK: Sheet = {
  title: 'Angle of attack and stall warning',
  form: () => ({
    head: [
      { id: 'stall', title: 'Stall measured just before', unit: 'kt' },
      { id: 'stall-mass', title: 'at', unit: 'kg' },
      { id: 'warning', title: 'Warning came at', unit: 'kt', optional: true },
      { id: 'best', title: 'Best glide', unit: 'kt' },
      { id: 'mass', title: 'Mass for the marks', unit: 'kg' },
    ],
    choices: [],
    columns: [
      { id: 'speed', title: 'Steady at', unit: 'kt' },
      { id: 'mass', title: 'Mass then', unit: 'kg' },
      { id: 'shown', title: 'Gauge shows', unit: 'deg-angle' },
    ],
    row: 'Point',
    fewest: 3,
    most: 8,
  }),
  work(figures) {
    const worked = angleCalibrated(figures);
    if (!worked.ok) return worked;
    const { off, scatter, whole, zero, at } = worked.value;
    const { head } = figures;
    const [stall, warning, mass] = [head('stall') ?? NaN, head('warning'), head('mass') ?? NaN];
    const stallThen = stall * Math.sqrt(mass / (head('stall-mass') ?? NaN));
    const marks = {
      stall: zero + whole,
      approach: at(APPROACH * stallThen * KNOT, mass),
      best: at((head('best') ?? NaN) * KNOT, mass),
    };
    const furthest = off.reduce((a, o, i) => (Math.abs(o) > Math.abs(off[a] ?? 0) ? i : a), 0);
    const degrees = (value: number): string => `${formatFigure(value, 0.1)}°`;
    return ok({
      figures: [
        {
          figure: 'warning-margin',
          unit: '%',
          value: warning === undefined ? undefined : 100 * (warning / stall - 1),
          ...(warning === undefined ? { lacks: reason('stallNotReached') } : {}),
        },
        {
          figure: 'off',
          whose: `Point ${furthest + 1}`,
          unit: 'deg-angle',
          value: Math.abs(off[furthest] ?? NaN),
        },
        { figure: 'approach-mark', unit: 'deg-angle', value: marks.approach, own: 2 * scatter },
        { figure: 'glide-mark', unit: 'deg-angle', value: marks.best, own: 2 * scatter },
      ],
      verdicts: [],
      says: `marks: best glide ${degrees(marks.best)}, approach ${degrees(marks.approach)}, stall ${degrees(marks.stall)}, each ± ${degrees(2 * scatter)}`,
    });
  },
};
