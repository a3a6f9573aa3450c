import { standardAir } from '../../air/atmosphere.ts';
import { positionErrors, type PositionError } from '../../flight/position-errors.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import { plain } from '../said.ts';
import { legsOf, SCATTERS, TOO_POOR } from './airspeed.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

const KNOT = 1852 / 3600;
const FOOT = 0.3048;

/** The position-error table that the legs of a sheet come to. */
export function errorsBySpeed(figures: SheetFigures): Result<readonly PositionError[], Reason> {
  const standard = standardAir((figures.head('altitude') ?? NaN) * FOOT);
  if (!standard.ok) return standard;
  const legs = legsOf(figures);
  return positionErrors(
    figures.rows.flatMap((row, i) => {
      const leg = legs[i];
      return leg ? [{ ...leg, shown: (row('shown') ?? NaN) * KNOT }] : [];
    }),
    { pressure: standard.value.pressure, temperature: figures.head('temperature') ?? NaN },
  );
}

const knots = (speed: number): string => formatFigure(speed / KNOT, 0.1);
const signed = (speed: number): string => `${speed < 0 ? '−' : '+'}${knots(Math.abs(speed))}`;

/** What an airspeed indicator is off at each of several speeds, and how far a second source lies apart. */
export const AIRSPEED_TABLE: Sheet = {
  title: 'Position errors by speed',
  form: () => ({
    head: [
      { id: 'altitude', title: 'Altimeter at 1013', unit: 'ft' },
      { id: 'temperature', title: 'Outside air', unit: 'degC' },
    ],
    choices: [],
    columns: [
      { id: 'track', title: 'Track over the ground, true', unit: 'deg' },
      { id: 'ground', title: 'Speed over the ground', unit: 'kt' },
      { id: 'shown', title: 'Airspeed shown', unit: 'kt' },
      { id: 'second', title: 'Second source', unit: 'kt', optional: true },
    ],
    row: 'Leg',
    fewest: 6,
    most: 24,
  }),
  work(figures) {
    const worked = errorsBySpeed(figures);
    if (!worked.ok) return worked;
    const rows = worked.value;
    const worst = rows.reduce((a, r) => (Math.abs(r.error) > Math.abs(a.error) ? r : a));
    const at = (r: PositionError): string => `At ${knots(r.shown)} kt`;
    const apart = figures.rows.flatMap((row) => {
      const second = row('second');
      return second === undefined ? [] : [Math.abs(second - (row('shown') ?? NaN))];
    });
    const errors = rows.map((r) => r.error);
    return ok({
      figures: [
        {
          figure: 'worst',
          whose: at(worst),
          unit: 'kt',
          value: worst.error / KNOT,
          own: (2 * worst.uncertainty) / KNOT,
        },
        {
          figure: 'between-speeds',
          unit: 'kt',
          value: (Math.max(...errors) - Math.min(...errors)) / KNOT,
          own: (2 * Math.max(...rows.map((r) => r.uncertainty)) * Math.SQRT2) / KNOT,
        },
        {
          figure: 'sources-apart',
          unit: 'kt',
          value: apart.length === 0 ? undefined : Math.max(...apart),
          ...(apart.length === 0 ? { lacks: reason('sourceNone') } : {}),
        },
      ],
      verdicts: rows.flatMap((r) => [
        ...((2 * r.uncertainty) / KNOT > TOO_POOR
          ? [
              plain('unknown', 'legsTooPoorAt', {
                at: `${knots(r.shown)} kt`,
                by: `${knots(2 * r.uncertainty)} kt`,
              }),
            ]
          : []),
        ...(r.says.scatter > SCATTERS
          ? [plain('near', 'legsScatterAt', { at: `${knots(r.shown)} kt` })]
          : []),
      ]),
      says: rows
        .map((r) => `${knots(r.shown)} kt: ${signed(r.error)} ± ${knots(2 * r.uncertainty)}`)
        .join('; '),
    });
  },
};
