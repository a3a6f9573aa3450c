import { gaugeTable, type GaugeStep } from '../../fuel/gauge-steps.ts';
import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

/** The steps of filling on a sheet. */
export const gaugeStepsOf = ({ rows }: SheetFigures): readonly GaugeStep[] =>
  rows.map((row) => ({ inTank: row('in') ?? NaN, shown: row('shows') ?? NaN }));

const steps = (rows: readonly number[]): string => rows.join(', ');

/** A quantity gauge, against the tank filled step by step. */
export const GAUGE_STEPS: Sheet = {
  title: 'A gauge by filling steps',
  form: () => ({
    head: [],
    choices: [],
    columns: [
      { id: 'in', title: 'Usable in the tank', unit: 'L' },
      { id: 'shows', title: 'Gauge shows', unit: 'L' },
    ],
    row: 'Step',
    fewest: 4,
    most: 20,
  }),
  work(figures) {
    const worked = gaugeTable(gaugeStepsOf(figures));
    if (!worked.ok) return worked;
    const { emptyShows, over, under, falls, stands } = worked.value;
    const figure = (name: string, value: number) => ({ figure: name, unit: 'L', value });
    return ok({
      figures: [figure('empty-shows', emptyShows), figure('shows-over', over), figure('shows-under', under)],
      verdicts: [
        ...(falls.length > 0 ? [plain('out', 'gaugeFalls', { rows: steps(falls) })] : []),
        ...(stands.length > 0 ? [plain('near', 'gaugeStands', { rows: steps(stands) })] : []),
      ],
      says: `${figures.rows.length} steps, empty shows ${formatFigure(emptyShows, 0.1)} L, up to ${formatFigure(over, 0.1)} L too much`,
    });
  },
};
