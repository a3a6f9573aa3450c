import { COLD_WITHIN, coldAgreement } from '../../run-up/cold.ts';
import type { Verdict } from '../../limits/types.ts';
import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet, SheetFigures, SheetRoom, WorkedFigure } from './sheet.ts';

/** No engine of these aircraft has more. */
const MOST_CYLINDERS = 18;

const enginesOf = ({ index }: SheetRoom) =>
  index.basis.aircraft.engines.filter((e) => (e.cylinders ?? 0) > 0);

/** The temperatures that there are of an engine: a row each, with the channel that tells it. */
function sensorsOf(room: SheetRoom): readonly { readonly title: string; readonly channel: string }[] {
  const cylinders = Math.min(MOST_CYLINDERS, Math.max(0, ...enginesOf(room).map((e) => e.cylinders ?? 0)));
  const each = (title: string, channel: string) =>
    Array.from({ length: cylinders }, (_, i) => ({
      title: `${title} ${i + 1}`,
      channel: `${channel}-${i + 1}`,
    }));
  return [
    { title: 'Oil', channel: 'oil-temperature' },
    ...each('Head', 'cylinder-head'),
    ...each('Exhaust', 'exhaust'),
  ];
}

/** Gauges that stand at nothing, or at what is around, while an engine stands. */
const STANDING = [
  { figure: 'pressure-shown', id: 'oil', title: 'oil pressure', unit: 'psi', channel: 'oil-pressure' },
  { figure: 'flow-shown', id: 'flow', title: 'fuel flow', unit: 'L/h', channel: 'fuel-flow' },
  { figure: 'manifold-off', id: 'manifold', title: 'manifold', unit: 'inHg', channel: 'manifold-pressure' },
] as const;

/** What every sensor of every engine shows, by name. */
export function coldSensors({ rows }: SheetFigures, room: SheetRoom) {
  const names = sensorsOf(room).map((s) => s.title);
  return enginesOf(room).flatMap(({ id, title }) =>
    rows.flatMap((row, i) => {
      const shows = row(id);
      return shows === undefined ? [] : [{ name: `${title}, ${(names[i] ?? '').toLowerCase()}`, shows }];
    }),
  );
}

/** The worst of the engines at one gauge that should stand at nothing; nothing where none of them was read. */
function standing(figures: SheetFigures, room: SheetRoom): readonly WorkedFigure[] {
  return STANDING.flatMap(({ figure, id, title, unit }): WorkedFigure[] => {
    const around = figure === 'manifold-off' ? figures.head('pressure') : 0;
    const read = enginesOf(room).flatMap((engine) => {
      const shows = figures.head(`${engine.id}-${id}`);
      return shows === undefined || around === undefined
        ? []
        : [{ whose: `${engine.title}, ${title}`, value: Math.abs(shows - around) }];
    });
    if (read.length === 0) return [];
    return [{ figure, unit, ...read.reduce((a, b) => (b.value > a.value ? b : a)) }];
  });
}

/** An engine that is warm says nothing of the air. */
const stillWarm = (above: number): readonly Verdict[] =>
  Math.abs(above) > COLD_WITHIN
    ? [plain('unknown', 'notCold', { above: `${formatFigure(above, 1)} °C`, within: `${COLD_WITHIN} °C` })]
    : [];

/** All temperatures of engines that have stood, against the air and one another, and the gauges that stand at nothing. */
export const COLD_SENSORS: Sheet = {
  title: 'Cold sensors against one another',
  form: (room) => {
    const sensors = sensorsOf(room);
    return {
      head: [
        { id: 'air', title: 'Outside air', unit: 'degC' },
        { id: 'pressure', title: 'Outside pressure', unit: 'inHg', optional: true },
        ...enginesOf(room).flatMap((engine) =>
          STANDING.map(({ id, title, unit, channel }) => ({
            id: `${engine.id}-${id}`,
            title: `${engine.title}, ${title}`,
            unit,
            optional: true,
            heard: () => ({ subject: engine.id, channel }),
          })),
        ),
      ],
      choices: [],
      columns: enginesOf(room).map(({ id, title }) => ({
        id,
        title,
        unit: 'degC',
        optional: true,
        heard: (row: number) => ({ subject: id, channel: sensors[row - 1]?.channel ?? '' }),
      })),
      row: 'Sensor',
      titles: sensors.map((s) => s.title),
      fewest: sensors.length,
      most: sensors.length,
    };
  },
  work(figures, room) {
    const agreed = coldAgreement(coldSensors(figures, room), figures.head('air') ?? NaN);
    if (!agreed.ok) return agreed;
    const { aboveAir, furthest, together } = agreed.value;
    return ok({
      figures: [
        { figure: 'sensor-off', whose: furthest.name, unit: 'degC-diff', value: Math.abs(furthest.by) },
        ...standing(figures, room),
      ],
      verdicts: stillWarm(aboveAir),
      says: `${formatFigure(together, 1)} °C together, ${formatFigure(Math.abs(aboveAir), 1)} °C ${aboveAir < 0 ? 'below' : 'above'} the air; ${furthest.name} ${formatFigure(Math.abs(furthest.by), 1)} °C off`,
    });
  },
};
