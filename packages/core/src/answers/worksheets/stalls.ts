import { stallSeries, type StallRun, type StallSeries } from '../../flight/stalls.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet, SheetFigures, WorkedFigure } from './sheet.ts';

const KNOT = 1852 / 3600;
const knots = (speed: number): string => formatFigure(speed / KNOT, 0.1);

/** The runs of a sheet, calibrated by what the instrument is known to be off. */
export function stallRunsOf({ head, rows }: SheetFigures): readonly StallRun[] {
  const shift = head('shift') ?? 0;
  return rows.map((row) => {
    const speed = (column: string): number | undefined => {
      const read = row(column);
      return read === undefined ? undefined : (read + shift) * KNOT;
    };
    const rate = row('rate');
    return {
      // A sheet is of one configuration: its check says which.
      configuration: '',
      mass: row('mass') ?? (head('begun') ?? NaN) - (row('burnt') ?? NaN),
      warning: speed('warning'),
      buffet: speed('buffet'),
      break: speed('break'),
      entryRate: rate === undefined ? undefined : rate * KNOT,
    };
  });
}

/** What the runs come to at the mass of reference. */
export const stallsOf = (figures: SheetFigures): Result<StallSeries, Reason> =>
  stallSeries(stallRunsOf(figures), figures.head('reference') ?? NaN);

/** A series of stalls in one configuration, reduced to one mass. */
export const STALLS: Sheet = {
  title: 'A series of stalls',
  form: () => ({
    head: [
      { id: 'reference', title: 'Reduced to', unit: 'kg' },
      { id: 'begun', title: 'Mass at take-off, for fuel burnt', unit: 'kg', optional: true },
      { id: 'shift', title: 'To add to what is shown', unit: 'kt', optional: true },
    ],
    choices: [],
    columns: [
      { id: 'mass', title: 'Mass then', unit: 'kg', optional: true },
      { id: 'burnt', title: 'or fuel burnt until then', unit: 'kg', optional: true },
      { id: 'warning', title: 'Warning', unit: 'kt', optional: true },
      { id: 'buffet', title: 'Buffet', unit: 'kt', optional: true },
      { id: 'break', title: 'Break', unit: 'kt', optional: true },
      { id: 'rate', title: 'Lost in a second', unit: 'kt', optional: true },
    ],
    row: 'Stall',
    fewest: 3,
    most: 12,
  }),
  work(figures) {
    const worked = stallsOf(figures);
    if (!worked.ok) return worked;
    const { warning, buffet, break: broke, tooFast } = worked.value;
    const figure = (name: string, unit: string, value: number | undefined): WorkedFigure => ({
      figure: name,
      unit,
      value,
      ...(value === undefined ? { lacks: reason('stallNotReached') } : {}),
    });
    const odd = new Set([warning, buffet, broke].flatMap((s) => s?.odd ?? []));
    return ok({
      figures: [
        figure('stall', 'kt', broke && broke.middle / KNOT),
        figure('buffet', 'kt', buffet && buffet.middle / KNOT),
        figure('margin', '%', warning && broke && 100 * (warning.middle / broke.middle - 1)),
        figure('scatter', 'kt', broke?.scatter === undefined ? undefined : broke.scatter / KNOT),
      ],
      verdicts: [
        ...[...odd].sort((a, b) => a - b).map((run) => plain('near', 'stallOdd', { run: run + 1 })),
        ...tooFast.map((run) => plain('near', 'stallTooFast', { run: run + 1 })),
      ],
      says: [
        broke ? `breaks at ${knots(broke.middle)} kt` : 'never broke',
        ...(buffet ? [`shakes at ${knots(buffet.middle)}`] : []),
        ...(warning ? [`warns at ${knots(warning.middle)}`] : []),
      ].join(', '),
    });
  },
};
