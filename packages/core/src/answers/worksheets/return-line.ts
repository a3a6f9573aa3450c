import { returnSeen } from '../../fuel/return-line.ts';
import type { Verdict } from '../../limits/types.ts';
import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet, SheetFigures, SheetRoom } from './sheet.ts';

const tanksOf = ({ spec }: SheetRoom) => spec.of ?? [];

/** The trends of the tanks on a sheet: what the picture shows of it. */
export function levelsOf(figures: SheetFigures, room: SheetRoom) {
  const tanks = tanksOf(room).map(({ id }) => ({ id, levels: figures.rows.map((r) => r(id) ?? NaN) }));
  const step = Math.max(...tanksOf(room).map(({ id }) => figures.step(id)));
  return returnSeen(
    figures.rows.map((r) => r('minutes') ?? NaN),
    tanks,
    room.chosen.get('drawn') ?? '',
    step,
  );
}

/** Levels of the tanks over a run or a turn: which of them the return line feeds. */
export const RETURN_LINE: Sheet = {
  title: 'Levels of the tanks over time',
  form: (room) => ({
    head: [{ id: 'warning', title: 'Low warning came at', unit: 'L', optional: true }],
    choices: [
      {
        id: 'drawn',
        title: 'Drawn from',
        options: tanksOf(room).map(({ id, title }) => ({ id, text: title })),
      },
    ],
    columns: [
      { id: 'minutes', title: 'At', unit: 'min' },
      ...tanksOf(room).map(({ id, title }) => ({ id, title, unit: 'L' })),
    ],
    row: 'Reading',
    fewest: 4,
    most: 30,
  }),
  work(figures, room) {
    const seen = levelsOf(figures, room);
    if (!seen.ok) return seen;
    const { trends, burn, rising, leaking, falls, fades } = seen.value;
    const { spec, chosen } = room;
    const drawn = chosen.get('drawn') ?? '';
    const expected = spec.expects ?? drawn;
    const title = (id: string): string => tanksOf(room).find((t) => t.id === id)?.title ?? id;
    const rate = (id: string): string =>
      `${formatFigure(Math.abs(trends.find((t) => t.id === id)?.slope ?? 0), 0.1)} L/h`;
    const verdicts: readonly Verdict[] = [
      ...rising
        .filter((id) => id !== expected)
        .map((id) =>
          plain('out', 'returnElsewhere', { tank: title(id), rate: rate(id), expected: title(expected) }),
        ),
      ...leaking.map((id) =>
        plain('out', 'tankDrawnToo', { tank: title(id), rate: rate(id), drawn: title(drawn) }),
      ),
      ...(expected !== drawn && !rising.includes(expected)
        ? [plain('unknown', 'returnNotSeen', { tank: title(expected) })]
        : []),
      ...(fades ? [plain('near', 'drawnFades', { tank: title(drawn) })] : []),
      ...(falls ? [] : [plain('unknown', 'drawnStands', { tank: title(drawn) })]),
    ];
    const warning = figures.head('warning');
    const most = Math.max(...trends.filter((t) => t.id !== drawn).map((t) => t.slope), 0);
    return ok({
      figures: [
        { figure: 'burn', unit: 'L/h', value: burn, own: Math.hypot(...trends.map((t) => t.uncertainty)) },
        { figure: 'rise', unit: 'L/h', value: most },
        ...(warning === undefined ? [] : [{ figure: 'warning', unit: 'L', value: warning }]),
      ],
      verdicts:
        verdicts.length > 0 ? verdicts : [plain('within', 'returnAsExpected', { tank: title(expected) })],
      says: trends
        .map((t) => `${title(t.id)} ${t.slope < 0 ? '−' : '+'}${formatFigure(Math.abs(t.slope), 0.1)} L/h`)
        .join(', '),
    });
  },
};
