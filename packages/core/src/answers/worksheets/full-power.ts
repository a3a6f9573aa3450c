import { densityAltitude, fullPowerToday, type FullPower } from '../../run-up/full-power.ts';
import type { Reason } from '../../reasons/reason.ts';
import type { Result } from '../../result.ts';
import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import type { Sheet, SheetFigures, SheetRoom, WorkedFigure } from './sheet.ts';

/** What was read at full power, and by what it is held. */
const READ = [
  { id: 'speed', figure: 'speed-off', title: 'Speed', unit: 'rpm', channel: 'rpm' },
  { id: 'manifold', figure: 'manifold-off', title: 'Manifold', unit: 'inHg', channel: 'manifold-pressure' },
  { id: 'flow', figure: 'flow-off', title: 'Fuel flow', unit: 'L/h', channel: 'fuel-flow' },
] as const;
/** How good such a reckoning is: a share of what it gives. The formulas are of all engines and of none. */
const GOOD_TO = { speed: 0.005, manifold: 0.01, flow: 0.03 } as const;

const enginesOf = ({ index }: SheetRoom) =>
  index.basis.aircraft.engines.filter((e) => (e.cylinders ?? 0) > 0);

/** What today should give. */
export function todayOf(figures: SheetFigures, room: SheetRoom): Result<FullPower, Reason> {
  const { head } = figures;
  return fullPowerToday(
    { speed: head('book-speed') ?? NaN, manifold: head('book-manifold'), flow: head('book-flow') },
    { pressure: head('pressure') ?? NaN, temperature: head('temperature') ?? NaN },
    room.spec.power ?? {
      propeller: room.chosen.get('propeller') === 'fixed' ? 'fixed' : 'governed',
      charged: room.chosen.get('charged') === 'yes',
    },
  );
}

/** Full power of every engine, each at its own figures, against what the air of today lets it give. */
export const FULL_POWER_TODAY: Sheet = {
  title: 'Full power against what today should give',
  form: (room) => {
    const engines = enginesOf(room);
    return {
      head: [
        { id: 'pressure', title: 'Pressure here, not reduced', unit: 'hPa' },
        { id: 'temperature', title: 'Outside air', unit: 'degC' },
        { id: 'book-speed', title: 'Book, standard day: speed', unit: 'rpm' },
        { id: 'book-manifold', title: 'manifold', unit: 'inHg', optional: true },
        { id: 'book-flow', title: 'fuel flow', unit: 'L/h', optional: true },
      ],
      // What the pack knows nobody is asked.
      choices: room.spec.power
        ? []
        : [
            {
              id: 'propeller',
              title: 'Propeller',
              options: [
                { id: 'governed', text: 'Governed' },
                { id: 'fixed', text: 'Fixed blades' },
              ],
            },
            {
              id: 'charged',
              title: 'Manifold',
              options: [
                { id: 'no', text: 'Without a charger' },
                { id: 'yes', text: 'Held by a charger' },
              ],
            },
          ],
      columns: READ.map(({ id, title, unit, channel }) => ({
        id,
        title,
        unit,
        ...(id === 'speed' ? {} : { optional: true }),
        heard: (row: number) => ({ subject: engines[row - 1]?.id ?? '', channel }),
      })),
      row: 'Engine',
      titles: engines.map((e) => e.title),
      fewest: engines.length,
      most: engines.length,
    };
  },
  work(figures, room) {
    const today = todayOf(figures, room);
    if (!today.ok) return today;
    const engines = enginesOf(room);
    const off = READ.flatMap(({ id, figure, unit }): WorkedFigure[] => {
      const should = today.value[id];
      const read = figures.rows.flatMap((row, i) => {
        const value = row(id);
        return value === undefined || should === undefined
          ? []
          : [{ whose: engines[i]?.title ?? '', by: value - should }];
      });
      if (read.length === 0 || should === undefined) return [];
      const worst = read.reduce((a, b) => (Math.abs(b.by) > Math.abs(a.by) ? b : a));
      return [{ figure, whose: worst.whose, unit, value: worst.by, own: GOOD_TO[id] * should }];
    });
    const { speed, manifold, flow } = today.value;
    const feet = densityAltitude({
      pressure: figures.head('pressure') ?? NaN,
      temperature: figures.head('temperature') ?? NaN,
    });
    return ok({
      figures: off,
      verdicts: [],
      says:
        [
          `density altitude ${formatFigure(Math.round(feet / 10) * 10, 10)} ft: ${formatFigure(speed, 1)} rpm`,
          ...(manifold === undefined ? [] : [`${formatFigure(manifold, 0.1)} inHg`]),
          ...(flow === undefined ? [] : [`${formatFigure(flow, 0.1)} L/h`]),
        ].join(', ') + ' should come',
    });
  },
};
