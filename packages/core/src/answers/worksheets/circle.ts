import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import type { Sheet, WorkedFigure } from './sheet.ts';

/** A circle that a vehicle flew by itself, against what was asked of it. */
export const CIRCLE: Sheet = {
  title: 'A circle flown by itself',
  form: () => ({
    head: [
      { id: 'wanted', title: 'Radius wanted', unit: 'm' },
      { id: 'flown', title: 'Radius flown', unit: 'm' },
      { id: 'furthest', title: 'Largest error off the circle', unit: 'm' },
      { id: 'lowest', title: 'Lowest', unit: 'm' },
      { id: 'highest', title: 'Highest', unit: 'm' },
      { id: 'throttle-wanted', title: 'Throttle expected', unit: '%', optional: true },
      { id: 'throttle', title: 'Throttle measured', unit: '%', optional: true },
    ],
    choices: [],
    columns: [],
    row: '',
    fewest: 0,
    most: 0,
  }),
  work({ head }) {
    const at = (id: string): number => head(id) ?? NaN;
    const off = at('flown') - at('wanted');
    const [throttle, expected] = [head('throttle'), head('throttle-wanted')];
    const figure = (name: string, unit: string, value: number): WorkedFigure => ({
      figure: name,
      unit,
      value,
    });
    return ok({
      figures: [
        figure('radius-off', 'm', off),
        figure('furthest', 'm', at('furthest')),
        figure('height-kept', 'm', at('highest') - at('lowest')),
        ...(throttle === undefined || expected === undefined
          ? []
          : [figure('throttle-off', '%', throttle - expected)]),
      ],
      verdicts: [],
      says: `${formatFigure(at('flown'), 1)} m for ${formatFigure(at('wanted'), 1)} m: ${
        Math.round(off) === 0
          ? 'as wanted'
          : off > 0
            ? `${formatFigure(off, 1)} m too wide`
            : `${formatFigure(-off, 1)} m too tight`
      }; height kept within ${formatFigure(at('highest') - at('lowest'), 1)} m`,
    });
  },
};
