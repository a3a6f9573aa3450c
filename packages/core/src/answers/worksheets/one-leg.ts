import { standardAir } from '../../air/atmosphere.ts';
import { airspeedOfLeg } from '../../flight/position-errors.ts';
import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import type { Sheet } from './sheet.ts';

const KNOT = 1852 / 3600;
const FOOT = 0.3048;

/** A quick look at an airspeed indicator: one leg, and a wind that is known from elsewhere. */
export const ONE_LEG: Sheet = {
  title: 'Airspeed by one leg and a known wind',
  form: () => ({
    head: [
      { id: 'altitude', title: 'Altimeter at 1013', unit: 'ft' },
      { id: 'temperature', title: 'Outside air', unit: 'degC' },
      { id: 'from', title: 'Wind there, from, true', unit: 'deg' },
      { id: 'wind', title: 'Wind there', unit: 'kt' },
      { id: 'known', title: 'Wind known to, either side', unit: 'kt' },
      { id: 'track', title: 'Track over the ground, true', unit: 'deg' },
      { id: 'ground', title: 'Speed over the ground', unit: 'kt' },
      { id: 'shown', title: 'Airspeed shown', unit: 'kt' },
    ],
    choices: [],
    columns: [],
    row: '',
    fewest: 0,
    most: 0,
  }),
  work({ head }) {
    const standard = standardAir((head('altitude') ?? NaN) * FOOT);
    if (!standard.ok) return standard;
    const of = (field: string): number => head(field) ?? NaN;
    const worked = airspeedOfLeg(
      {
        track: of('track'),
        speed: of('ground') * KNOT,
        windFrom: of('from'),
        wind: of('wind') * KNOT,
        // Told as what it may be off to either side: twice the standard deviation.
        windUncertainty: (of('known') * KNOT) / 2,
      },
      { pressure: standard.value.pressure, temperature: of('temperature') },
    );
    if (!worked.ok) return worked;
    const { calibrated, uncertainty } = worked.value;
    return ok({
      figures: [
        {
          figure: 'off',
          unit: 'kt',
          value: of('shown') - calibrated / KNOT,
          own: (2 * uncertainty) / KNOT,
        },
      ],
      verdicts: [],
      says: `should show ${formatFigure(calibrated / KNOT, 1)} ± ${formatFigure((2 * uncertainty) / KNOT, 1)} kt`,
    });
  },
};
