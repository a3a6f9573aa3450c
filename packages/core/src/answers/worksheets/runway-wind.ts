import { heightOfDensity } from '../../air/atmosphere.ts';
import { windOnRunways, type RunwayWind } from '../../air/runway-wind.ts';
import { formatFigure } from '../../quantity/format.ts';
import type { Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import type { Sheet, SheetFigures, WorkedFigure } from './sheet.ts';

const FOOT = 0.3048;

/** What the wind does on every direction of the runways, the best first. */
export const runwaysOf = ({ head, rows }: SheetFigures): Result<readonly RunwayWind[], Reason> =>
  windOnRunways(
    { from: head('from') ?? NaN, speed: head('wind') ?? NaN, gust: head('gust') },
    rows.map((row) => row('heading') ?? NaN),
  );

/** Density altitude by what was read of the air; undefined where nobody did. */
function densityHeight({ head }: SheetFigures): Result<number, Reason> | undefined {
  const [pressure, temperature, humidity] = [head('pressure'), head('temperature'), head('humidity')];
  if (pressure === undefined || temperature === undefined) return undefined;
  return heightOfDensity({
    pressure: 100 * pressure,
    temperature,
    humidity: humidity === undefined ? undefined : humidity / 100,
  });
}

/** A runway as it is painted. Example: 243° is "24", 4° is "36". */
export const runwayName = (heading: number): string =>
  String(((Math.round((((heading % 360) + 360) % 360) / 10) + 35) % 36) + 1).padStart(2, '0');

/** Wind on the runways there are, gusts on the pessimistic side, and how thin the air is. */
export const RUNWAY_WIND: Sheet = {
  title: 'Wind on the runways, and the air',
  form: () => ({
    head: [
      { id: 'from', title: 'Wind from', unit: 'deg' },
      { id: 'wind', title: 'at', unit: 'kt' },
      { id: 'gust', title: 'Gusts', unit: 'kt', optional: true },
      { id: 'pressure', title: 'Pressure here, not reduced', unit: 'hPa', optional: true },
      { id: 'temperature', title: 'Outside air', unit: 'degC', optional: true },
      { id: 'humidity', title: 'Humidity', unit: '%', optional: true },
    ],
    choices: [],
    columns: [{ id: 'heading', title: 'Direction of the runway, as the wind', unit: 'deg' }],
    row: 'Runway',
    fewest: 1,
    most: 8,
  }),
  work(figures) {
    const runways = runwaysOf(figures);
    if (!runways.ok) return runways;
    const height = densityHeight(figures);
    if (height && !height.ok) return height;
    const [best] = runways.value;
    const knots = (name: string, value: number | undefined): WorkedFigure => ({
      figure: name,
      unit: 'kt',
      value,
    });
    const feet = height?.ok ? height.value / FOOT : undefined;
    const ahead = best && best.tail > 0 ? `${formatFigure(best.tail, 0.1)} kt from behind` : '';
    return ok({
      figures: [
        knots('cross', best?.cross),
        knots('tail', best?.tail),
        ...(feet === undefined ? [] : [{ figure: 'density-altitude', unit: 'ft', value: feet, shown: 10 }]),
      ],
      verdicts: [],
      says: best
        ? [
            `runway ${runwayName(best.heading)}: ${ahead || `${formatFigure(best.head, 0.1)} kt ahead`}, ${formatFigure(best.cross, 0.1)} across${best.side === 'none' ? '' : ` from the ${best.side}`}`,
            ...(feet === undefined
              ? []
              : [`density altitude ${formatFigure(Math.round(feet / 10) * 10, 10)} ft`]),
          ].join('; ')
        : '',
    });
  },
};
