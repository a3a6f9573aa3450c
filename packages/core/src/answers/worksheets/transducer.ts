import { mostFuelFlow } from '../../fuel/most-flow.ts';
import { transducerFactor } from '../../fuel/transducer.ts';
import type { Verdict } from '../../limits/types.ts';
import { formatFigure } from '../../quantity/format.ts';
import { ok } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet, SheetFigures } from './sheet.ts';

/** The factor that the fillings on a sheet come to. */
export const factorOf = ({ head, rows }: SheetFigures) =>
  transducerFactor(
    rows.map((r) => ({ filled: r('filled') ?? NaN, counted: r('counted') ?? NaN })),
    head('pulses') ?? NaN,
  );

/** A flow that this engine cannot take at the speed it runs is said to be none. */
function impossible({ head }: SheetFigures): readonly Verdict[] {
  const [flow, speed, swept] = [head('flow'), head('speed'), head('swept')];
  if (flow === undefined || speed === undefined || swept === undefined) return [];
  const most = mostFuelFlow(swept, speed, head('boost') ?? 1);
  return flow > most
    ? [
        plain('out', 'flowNotOfThisEngine', {
          flow: `${formatFigure(flow, 0.1)} L/h`,
          most: `${formatFigure(most, 0.1)} L/h`,
          speed: `${formatFigure(speed, 1)} rpm`,
        }),
      ]
    : [];
}

/** A flow transducer, by what was refuelled against what it counted. */
export const TRANSDUCER: Sheet = {
  title: 'Fuel counted against fuel filled',
  form: () => ({
    head: [
      { id: 'pulses', title: 'Pulses in a litre, as entered', unit: 'count' },
      { id: 'flow', title: 'Flow shown', unit: 'L/h', optional: true },
      { id: 'speed', title: 'at', unit: 'rpm', optional: true },
      { id: 'swept', title: 'Swept volume of the engine', unit: 'L', optional: true },
      { id: 'boost', title: 'Manifold over outside, if boosted', unit: '1', optional: true },
    ],
    choices: [],
    columns: [
      { id: 'filled', title: 'Filled', unit: 'L' },
      { id: 'counted', title: 'Counted', unit: 'L' },
    ],
    row: 'Filling',
    fewest: 1,
    most: 20,
  }),
  work(figures) {
    const worked = factorOf(figures);
    if (!worked.ok) return worked;
    const { factor, off, spread } = worked.value;
    const flow = figures.head('flow');
    return ok({
      figures: [
        { figure: 'off', unit: '%', value: 100 * off },
        { figure: 'spread', unit: '%', value: 100 * spread },
        ...(flow === undefined ? [] : [{ figure: 'flow-shown', unit: 'L/h', value: flow }]),
      ],
      verdicts: impossible(figures),
      says: `counts ${formatFigure(100 * off, 0.1)} % off, factor ${formatFigure(figures.head('pulses') ?? 0, 1)} to ${formatFigure(factor, 1)} pulses in a litre`,
    });
  },
};
