import { callsOf } from '../../flight/energy-calls.ts';
import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet } from './sheet.ts';

/** Timer and low voltage: whether they called, and how long the timer may be set. */
export const ENERGY_CALLS: Sheet = {
  title: 'Calls of timer and low voltage',
  form: () => ({
    head: [
      { id: 'timer-set', title: 'Timer set to', unit: 'min' },
      { id: 'timer-heard', title: 'Timer heard at, empty if not', unit: 'min', optional: true },
      { id: 'warning-set', title: 'Low voltage set to, a cell', unit: 'V' },
      { id: 'warning-heard', title: 'Low voltage heard at, empty if not', unit: 'V', optional: true },
      { id: 'landed', title: 'Landed at', unit: 'min' },
      { id: 'lowest', title: 'Lowest cell after landing', unit: 'V' },
      { id: 'put-back', title: 'Charge put back, of what it holds', unit: '%' },
    ],
    choices: [],
    columns: [],
    row: '',
    fewest: 0,
    most: 0,
  }),
  work({ head }) {
    const of = (field: string): number => head(field) ?? NaN;
    const worked = callsOf({
      timerSet: of('timer-set'),
      timerHeard: head('timer-heard'),
      warningSet: of('warning-set'),
      warningHeard: head('warning-heard'),
      landed: of('landed'),
      lowest: of('lowest'),
      putBack: of('put-back') / 100,
    });
    if (!worked.ok) return worked;
    const { takes, unheard, timerLate, warningBelow } = worked.value;
    return ok({
      figures: [
        { figure: 'put-back', unit: '%', value: of('put-back') },
        { figure: 'takes', unit: 'min', value: takes },
        ...(timerLate === undefined ? [] : [{ figure: 'timer-late', unit: 'min', value: timerLate }]),
        ...(warningBelow === undefined
          ? []
          : [{ figure: 'warning-below', unit: 'V', value: warningBelow, shown: 0.01 }]),
      ],
      verdicts: unheard.map((call) => plain('out', call === 'timer' ? 'callsNoTimer' : 'callsNoWarning')),
      says: `a flight like this may last ${formatFigure(Math.floor(takes * 10) / 10, 0.1)} min with a fifth left${
        of('timer-set') > takes ? ': set the timer shorter' : ''
      }`,
    });
  },
};
