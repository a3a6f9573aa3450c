import { formatFigure } from '../../quantity/format.ts';
import { reason } from '../../reasons/reason.ts';
import { err, ok } from '../../result.ts';
import type { Sheet } from './sheet.ts';

/** Hours and landings of a test phase: what was flown, and what is left of what the authority asks. */
export const TEST_PHASE: Sheet = {
  title: 'Tally of the test phase',
  form: () => ({
    head: [
      { id: 'asked-hours', title: 'Asked for', unit: 'h' },
      { id: 'asked-landings', title: 'Landings asked for', unit: 'count' },
      { id: 'hours-before', title: 'Flown before these', unit: 'h' },
      { id: 'landings-before', title: 'Landings before these', unit: 'count' },
    ],
    choices: [],
    columns: [
      { id: 'minutes', title: 'Take-off to landing', unit: 'min' },
      { id: 'landings', title: 'Landings', unit: 'count' },
    ],
    row: 'Flight',
    fewest: 1,
    most: 12,
  }),
  work({ head, rows }) {
    const of = (field: string): number => head(field) ?? NaN;
    const bad = rows.findIndex(
      (r) => !((r('minutes') ?? NaN) > 0 && (r('landings') ?? NaN) >= 0 && Number.isInteger(r('landings'))),
    );
    if (bad >= 0) return err(reason('flightNoTime', { row: bad + 1 }));
    const hours = of('hours-before') + rows.reduce((sum, r) => sum + (r('minutes') ?? NaN), 0) / 60;
    const landings = of('landings-before') + rows.reduce((sum, r) => sum + (r('landings') ?? NaN), 0);
    const left = {
      hours: Math.max(0, of('asked-hours') - hours),
      landings: Math.max(0, of('asked-landings') - landings),
    };
    return ok({
      figures: [
        { figure: 'hours', unit: 'h', value: hours },
        { figure: 'hours-left', unit: 'h', value: left.hours },
        { figure: 'landings-left', unit: 'count', value: left.landings, shown: 1 },
      ],
      verdicts: [],
      says: `${formatFigure(hours, 0.1)} h and ${formatFigure(landings, 1)} landings; ${
        left.hours + left.landings === 0
          ? 'nothing left'
          : `${formatFigure(Math.ceil(left.hours * 10) / 10, 0.1)} h and ${formatFigure(left.landings, 1)} landings left`
      }`,
    });
  },
};
