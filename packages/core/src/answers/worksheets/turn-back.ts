import { turnBackOf, type TurnBackLoss } from '../../flight/turn-back.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

const FOOT = 0.3048;

/** What the turns on a sheet come to (m). */
export const turnsBack = ({ head, rows }: SheetFigures): Result<TurnBackLoss, Reason> =>
  turnBackOf(
    rows.map((row) => ({
      from: (row('from') ?? NaN) * FOOT,
      to: (row('to') ?? NaN) * FOOT,
      turned: row('turned') ?? NaN,
    })),
    head('needed') ?? NaN,
    {
      surprise: head('surprise') ?? NaN,
      sink: head('sink') ?? NaN,
      share: (head('share') ?? NaN) / 100,
    },
  );

/** What a turn back to the runway costs, flown at height. */
export const TURN_BACK: Sheet = {
  title: 'Height that a turn back takes',
  form: () => ({
    head: [
      { id: 'needed', title: 'Turn needed', unit: 'deg-angle' },
      { id: 'surprise', title: 'Reaction time', unit: 's' },
      { id: 'sink', title: 'Sink rate meanwhile', unit: 'm/s' },
      { id: 'share', title: 'Added margin', unit: '%' },
    ],
    choices: [],
    columns: [
      { id: 'from', title: 'Throttle closed at', unit: 'ft' },
      { id: 'to', title: 'Straight again at', unit: 'ft' },
      { id: 'turned', title: 'Turned', unit: 'deg-angle' },
    ],
    row: 'Turn',
    fewest: 3,
    most: 6,
  }),
  work(figures) {
    const worked = turnsBack(figures);
    if (!worked.ok) return worked;
    const { worst, lowest, scatter } = worked.value;
    const feet = (metres: number): number => metres / FOOT;
    return ok({
      figures: [
        { figure: 'loss', unit: 'ft', value: feet(worst), own: 2 * feet(scatter ?? 0), shown: 10 },
        { figure: 'lowest', unit: 'ft', value: feet(lowest), own: 2 * feet(scatter ?? 0), shown: 10 },
        {
          figure: 'scatter',
          unit: 'ft',
          value: scatter === undefined ? undefined : feet(scatter),
          shown: 10,
          ...(scatter === undefined ? { lacks: reason('climbScatter') } : {}),
        },
      ],
      verdicts: [],
      says: `below ${formatFigure(Math.ceil(feet(lowest) / 10) * 10, 10)} ft above the runway no turn back: straight on`,
    });
  },
};
