import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** A step of filling: so much usable fuel is in the tank, and so much is shown. Litres. */
export interface GaugeStep {
  readonly inTank: number;
  readonly shown: number;
}

/** A tank counts as empty with this share of its usable fuel in it. */
const EMPTY = 0.01;

/** What filling step by step says of a gauge. Litres. */
export interface GaugeTable {
  /** Shown with nothing usable in it. */
  readonly emptyShows: number;
  /** Most by which it shows more than there is: what flies a tank dry. */
  readonly over: number;
  /** Most by which it shows less. */
  readonly under: number;
  /** Steps, from one, at which it fell although fuel came in. */
  readonly falls: readonly number[];
  /** Steps, from one, at which it stood still. */
  readonly stands: readonly number[];
}

/**
 * A quantity gauge by filling steps: from the tank with what cannot be used, which counts as nothing, up to full.
 * Errors: `gaugeTooFew` with fewer than four steps; `gaugeEmptyFirst` where the first is not the empty tank (to a hundredth of what it holds); `gaugeNotRising` where a
 * step holds no more than the one before.
 * Example: 0, 20, 40, 60 L shown as 2, 20, 38, 60: empty shows 2, 2 too much at most, 2 too little at most.
 */
export function gaugeTable(steps: readonly GaugeStep[]): Result<GaugeTable, Reason> {
  if (steps.length < 4) return err(reason('gaugeTooFew'));
  const [first] = steps;
  const full = steps.at(-1)?.inTank ?? 0;
  if (!first || Math.abs(first.inTank) > EMPTY * full) return err(reason('gaugeEmptyFirst'));
  const wrong = steps.findIndex((s, i) => i > 0 && s.inTank <= (steps[i - 1]?.inTank ?? 0));
  if (wrong > 0) return err(reason('gaugeNotRising', { row: wrong + 1 }));
  const by = steps.map((s) => s.shown - s.inTank);
  const where = (fits: (more: number) => boolean): readonly number[] =>
    steps.flatMap((s, i) => (i > 0 && fits(s.shown - (steps[i - 1]?.shown ?? 0)) ? [i + 1] : []));
  return ok({
    emptyShows: first.shown,
    over: Math.max(0, ...by),
    under: Math.max(0, ...by.map((b) => -b)),
    falls: where((more) => more < 0),
    stands: where((more) => more === 0),
  });
}

/**
 * What is in the tank when the gauge shows so much, between the steps along straight lines. Where it shows one figure over a stretch,
 * the least of it. Undefined below and above what was filled. Example: 20 L shown as 20 and 40 as 30: at 25 there are 30.
 */
export function inTankAt(steps: readonly GaugeStep[], shown: number): number | undefined {
  for (const [i, step] of steps.entries()) {
    if (step.shown === shown) return step.inTank;
    const next = steps[i + 1];
    if (next && (step.shown - shown) * (next.shown - shown) < 0)
      return step.inTank + ((next.inTank - step.inTank) * (shown - step.shown)) / (next.shown - step.shown);
  }
  return undefined;
}
