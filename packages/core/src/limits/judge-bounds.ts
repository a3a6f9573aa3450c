import { shownFigure, stepAsWritten } from '../quantity/format.ts';
import { noiseAt } from '../quantity/noise.ts';
import { reason, type Figure, type Reason } from '../reasons/reason.ts';
import type { Acceptance, Bounds, LimitClass, Margin, Verdict } from './types.ts';

/** What the kernel of every comparison needs; all figures in `unit`. */
export interface BoundsQuestion {
  readonly limit: string;
  readonly class: LimitClass;
  readonly rule: Acceptance;
  readonly unit: string;
  /** For rates: what the unit is per. */
  readonly per?: string;
  readonly value: number;
  /** Expanded uncertainty; undefined when it is not known. */
  readonly uncertainty: number | undefined;
  readonly resolution: number;
  readonly bounds: Bounds;
  readonly because?: { readonly low?: string; readonly high?: string };
}

function noise(q: BoundsQuestion): number {
  const { low = 0, high = 0, cautionLow = 0, cautionHigh = 0 } = q.bounds;
  return noiseAt(q.value, low, high, cautionLow, cautionHigh);
}

/**
 * Steps with which a value and its uncertainty are shown so that who reckons with what is shown finds the same: the
 * margin smaller than the uncertainty, or not.
 */
function stepsToShow(q: BoundsQuestion): { readonly value: number; readonly uncertainty: number } {
  const { uncertainty } = q;
  const margin = marginTo(q.value, q.bounds, q.unit);
  if (uncertainty === undefined || !margin || !(uncertainty > 0))
    return { value: q.resolution, uncertainty: q.resolution };
  const closer = (value: number, u: number): boolean =>
    (marginTo(value, q.bounds, q.unit)?.value ?? Infinity) < u - noise(q);
  // Two digits tell how good a figure is; more are shown only where they decide.
  let step = 10 ** Math.min(0, Math.floor(Math.log10(uncertainty)) - 1);
  let value = q.resolution;
  const beside = limitEdges(q.bounds);
  const truth = closer(q.value, uncertainty);
  while (
    step > 1e-14 &&
    closer(shownFigure(q.value, value, beside), shownFigure(uncertainty, step)) !== truth
  ) {
    step /= 10;
    value = Math.min(value, step * 10);
  }
  return { value, uncertainty: step };
}

/**
 * Signed margin to the nearest hard edge, positive inside, with its share of the band when both edges exist.
 * Undefined when there is no hard edge at all.
 * Example: value 112 in 10..150 has a margin of 38 to the high edge, share 38/140.
 */
export function marginTo(value: number, bounds: Bounds, unit: string): Margin | undefined {
  const { low, high } = bounds;
  const toLow = low === undefined ? Infinity : value - low;
  const toHigh = high === undefined ? Infinity : high - value;
  if (toLow === Infinity && toHigh === Infinity) return undefined;
  const edge = toLow < toHigh ? 'low' : 'high';
  const distance = Math.min(toLow, toHigh);
  const width = low !== undefined && high !== undefined ? high - low : undefined;
  return { value: distance, unit, edge, ...(width ? { share: distance / width } : {}) };
}

/** Every edge of a limit, hard and caution: what a figure shown beside it must not cross. */
export function limitEdges({ low, high, cautionLow, cautionHigh }: Bounds): readonly number[] {
  return [low, high, cautionLow, cautionHigh].filter((b): b is number => b !== undefined);
}

function figures(q: BoundsQuestion): Record<string, Figure | string> {
  const steps = stepsToShow(q);
  const figure = (value: number, resolution: number): Figure => ({
    value,
    unit: q.unit,
    resolution,
    ...(q.per ? { per: q.per } : {}),
  });
  // An edge is shown with the digits it was written with; a value with as many as it takes to tell it from every edge.
  const edge = (value: number): Figure => figure(value, stepAsWritten(value));
  return {
    value: { ...figure(q.value, steps.value), beside: limitEdges(q.bounds) },
    ...(q.bounds.low === undefined ? {} : { low: edge(q.bounds.low) }),
    ...(q.bounds.high === undefined ? {} : { high: edge(q.bounds.high) }),
    ...(q.uncertainty === undefined ? {} : { uncertainty: figure(q.uncertainty, steps.uncertainty) }),
  };
}

/**
 * A verdict on what was measured. Its words are found when they are first read: of a long record few ever are, and
 * choosing the digits that decide costs more than judging.
 */
function verdictOn(
  q: BoundsQuestion,
  margin: Margin | undefined,
  state: Verdict['state'],
  code: string,
  extra: Reason['params'] = {},
  decisionNeeded = false,
): Verdict {
  let said: Reason | undefined;
  const verdict: Verdict = {
    limit: q.limit,
    class: q.class,
    rule: q.rule,
    unit: q.unit,
    bounds: q.bounds,
    value: q.value,
    uncertainty: q.uncertainty !== undefined && q.uncertainty >= 0 ? q.uncertainty : undefined,
    resolution: q.resolution,
    margin,
    state,
    decisionNeeded,
    get reason() {
      return (said ??= reason(code, { ...figures(q), ...extra }));
    },
  };
  return q.per === undefined ? verdict : { ...verdict, per: q.per };
}

/**
 * Judges a value against hard edges and caution bands: the one kernel behind every limit kind.
 *
 * Boundary rule: on an edge is inside (`within` on a caution edge, not `out` on a hard one). Guarded: inside
 * by at least the expanded uncertainty, else `near`, and for safety and airworthiness a decision is needed;
 * an unknown uncertainty makes a guarded answer `unknown`. Outside is `out` under both rules.
 * A value that is not finite is `unknown`. Source: JCGM 106:2012, simple acceptance and guard bands (8.2, 8.3.2).
 *
 * Example: 112 ± 10 rpm in 10..150 with caution above 110 is `near` with a margin of 38 rpm.
 */
export function judgeBounds(q: BoundsQuestion): Verdict {
  if (!Number.isFinite(q.value))
    return {
      limit: q.limit,
      class: q.class,
      rule: q.rule,
      unit: q.unit,
      bounds: q.bounds,
      decisionNeeded: false,
      state: 'unknown',
      reason: reason('notFinite'),
    };
  const margin = marginTo(q.value, q.bounds, q.unit);
  const eps = noise(q);
  if (margin && margin.value < -eps) {
    const why = q.because?.[margin.edge];
    return verdictOn(q, margin, 'out', margin.edge === 'low' ? 'belowLow' : 'aboveHigh', why ? { why } : {});
  }
  if (margin && q.rule === 'guarded') {
    // An uncertainty that is no figure, or less than nothing, is not known.
    if (q.uncertainty === undefined || !Number.isFinite(q.uncertainty) || q.uncertainty < 0)
      return verdictOn(q, margin, 'unknown', 'uncertaintyMissing');
    if (margin.value < q.uncertainty - eps) {
      const decisionNeeded = q.class === 'safety' || q.class === 'airworthiness';
      const code = decisionNeeded ? 'insideGuardDecision' : 'insideGuard';
      return verdictOn(q, margin, 'near', code, {}, decisionNeeded);
    }
  }
  const { cautionLow, cautionHigh } = q.bounds;
  if (cautionLow !== undefined && q.value < cautionLow - eps)
    return verdictOn(q, margin, 'near', 'cautionLow');
  if (cautionHigh !== undefined && q.value > cautionHigh + eps)
    return verdictOn(q, margin, 'near', 'cautionHigh');
  return verdictOn(q, margin, 'within', margin ? 'inside' : 'insideOpen');
}
