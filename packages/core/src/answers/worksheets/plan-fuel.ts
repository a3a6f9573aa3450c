import { fuelPlan } from '../../fuel/plan-fuel.ts';
import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

const PHASES = ['Taxi', 'Run-up', 'Take-off and climb', 'Cards'] as const;
const ON_THE_GROUND = 2;

/** What is said to be aboard, by whom it is said. */
export const SAID_ABOARD = ['stick', 'gauge', 'receipt'] as const;
const SAYS = { stick: 'the stick', gauge: 'the gauge', receipt: 'the receipt' } as const;

/** What is aboard by each that says it, in litres, least first. */
export const aboardBy = ({ head }: SheetFigures) =>
  SAID_ABOARD.flatMap((by) => {
    const litres = head(by);
    return litres === undefined ? [] : [{ by, litres }];
  }).sort((a, b) => a.litres - b.litres);

/** The fuel plan on a sheet. */
export const fuelPlanOf = (figures: SheetFigures) => {
  const { head, rows } = figures;
  return fuelPlan(
    rows.map((r, i) => ({
      minutes: r('minutes') ?? NaN,
      flow: r('flow') ?? NaN,
      airborne: i >= ON_THE_GROUND,
    })),
    {
      contingency: (head('contingency') ?? NaN) / 100,
      minutes: head('reserve') ?? NaN,
      flow: head('reserve-flow') ?? NaN,
      circuit: head('circuit') ?? NaN,
    },
    aboardBy(figures)[0]?.litres ?? NaN,
  );
};

/** The fuel of a flight: what it takes, what is aboard by each that says it, and when to turn back. */
export const FUEL_PLAN: Sheet = {
  title: 'Fuel of the flight',
  form: () => ({
    head: [
      { id: 'stick', title: 'Aboard by stick', unit: 'L' },
      { id: 'gauge', title: 'By gauge', unit: 'L', optional: true },
      { id: 'receipt', title: 'By receipt', unit: 'L', optional: true },
      { id: 'circuit', title: 'Circuit', unit: 'min' },
      { id: 'reserve', title: 'Reserve', unit: 'min' },
      { id: 'reserve-flow', title: 'Flow in circuit and reserve', unit: 'L/h' },
      { id: 'contingency', title: 'Contingency', unit: '%' },
    ],
    choices: [],
    columns: [
      { id: 'minutes', title: 'Time', unit: 'min' },
      { id: 'flow', title: 'Flow', unit: 'L/h' },
    ],
    row: 'Stretch',
    titles: PHASES,
    fewest: PHASES.length,
    most: PHASES.length,
  }),
  work(figures) {
    const planned = fuelPlanOf(figures);
    if (!planned.ok) return planned;
    const { margin, turnBack, needed } = planned.value;
    const said = aboardBy(figures);
    const [least] = said;
    const most = said.at(-1);
    const apart = (most?.litres ?? 0) - (least?.litres ?? 0);
    const differ = least && most && apart > Math.max(...said.map((s) => figures.step(s.by)));
    return ok({
      figures: [
        { figure: 'margin', unit: 'L', value: margin },
        { figure: 'turn-back', unit: 'min', value: turnBack },
        { figure: 'aboard-apart', unit: 'L', value: apart },
      ],
      verdicts: differ
        ? [
            plain('near', 'aboardDisagrees', {
              least: SAYS[least.by],
              lower: `${formatFigure(least.litres, 0.1)} L`,
              most: SAYS[most.by],
              upper: `${formatFigure(most.litres, 0.1)} L`,
            }),
          ]
        : [],
      says: `${formatFigure(least?.litres ?? 0, 0.1)} L aboard, ${formatFigure(needed, 0.1)} needed, turn back ${formatFigure(turnBack, 1)} min after take-off`,
    });
  },
};
