import { hoverOf } from '../../flight/hover.ts';
import { formatFigure } from '../../quantity/format.ts';
import { err, ok, type Result } from '../../result.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import type { Hover } from '../../flight/hover.ts';
import type { Sheet, SheetFigures, SheetRoom } from './sheet.ts';

/** The hover that a sheet tells. Errors: as `hoverOf`, and `hoverBook` where half of the book's figures is there. */
export function hovered({ head, rows }: SheetFigures): Result<Hover, Reason> {
  const of = (field: string): number => head(field) ?? NaN;
  const [power, mass] = [head('book-power'), head('book-mass')];
  if ((power === undefined) !== (mass === undefined)) return err(reason('hoverBook'));
  return hoverOf(
    {
      volts: of('volts'),
      currents: rows.map((row) => row('current') ?? NaN),
      mass: of('mass'),
      discs: head('discs') ?? rows.length,
      diameter: of('diameter') / 1000,
      air: { pressure: 100 * of('pressure'), temperature: of('temperature') },
    },
    power === undefined || mass === undefined ? undefined : { power, mass },
  );
}

/** The motors that hold it up, as the aircraft is drawn; none where it is not described. */
export const liftMotors = ({
  index,
}: Pick<SheetRoom, 'index'>): readonly { readonly id: string; readonly title: string }[] => {
  const lifts = index.basis.aircraft.layout?.propulsors.filter((p) => p.kind === 'lift-motor') ?? [];
  return lifts.length > 1 ? lifts : [];
};

/** Power of the hover, motor by motor. */
export const HOVER: Sheet = {
  title: 'Power of the hover',
  form: (room) => {
    const lifts = liftMotors(room);
    // A vehicle numbers its motors: which of them is which is known only where the aircraft is described by those numbers.
    const numbered = lifts.every(({ id }, i) => id === String(i + 1));
    return {
      head: [
        { id: 'mass', title: 'Mass in the hover', unit: 'kg' },
        { id: 'diameter', title: 'Rotor diameter', unit: 'mm' },
        { id: 'discs', title: 'Discs, where two rotors share one', unit: 'count', optional: true },
        { id: 'volts', title: 'Pack in the hover', unit: 'V', live: 'pack-volts' },
        { id: 'pressure', title: 'Pressure here, not reduced', unit: 'hPa' },
        { id: 'temperature', title: 'Outside air', unit: 'degC' },
        { id: 'book-power', title: 'Power by the book, at the sea', unit: 'W', optional: true },
        { id: 'book-mass', title: 'at', unit: 'kg', optional: true },
      ],
      choices: [],
      columns: [
        {
          id: 'current',
          title: 'Current',
          unit: 'A',
          ...(numbered ? { live: '{row}/motor-current' } : {}),
        },
      ],
      row: 'Motor',
      ...(lifts.length > 0 ? { titles: lifts.map(({ title }) => title) } : {}),
      fewest: 2,
      most: 12,
    };
  },
  work(figures, room) {
    const worked = hovered(figures);
    if (!worked.ok) return worked;
    const { power, merit, apart, odd, beyond } = worked.value;
    const furthest = Math.abs(apart[odd] ?? 0);
    return ok({
      figures: [
        { figure: 'power', unit: 'W', value: power, shown: 1 },
        { figure: 'motor-apart', unit: '%', value: 100 * furthest, shown: 1 },
        { figure: 'merit', unit: '%', value: 100 * merit, shown: 1 },
        ...(beyond === undefined
          ? []
          : [{ figure: 'power-beyond', unit: '%', value: 100 * beyond, shown: 1 }]),
      ],
      verdicts: [],
      says: `${formatFigure(power, 1)} W; ${liftMotors(room)[odd]?.title ?? `motor ${odd + 1}`} is furthest off, ${formatFigure(100 * furthest, 1)} % ${
        (apart[odd] ?? 0) < 0 ? 'below' : 'above'
      } the mean${
        beyond === undefined
          ? ''
          : `; ${formatFigure(Math.abs(100 * beyond), 1)} % ${beyond < 0 ? 'less' : 'more'} than the book asks here`
      }`,
    });
  },
};
