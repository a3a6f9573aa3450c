import { reason, type Figure, type Reason } from '../words/reason.ts';
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

/** Sums of decimals miss by a few units in the last binary place; a billionth is far below any instrument. */
const NUMERIC_NOISE = 1e-9;

function noise(q: BoundsQuestion): number {
  const { low = 0, high = 0 } = q.bounds;
  return NUMERIC_NOISE * Math.max(Math.abs(q.value), Math.abs(low), Math.abs(high));
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

function figures(q: BoundsQuestion): Record<string, Figure | string> {
  const beside = [q.bounds.low, q.bounds.high].filter((b): b is number => b !== undefined);
  const figure = (value: number): Figure => ({
    value,
    unit: q.unit,
    resolution: q.resolution,
    ...(q.per ? { per: q.per } : {}),
  });
  return {
    value: { ...figure(q.value), beside },
    ...(q.bounds.low === undefined ? {} : { low: figure(q.bounds.low) }),
    ...(q.bounds.high === undefined ? {} : { high: figure(q.bounds.high) }),
    ...(q.uncertainty === undefined ? {} : { uncertainty: figure(q.uncertainty) }),
  };
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
  const base = {
    limit: q.limit,
    class: q.class,
    rule: q.rule,
    unit: q.unit,
    bounds: q.bounds,
    decisionNeeded: false,
  };
  if (!Number.isFinite(q.value)) return { ...base, state: 'unknown', reason: reason('notFinite') };
  const margin = marginTo(q.value, q.bounds, q.unit);
  const measured = {
    ...base,
    value: q.value,
    uncertainty: q.uncertainty,
    resolution: q.resolution,
    margin,
    ...(q.per ? { per: q.per } : {}),
  };
  const say = (code: string, extra: Reason['params'] = {}): Reason =>
    reason(code, { ...figures(q), ...extra });
  const eps = noise(q);
  if (margin && margin.value < -eps) {
    const why = q.because?.[margin.edge];
    return {
      ...measured,
      state: 'out',
      reason: say(margin.edge === 'low' ? 'belowLow' : 'aboveHigh', why ? { why } : {}),
    };
  }
  if (margin && q.rule === 'guarded') {
    if (q.uncertainty === undefined)
      return { ...measured, state: 'unknown', reason: say('uncertaintyMissing') };
    if (margin.value < q.uncertainty - eps) {
      const decisionNeeded = q.class === 'safety' || q.class === 'airworthiness';
      const code = decisionNeeded ? 'insideGuardDecision' : 'insideGuard';
      return { ...measured, state: 'near', decisionNeeded, reason: say(code) };
    }
  }
  const { cautionLow, cautionHigh } = q.bounds;
  if (cautionLow !== undefined && q.value < cautionLow - eps)
    return { ...measured, state: 'near', reason: say('cautionLow') };
  if (cautionHigh !== undefined && q.value > cautionHigh + eps)
    return { ...measured, state: 'near', reason: say('cautionHigh') };
  return { ...measured, state: 'within', reason: say(margin ? 'inside' : 'insideOpen') };
}
