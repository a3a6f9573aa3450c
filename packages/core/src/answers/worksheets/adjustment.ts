import { proposeAdjustment, type AdjustmentProposed } from '../../flight/adjustment.ts';
import { formatFigure } from '../../quantity/format.ts';
import { unitOf } from '../../quantity/units.ts';
import type { Reason } from '../../reasons/reason.ts';
import { ok, type Result } from '../../result.ts';
import { plain } from '../said.ts';
import type { Sheet, SheetFigures, SheetRoom } from './sheet.ts';

/** What is adjusted after a flight: in what it is measured, and in what it is moved. */
const KINDS = [
  { id: 'trim-tab', text: 'Trim tab', measured: 'daN', moved: 'mm', step: 0.1 },
  { id: 'flap-drop', text: 'Drop of a flap or aileron', measured: 'mm', moved: 'mm', step: 0.5 },
  { id: 'washer', text: 'Washers under the motor', measured: 'deg-angle', moved: 'mm', step: 0.1 },
  { id: 'spring', text: 'Tension of a spring', measured: 'daN', moved: 'mm', step: 1 },
  { id: 'cruise-throttle', text: 'Cruise throttle', measured: 'm/s', moved: '%', step: 1 },
  { id: 'circle-radius', text: 'Radius of the circle', measured: 'm', moved: 'm', step: 1 },
] as const;

const kindOf = ({ chosen }: SheetRoom): (typeof KINDS)[number] =>
  KINDS.find((k) => k.id === chosen.get('what')) ?? KINDS[0];

/** What is to be adjusted by the figures of a sheet. */
export const adjusted = ({ head, rows }: SheetFigures): Result<AdjustmentProposed, Reason> =>
  proposeAdjustment(
    { off: head('off') ?? NaN, first: head('first') ?? NaN, most: head('most') ?? NaN },
    rows.map((row) => ({ moved: row('moved') ?? NaN, changed: row('changed') ?? NaN })),
  );

/** By how much to adjust after a flight, from what the same adjustment did before on this type. */
export const ADJUSTMENT: Sheet = {
  title: 'An adjustment, with its measure',
  form: (room) => {
    const { measured, moved } = kindOf(room);
    return {
      head: [
        { id: 'off', title: 'Measured minus wanted', unit: measured },
        { id: 'now', title: 'Present setting', unit: moved },
        { id: 'first', title: 'First safe step, with its sign', unit: moved },
        { id: 'most', title: 'Largest step at once', unit: moved },
      ],
      choices: [
        { id: 'what', title: 'What is adjusted', options: KINDS.map(({ id, text }) => ({ id, text })) },
      ],
      columns: [
        { id: 'moved', title: 'Earlier: adjusted by', unit: moved },
        { id: 'changed', title: 'changed by', unit: measured },
      ],
      row: 'Time',
      fewest: 0,
      most: 8,
    };
  },
  work(figures, room) {
    const worked = adjusted(figures);
    if (!worked.ok) return worked;
    const { step, left, leftUncertainty, influence, cut } = worked.value;
    const { text, measured, moved, step: shown } = kindOf(room);
    const now = figures.head('now') ?? NaN;
    const in_ = (value: number, unit: string, by: number): string =>
      `${formatFigure(value, by)} ${unitOf(unit).symbol}`;
    // As it can be set: no finer.
    const set = Math.round((now + step) / shown) * shown;
    return ok({
      figures: [
        { figure: 'left', unit: measured, value: left, own: leftUncertainty ?? 0 },
        { figure: 'step', unit: moved, value: Math.abs(step), shown },
      ].map((f) => (f.value === undefined ? { figure: f.figure, unit: f.unit, value: undefined } : f)),
      verdicts: [
        ...(influence ? [] : [plain('near', 'adjustFirst')]),
        ...(cut
          ? [plain('near', 'adjustCut', { most: in_(figures.head('most') ?? NaN, moved, shown) })]
          : []),
      ],
      says: `${text}: from ${in_(now, moved, shown)} to ${in_(set, moved, shown)}${
        left === undefined || leftUncertainty === undefined
          ? ', then measure again'
          : `; ${in_(left, measured, 0.1)} ± ${formatFigure(leftUncertainty, 0.1)} should be left`
      }`,
    });
  },
};
