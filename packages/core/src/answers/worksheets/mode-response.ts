import { formatFigure } from '../../quantity/format.ts';
import { reason } from '../../reasons/reason.ts';
import { err, ok } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet } from './sheet.ts';

/** Steps that were commanded in a mode, and how each was taken up. */
export const MODE_RESPONSE: Sheet = {
  title: 'Steps in a mode: overshoot, settling, what goes on swinging',
  form: () => ({
    head: [],
    choices: [],
    columns: [
      { id: 'from', title: 'Commanded from', unit: 'deg-angle' },
      { id: 'to', title: 'to', unit: 'deg-angle' },
      { id: 'past', title: 'Went past it by', unit: 'deg-angle' },
      { id: 'settled', title: 'Settled after, left out: never', unit: 's', optional: true },
      { id: 'swing', title: 'Goes on swinging, either side', unit: 'deg-angle' },
    ],
    row: 'Step',
    fewest: 2,
    most: 12,
  }),
  work({ rows }) {
    const steps = rows.map((row) => ({
      size: Math.abs((row('to') ?? NaN) - (row('from') ?? NaN)),
      past: row('past') ?? NaN,
      settled: row('settled'),
      swing: row('swing') ?? NaN,
    }));
    const none = steps.findIndex((s) => !(s.size > 0));
    if (none >= 0) return err(reason('stepNothing', { row: none + 1 }));
    const negative = steps.findIndex((s) => !(s.past >= 0 && s.swing >= 0 && (s.settled ?? 0) >= 0));
    if (negative >= 0) return err(reason('stepNegative', { row: negative + 1 }));
    const overs = steps.map((s) => (100 * s.past) / s.size);
    const worst = overs.indexOf(Math.max(...overs));
    const never = steps.flatMap((s, i) => (s.settled === undefined ? [i] : []));
    const settled = steps.flatMap((s) => s.settled ?? []);
    const whole = never.length === 0;
    const swings = steps.map((s) => s.swing);
    const swung = swings.indexOf(Math.max(...swings));
    return ok({
      figures: [
        { figure: 'overshoot', whose: `Step ${worst + 1}`, unit: '%', value: overs[worst] },
        {
          figure: 'settled',
          unit: 's',
          value: whole ? Math.max(...settled) : undefined,
          ...(whole ? {} : { lacks: reason('stepNeverSettled', { row: (never[0] ?? 0) + 1 }) }),
        },
        { figure: 'swing', whose: `Step ${swung + 1}`, unit: 'deg-angle', value: swings[swung] },
      ],
      verdicts: never.map((i) => plain('out', 'stepNeverSettled', { row: i + 1 })),
      says: `${formatFigure(overs[worst] ?? NaN, 1)} % past it at the most, ${whole ? `settled within ${formatFigure(Math.max(...settled), 0.1)} s` : 'not settled'}, swings ${formatFigure(swings[swung] ?? NaN, 0.1)}° to either side`,
    });
  },
};
