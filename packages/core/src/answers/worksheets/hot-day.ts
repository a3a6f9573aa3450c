import { onHotDay } from '../../flight/hot-day.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import type { Sheet, SheetFigures, WorkedFigure } from './sheet.ts';

const FOOT = 0.3048;

/** A cylinder as it would be on the hot day, now and at the flight before, where that is known. */
export interface HotCylinder {
  readonly cylinder: number;
  readonly now: number;
  readonly before: number | undefined;
}

/** Every cylinder on the hot day. */
export function hotCylinders({ head, rows }: SheetFigures): Result<readonly HotCylinder[], Reason> {
  const cylinders: HotCylinder[] = [];
  const [air, altitude] = [head('air') ?? NaN, (head('altitude') ?? NaN) * FOOT];
  const [airBefore, heightBefore] = [head('air-before'), head('altitude-before')];
  for (const [i, row] of rows.entries()) {
    const now = onHotDay({ temperature: row('now') ?? NaN, air, altitude });
    if (!now.ok) return now;
    const read = row('before');
    const known = read !== undefined && airBefore !== undefined && heightBefore !== undefined;
    const before = known
      ? onHotDay({ temperature: read, air: airBefore, altitude: heightBefore * FOOT })
      : undefined;
    if (before && !before.ok) return before;
    cylinders.push({ cylinder: i + 1, now: now.value, before: before?.value });
  }
  return ok(cylinders);
}

/** Heads of every cylinder on the hot day, laid beside the flight before the change. */
export const HOT_DAY: Sheet = {
  title: 'Every cylinder on the hot day, beside the flight before',
  form: () => ({
    head: [
      { id: 'air', title: 'Outside air', unit: 'degC' },
      { id: 'altitude', title: 'Altimeter at 1013', unit: 'ft' },
      { id: 'air-before', title: 'The flight before: outside air', unit: 'degC', optional: true },
      { id: 'altitude-before', title: 'altimeter at 1013', unit: 'ft', optional: true },
    ],
    choices: [],
    columns: [
      {
        id: 'now',
        title: 'Head now',
        unit: 'degC',
      },
      { id: 'before', title: 'Head before', unit: 'degC', optional: true },
    ],
    row: 'Cylinder',
    fewest: 2,
    most: 12,
  }),
  work(figures) {
    const found = hotCylinders(figures);
    if (!found.ok) return found;
    const cylinders = found.value;
    const hottest = cylinders.reduce((a, b) => (b.now > a.now ? b : a));
    const coldest = cylinders.reduce((a, b) => (b.now < a.now ? b : a));
    const changes = cylinders.flatMap(({ cylinder, now, before }) =>
      before === undefined ? [] : [{ cylinder, by: now - before }],
    );
    // One that nobody read before tells nothing of the change, and may be the one that it made worse.
    const all = changes.length === cylinders.length;
    const worst = all ? changes.reduce((a, b) => (b.by > a.by ? b : a)) : undefined;
    const named = (cylinder: number): string => `Cylinder ${cylinder}`;
    const warmer: WorkedFigure = worst
      ? { figure: 'warmer', whose: named(worst.cylinder), unit: 'degC-diff', value: worst.by }
      : { figure: 'warmer', unit: 'degC-diff', value: undefined, lacks: reason('hotBeforeUnknown') };
    return ok({
      figures: [
        { figure: 'hottest', whose: named(hottest.cylinder), unit: 'degC', value: hottest.now },
        {
          figure: 'apart',
          whose: named(hottest.cylinder),
          unit: 'degC-diff',
          value: hottest.now - coldest.now,
        },
        warmer,
      ],
      verdicts: [],
      says: [
        `on the hot day cylinder ${hottest.cylinder} at ${formatFigure(hottest.now, 1)} °C, ${formatFigure(hottest.now - coldest.now, 1)} above cylinder ${coldest.cylinder}`,
        ...(worst
          ? [
              worst.by > 0
                ? `cylinder ${worst.cylinder} ${formatFigure(worst.by, 1)} °C warmer than before`
                : `all at least ${formatFigure(-worst.by, 1)} °C cooler than before`,
            ]
          : []),
      ].join('; '),
    });
  },
};
