import { transitionsOf } from '../../flight/transition.ts';
import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import type { Sheet } from './sheet.ts';

/** Ways from the hover to the wing, or back: time, and height lost. */
export const TRANSITION: Sheet = {
  title: 'Transitions',
  form: () => ({
    head: [{ id: 'stall', title: 'Stall on the wing, at this mass', unit: 'm/s' }],
    choices: [],
    columns: [
      { id: 'seconds', title: 'Command to done', unit: 's' },
      { id: 'from', title: 'Height at the command', unit: 'm', live: 'height' },
      { id: 'lowest', title: 'Lowest', unit: 'm' },
      { id: 'speed', title: 'Airspeed then', unit: 'm/s', optional: true, live: 'airspeed' },
    ],
    row: 'Transition',
    fewest: 1,
    most: 8,
  }),
  work({ head, rows }) {
    const worked = transitionsOf(
      rows.map((row) => ({
        seconds: row('seconds') ?? NaN,
        from: row('from') ?? NaN,
        lowest: row('lowest') ?? NaN,
        speed: row('speed'),
      })),
      head('stall') ?? NaN,
    );
    if (!worked.ok) return worked;
    const { longest, lost, apart, margin } = worked.value;
    return ok({
      figures: [
        { figure: 'time', unit: 's', value: longest },
        { figure: 'height-lost', unit: 'm', value: lost },
        ...(margin === undefined ? [] : [{ figure: 'margin', unit: '%', value: 100 * margin, shown: 1 }]),
      ],
      verdicts: [],
      says: `${formatFigure(longest, 0.1)} s and ${formatFigure(lost, 0.1)} m at the worst${
        apart === undefined ? '' : `, ${formatFigure(apart, 0.1)} s apart`
      }${margin === undefined ? '' : `; ${formatFigure(100 * margin, 1)} % above the stall`}`,
    });
  },
};
