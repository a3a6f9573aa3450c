import { climbToday } from '../../flight/climb-today.ts';
import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet } from './sheet.ts';

const KNOT = 1852 / 3600;
const FOOT = 0.3048;
/** How good such a reckoning is: a share of what was reckoned away from the book, as for the run. */
const GOOD_TO = 0.3;

/** The climb to be expected today, and what it gains over the ground. */
export const CLIMB_TODAY: Sheet = {
  title: 'Climb to be expected today',
  form: () => ({
    head: [
      { id: 'book-rate', title: 'Climb by the book, standard day, at the sea', unit: 'm/s' },
      { id: 'ceiling', title: 'Service ceiling by the book', unit: 'ft' },
      { id: 'book-mass', title: 'at', unit: 'kg' },
      { id: 'speed', title: 'Climb speed, true', unit: 'kt' },
      { id: 'mass', title: 'Mass today', unit: 'kg' },
      { id: 'pressure', title: 'Pressure here, not reduced', unit: 'hPa' },
      { id: 'temperature', title: 'Outside air', unit: 'degC' },
      { id: 'humidity', title: 'Humidity', unit: '%', optional: true },
      { id: 'headwind', title: 'Headwind, tailwind negative', unit: 'kt' },
    ],
    choices: [],
    columns: [],
    row: '',
    fewest: 0,
    most: 0,
  }),
  work({ head }) {
    const of = (field: string): number => head(field) ?? NaN;
    const humidity = head('humidity');
    const worked = climbToday(
      { rate: of('book-rate'), ceiling: of('ceiling') * FOOT, mass: of('book-mass') },
      {
        mass: of('mass'),
        air: {
          pressure: 100 * of('pressure'),
          temperature: of('temperature'),
          humidity: humidity === undefined ? undefined : humidity / 100,
        },
        speed: of('speed') * KNOT,
        headwind: of('headwind') * KNOT,
      },
    );
    if (!worked.ok) return worked;
    const { densityAltitude, rate, gradient } = worked.value;
    const own = GOOD_TO * Math.abs(rate - of('book-rate'));
    return ok({
      figures: [
        { figure: 'rate', unit: 'm/s', value: rate, own, shown: 0.1 },
        {
          figure: 'gradient',
          unit: '%',
          value: 100 * gradient,
          own: rate === 0 ? 0 : Math.abs((100 * gradient * own) / rate),
          shown: 0.1,
        },
      ],
      verdicts: rate > 0 ? [] : [plain('out', 'climbNoneToday')],
      says: `${formatFigure(rate, 0.1)} m/s, ${formatFigure(100 * gradient, 0.1)} % over the ground, at ${formatFigure(Math.ceil(densityAltitude / FOOT / 10) * 10, 10)} ft of density altitude`,
    });
  },
};
