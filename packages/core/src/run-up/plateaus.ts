import type { Samples } from '../limits/series.ts';
import { differenceUnit, convert } from '../quantity/units.ts';
import { settlingOf } from '../signals/settling.ts';
import type { SteadyStretch } from '../signals/steady.ts';

/** By what a stretch of a signal counts as steady. Seconds, and the unit of the signal. */
export interface PlateauRule {
  readonly seconds: number;
  /** Nothing in a plateau is further than this from its mean, and it drifts no more from end to end. */
  readonly tolerance: number;
  readonly maximumGap: number;
}

/** Gaps longer than this end a plateau (s). */
const LONGEST_GAP = 1;
/** A trembling needle stays within so many standard deviations, once in ten thousand looks excepted. */
const TREMBLE = 4;
/** What the newest samples of a stretch are looked at over, to see that it ends (s). */
const NEWEST = 0.5;
/** So many samples beside the level in a row are not a wild one any more. */
const WILD = 2;

/**
 * How much a signal trembles about itself, as a standard deviation: from what each sample is off the line through its two
 * neighbours, by the median, so that steps and ramps do not count. Nothing where there are fewer than five samples.
 * Source: the second difference of white noise has six times its variance; the median of its size is 0.6745 of its deviation.
 * Example: 1700, 1702, 1700, 1702, 1700 … trembles by 2.42.
 */
export function trembleOf(v: readonly number[]): number | undefined {
  if (v.length < 5) return undefined;
  const bends = v
    .slice(2)
    .map((value, i) => Math.abs(value - 2 * (v[i + 1] ?? 0) + (v[i] ?? 0)))
    .sort((a, b) => a - b);
  const half = bends.length / 2;
  const median = ((bends[Math.floor(half)] ?? 0) + (bends[Math.ceil(half) - 1] ?? 0)) / 2;
  return median / (0.6745 * Math.sqrt(6));
}

/**
 * The rule that suits a quantity: a speed, a pressure or a voltage is steady for `seconds` within what its needle trembles, or three
 * steps of its gauge; heat takes the time of `settlingOf`: what still rises is not steady.
 * Example: speed in rpm that trembles by 2.5, read to 1: steady within 8.25 rpm.
 */
export function plateauRule(
  unit: string,
  resolution: number,
  v: readonly number[],
  seconds = 2,
): PlateauRule {
  const settling = settlingOf(unit);
  if (settling) {
    const tremble = convert(1, 'degC-diff', differenceUnit(unit));
    const least = tremble.ok ? tremble.value : 1;
    return {
      seconds: settling.seconds,
      tolerance: Math.max(settling.tolerance, TREMBLE * (trembleOf(v) ?? 0), least),
      maximumGap: LONGEST_GAP,
    };
  }
  return {
    seconds,
    tolerance: Math.max(3 * resolution, TREMBLE * (trembleOf(v) ?? 0)),
    maximumGap: LONGEST_GAP,
  };
}

/** Sums that give the mean, the scatter and the drift of any stretch at once; centred, so that nothing is lost in squares. */
function sumsOf({ t, v }: Samples) {
  const [t0, v0] = [t[0] ?? 0, v[0] ?? 0];
  const [st, sv, svv, stv, stt] = [[0], [0], [0], [0], [0]];
  t.forEach((at, i) => {
    const [x, y] = [at - t0, (v[i] ?? 0) - v0];
    for (const [sums, add] of [
      [st, x],
      [sv, y],
      [svv, y * y],
      [stv, x * y],
      [stt, x * x],
    ] as const)
      sums.push((sums[i] ?? 0) + add);
  });
  const over = (sums: readonly number[], a: number, b: number): number => (sums[b] ?? 0) - (sums[a] ?? 0);
  return (a: number, b: number) => {
    const n = b - a;
    const [mt, mv] = [over(st, a, b) / n, over(sv, a, b) / n];
    const squares = Math.max(0, over(svv, a, b) - n * mv * mv);
    const down = over(stt, a, b) - n * mt * mt;
    const slope = down > 0 ? (over(stv, a, b) - n * mt * mv) / down : 0;
    return { mean: v0 + mv, squares, slope, count: n };
  };
}

/**
 * Every steady stretch of a signal, in order and apart from one another, as long as it lasts: it begins with `seconds` that drift by no more
 * than half the tolerance, ends where the newest half second leaves its level by half the tolerance or the whole drifts by more than it, and
 * has no gap above `maximumGap`. A single wild sample ends nothing. Never invents a sample; a plateau that a gap cuts is two.
 *
 * Units: seconds, and the unit of the signal. Boundary: a stretch of exactly `seconds`, and a drift of exactly the tolerance, count.
 * Example: 1700 for ten seconds, 1600 for five, 1700 for five, a tenth of a second apart: three plateaus.
 */
export function plateausOf(samples: Samples, rule: PlateauRule): readonly SteadyStretch[] {
  const { t, v } = samples;
  const sums = sumsOf(samples);
  const found: SteadyStretch[] = [];
  const time = (i: number): number => t[i] ?? 0;
  const lasts = (a: number, b: number): number => time(b - 1) - time(a);
  const drift = (a: number, b: number): number => Math.abs(sums(a, b).slope) * lasts(a, b);
  const gapBefore = (i: number): boolean => time(i) - time(i - 1) > rule.maximumGap + 1e-9;
  /** The first sample behind the shortest stretch that begins here; undefined where a gap or something wild comes first. */
  const beginning = (a: number): number | undefined => {
    let b = a + 1;
    // Also where samples come so seldom that two of them last long enough: of two nobody sees a drift.
    const isShort = (): boolean => b - a < 3 || lasts(a, b) < rule.seconds - 1e-9;
    for (; b < t.length && isShort(); b += 1) if (gapBefore(b)) return undefined;
    if (isShort()) return undefined;
    const { mean } = sums(a, b);
    const off = v.slice(a, b).filter((value) => Math.abs(value - mean) > rule.tolerance).length;
    return off < WILD && drift(a, b) <= rule.tolerance / 2 ? b : undefined;
  };
  /** Whether a stretch goes on with its next sample. */
  const goesOn = (a: number, b: number): boolean => {
    if (b >= t.length || gapBefore(b) || drift(a, b + 1) > rule.tolerance) return false;
    const { mean } = sums(a, b);
    let newest = b;
    while (newest > a && (time(b) - time(newest - 1) <= NEWEST || b + 1 - newest < WILD + 1)) newest -= 1;
    const near = v.slice(newest, b + 1).filter((value) => Math.abs(value - mean) <= rule.tolerance);
    if (near.length === 0) return false;
    const level = near.reduce((x, y) => x + y, 0) / near.length;
    if (Math.abs(level - mean) > rule.tolerance / 2) return false;
    return !v.slice(b + 1 - WILD, b + 1).every((value) => Math.abs(value - mean) > rule.tolerance);
  };
  let a = 0;
  while (a < t.length) {
    let b = beginning(a);
    if (b === undefined) {
      a += 1;
      continue;
    }
    while (goesOn(a, b)) b += 1;
    // What seemed wild and was the first of another level belongs to that one.
    if (Math.abs((v[b - 1] ?? 0) - sums(a, b - 1).mean) > rule.tolerance) b -= 1;
    if (lasts(a, b) < rule.seconds - 1e-9) {
      // Long enough with that sample alone: no level was held for `seconds`.
      a += 1;
      continue;
    }
    const { mean, squares, count } = sums(a, b);
    found.push({ from: time(a), to: time(b - 1), mean, scatter: Math.sqrt(squares / (count - 1)), count });
    a = b;
  }
  return found;
}
