import { formatFigure } from '../../quantity/format.ts';
import { reason } from '../../reasons/reason.ts';
import { err, ok } from '../../result.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

const AXES = ['x', 'y', 'z'] as const;
/** Throttle from which it is no rest any more (percent). */
const AT_REST = 0.5;

/** How far the motors move the field at each row, as a share of the field at rest. */
export function fieldMoved({ rows }: SheetFigures): readonly { throttle: number; moved: number }[] {
  const field = (row: number): readonly number[] => AXES.map((axis) => rows[row]?.(axis) ?? NaN);
  const rest = field(0);
  return rows.map((row, i) => ({
    throttle: row('throttle') ?? NaN,
    moved: Math.hypot(...field(i).map((v, k) => v - (rest[k] ?? NaN))) / Math.hypot(...rest),
  }));
}

/** The field of a magnetometer at steps of the throttle, the vehicle tied down: what its motors and leads move of it. */
export const MOTOR_FIELD: Sheet = {
  title: 'Field at steps of the throttle',
  form: () => ({
    head: [],
    choices: [],
    columns: [
      { id: 'throttle', title: 'Throttle', unit: '%' },
      ...AXES.map((axis, i) => ({
        id: axis,
        title: ['Nose', 'Right', 'Down'][i] ?? axis,
        unit: 'mG',
        live: `mag-${axis}`,
      })),
    ],
    row: 'Step',
    fewest: 3,
    most: 12,
  }),
  work(figures) {
    const all = fieldMoved(figures);
    if ((all[0]?.throttle ?? NaN) > AT_REST || all.slice(1).some((s) => s.throttle <= AT_REST))
      return err(reason('motorsRestMissing'));
    const most = all.reduce((a, b) => (b.moved > a.moved ? b : a));
    return ok({
      figures: [
        {
          figure: 'moved',
          whose: `Throttle ${formatFigure(most.throttle, 1)} %`,
          unit: '%',
          value: 100 * most.moved,
        },
      ],
      verdicts: [],
      says: `motors move the field by ${formatFigure(100 * most.moved, 0.1)} % at most`,
    });
  },
};
