import { standardAir } from '../../air/atmosphere.ts';
import { cruiseBeside, type CruiseBeside } from '../../flight/position-errors.ts';
import { formatFigure } from '../../quantity/format.ts';
import type { Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

const KNOT = 1852 / 3600;
const FOOT = 0.3048;

/** The cruise speeds of a sheet beside those of its reference. */
export function cruised({ head, rows }: SheetFigures): Result<CruiseBeside, Reason> {
  const standard = standardAir((head('altitude') ?? NaN) * FOOT);
  if (!standard.ok) return standard;
  return cruiseBeside(
    rows.map((row) => ({
      calibrated: ((row('shown') ?? NaN) + (head('shift') ?? 0)) * KNOT,
      reference: (row('reference') ?? NaN) * KNOT,
    })),
    { pressure: standard.value.pressure, temperature: head('temperature') ?? NaN },
  );
}

/** Cruise speed at each power setting, beside the book, the airframe's own past or the type. */
export const CRUISE: Sheet = {
  title: 'Cruise beside its reference',
  form: () => ({
    head: [
      { id: 'altitude', title: 'Altimeter at 1013', unit: 'ft' },
      { id: 'temperature', title: 'Outside air', unit: 'degC' },
      { id: 'shift', title: 'Position error, to be added', unit: 'kt', optional: true },
    ],
    choices: [
      {
        id: 'beside',
        title: 'Reference',
        options: [
          { id: 'book', text: "Maker's book" },
          { id: 'own', text: "This airframe's past" },
          { id: 'fleet', text: 'Fleet of the type' },
        ],
      },
    ],
    columns: [
      { id: 'setting', title: 'Power setting', unit: 'rpm' },
      { id: 'shown', title: 'Airspeed shown', unit: 'kt' },
      { id: 'reference', title: 'Reference, true airspeed', unit: 'kt' },
    ],
    row: 'Setting',
    fewest: 1,
    most: 8,
  }),
  work(figures) {
    const worked = cruised(figures);
    if (!worked.ok) return worked;
    const { speeds, shares, mean, furthest } = worked.value;
    const setting = (i: number): string => `${formatFigure(figures.rows[i]?.('setting') ?? NaN, 10)} rpm`;
    return ok({
      figures: [
        { figure: 'mean', unit: '%', value: 100 * mean },
        { figure: 'furthest', whose: setting(furthest), unit: '%', value: 100 * (shares[furthest] ?? NaN) },
      ],
      verdicts: [],
      says: speeds
        .map(
          (speed, i) =>
            `${setting(i)}: ${formatFigure(speed / KNOT, 0.1)} kt true, ${formatFigure(Math.abs(100 * (shares[i] ?? NaN)), 0.1)} % ${(shares[i] ?? 0) < 0 ? 'slower' : 'faster'}`,
        )
        .join('; '),
    });
  },
};
