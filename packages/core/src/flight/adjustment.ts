import { studentT } from '../quantity/student.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** The same adjustment as it was made before on this type: by how much, and what that changed of what is measured. */
export interface EarlierAdjustment {
  readonly moved: number;
  readonly changed: number;
}

/** What is off, and how far the adjustment may go at once. */
export interface AdjustmentWanted {
  /** Measured less wanted, in the unit of what is measured. */
  readonly off: number;
  /** A first step that does no harm, with its sign, in the unit of the adjustment: for a type on which nobody has made it. */
  readonly first: number;
  /** The largest step at once, in the unit of the adjustment. */
  readonly most: number;
}

export interface AdjustmentProposed {
  readonly step: number;
  /** What is expected to be left, with its expanded uncertainty; undefined where nobody has made it before. */
  readonly left: number | undefined;
  readonly leftUncertainty: number | undefined;
  /** Change for every unit moved, and its standard error (undefined from a single one). */
  readonly influence: { readonly each: number; readonly error: number | undefined } | undefined;
  /** More would be wanted than may be moved at once. */
  readonly cut: boolean;
}

/** One earlier step alone is believed to a third. Our own figure. */
const ONE_ALONE = 1 / 3;

/** Nobody bends a tab or turns a screw more truly than this, however well a few times agreed. Our own figure. */
const MOST_SURE = 1 / 10;

/**
 * How sure the change by one unit is (95 %): by Student's t, since few times scatter by luck less than they will; of two or three that agree
 * no worse than one alone is believed; never below two standard errors, nor below what a hand does.
 */
function sureTo(each: number, error: number | undefined, times: number): number {
  const alone = 2 * ONE_ALONE * Math.abs(each);
  if (error === undefined) return alone;
  const few = Math.max(2 * error, Math.min(studentT(times - 1) * error, alone));
  return Math.max(few, MOST_SURE * Math.abs(each));
}

/**
 * By how much to adjust, from what the same adjustment did before: least squares through nothing, since what is not moved changes nothing.
 * With none before, the first safe step, and nothing is promised of what is left. Never more than `most` at once.
 *
 * Units: of what is measured, and of what is moved. Boundary: exactly `most` is not cut.
 * Errors: `adjustFigures` where a figure is none, or the first step or the most is nothing; `adjustNothingMoved` where an earlier one was moved by nothing;
 * `adjustContradicts` where what was done before does not say in which direction to go: its effect is no larger than twice its error.
 * Example: 3 daN held; 1 mm took 1.1, 2 mm took 1.9 (changes −1.1, −1.9): 3.06 mm, left nothing ± 2.0 (they
 * scatter by 0.06 each way; of two only, no more is promised than of one).
 */
export function proposeAdjustment(
  { off, first, most }: AdjustmentWanted,
  earlier: readonly EarlierAdjustment[],
): Result<AdjustmentProposed, Reason> {
  if (![off, first].every(Number.isFinite) || first === 0 || !(most > 0)) return err(reason('adjustFigures'));
  for (const [i, { moved, changed }] of earlier.entries()) {
    if (!Number.isFinite(moved) || !Number.isFinite(changed)) return err(reason('adjustFigures'));
    if (moved === 0) return err(reason('adjustNothingMoved', { row: i + 1 }));
  }
  const within = (step: number): number => Math.max(-most, Math.min(most, step));
  if (earlier.length === 0)
    return ok({
      step: off === 0 ? 0 : within(first),
      left: undefined,
      leftUncertainty: undefined,
      influence: undefined,
      cut: Math.abs(first) > most,
    });
  const squares = earlier.reduce((sum, e) => sum + e.moved ** 2, 0);
  const each = earlier.reduce((sum, e) => sum + e.moved * e.changed, 0) / squares;
  const rest = earlier.reduce((sum, e) => sum + (e.changed - each * e.moved) ** 2, 0);
  const error = earlier.length > 1 ? Math.sqrt(rest / (earlier.length - 1) / squares) : undefined;
  const scattered = error ?? Math.abs(each) * ONE_ALONE;
  if (each === 0 || Math.abs(each) <= 2 * scattered) return err(reason('adjustContradicts'));
  const wanted = -off / each;
  const step = within(wanted);
  return ok({
    step,
    left: off + each * step,
    leftUncertainty: sureTo(each, error, earlier.length) * Math.abs(step),
    influence: { each, error },
    cut: Math.abs(wanted) > most,
  });
}
