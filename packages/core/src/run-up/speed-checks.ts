import type { Samples } from '../limits/series.ts';
import type { SteadyStretch } from '../signals/steady.ts';
import { plateauRule, plateausOf } from './plateaus.ts';

/** Something that was switched at a steady speed, and switched back: what a check of an ignition, of heat or of a propeller leaves in a trace. */
export interface SpeedCheck {
  readonly before: SteadyStretch;
  /** The stretch in which it was switched. */
  readonly low: SteadyStretch;
  /** When the speed was back. */
  readonly returned: SteadyStretch;
  readonly drop: number;
  /** What other channels say that it was; unknown where they are silent. */
  readonly looksLike: 'ignition' | 'propeller' | 'throttle' | 'other' | 'unknown';
  /** How far the exhausts went on the whole (median of the cylinders, K); absent where no monitor shows them. */
  readonly exhaustsRise?: number;
}

/** What else a monitor shows of an engine, by the same seconds. */
export interface BesideSpeed {
  /** Manifold pressure, inHg. */
  readonly manifold?: Samples | undefined;
  /** Exhaust temperature of every cylinder, °C. */
  readonly exhausts?: readonly Samples[] | undefined;
}

/** A check of an ignition is over within this time (s); what lasts longer was meant to last. */
const LONGEST = 60;
/** Between two levels the speed is on its way for no longer (s). */
const ON_ITS_WAY = 8;
/** A drop beyond this share of the speed is no ignition and no heat any more. */
const LARGEST = 0.4;
/** Back is back within a quarter of the drop, or within this share of the speed where the drop is small. */
const BACK = 0.006;
/** Least drop that is looked for, as a share of the speed: 5 rpm of 1700. */
const SMALLEST = 0.003;
/** What manifold pressure may move by itself while a switch is turned (inHg); a hand on the throttle moves it by more. */
const STILL_MANIFOLD = 0.45;
/** On one ignition mixture burns on into the exhaust: on the whole they rise by at least this (K). */
const EXHAUST_RISES = 14;
/** An exhaust that falls by more does not fire any more (K). */
const STOPS_FIRING = 30;
/** From this share of the speed a drop without rising exhausts is blades, not a switch. */
const BLADES = 0.12;

/** Mean of a channel over the last `seconds` of a stretch; undefined where fewer than two samples are there. */
function meanAtEnd(
  samples: Samples | undefined,
  { from, to }: SteadyStretch,
  seconds = 2,
): number | undefined {
  if (!samples) return undefined;
  let [sum, count] = [0, 0];
  samples.t.forEach((at, i) => {
    if (at < Math.max(from, to - seconds) || at > to) return;
    sum += samples.v[i] ?? 0;
    count += 1;
  });
  return count < 2 ? undefined : sum / count;
}

function median(values: readonly number[]): number | undefined {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length / 2;
  const [low, high] = [sorted[Math.ceil(half) - 1], sorted[Math.floor(half)]];
  return low === undefined || high === undefined ? undefined : (low + high) / 2;
}

/** How the exhausts went from one stretch to the other, on the whole. */
function exhaustsRise(beside: BesideSpeed, before: SteadyStretch, low: SteadyStretch): number | undefined {
  const rises = (beside.exhausts ?? []).flatMap((samples) => {
    const [a, b] = [meanAtEnd(samples, before), meanAtEnd(samples, low)];
    return a === undefined || b === undefined ? [] : [b - a];
  });
  // One that falls far has no plug on what is left: the others say whether it was an ignition at all.
  const firing = rises.filter((rise) => rise > -STOPS_FIRING);
  return median(firing.length > 0 ? firing : rises);
}

function looksLike(
  beside: BesideSpeed,
  before: SteadyStretch,
  low: SteadyStretch,
): Pick<SpeedCheck, 'looksLike' | 'exhaustsRise'> {
  const rise = exhaustsRise(beside, before, low);
  const told = rise === undefined ? {} : { exhaustsRise: rise };
  const [a, b] = [meanAtEnd(beside.manifold, before), meanAtEnd(beside.manifold, low)];
  const share = (before.mean - low.mean) / before.mean;
  const moved = a !== undefined && b !== undefined ? b - a : undefined;
  // Falling pressure is a throttle that was closed; blades that turn coarse let it rise, or leave it.
  if (moved !== undefined && moved < -STILL_MANIFOLD) return { ...told, looksLike: 'throttle' };
  if (rise !== undefined && rise >= EXHAUST_RISES) return { ...told, looksLike: 'ignition' };
  if (share >= BLADES && rise !== undefined) return { ...told, looksLike: 'propeller' };
  return { ...told, looksLike: rise === undefined ? 'unknown' : 'other' };
}

/**
 * What was switched at a steady speed and switched back, found in a trace of that speed, in whatever order it was done and also from one
 * ignition straight to the other: a steady speed, a lower one for at most a minute, and the first one again. A speed that did not come
 * back is no check: somebody set another power. Which ignition it was no trace tells; whoever was there says so.
 *
 * `resolution`: the step of the gauge, in the unit of the speed. Gaps stay gaps.
 * Source: what the ground run itself is: hold, switch, read, switch back.
 * Example: 1700 for ten seconds, 1620 for five, 1700 for five: one check with a drop of 80.
 */
export function speedChecksOf(
  speed: Samples,
  resolution: number,
  beside: BesideSpeed = {},
): readonly SpeedCheck[] {
  const found: SpeedCheck[] = [];
  let base: SteadyStretch | undefined;
  let pending: { before: SteadyStretch; low: SteadyStretch }[] = [];
  let last: SteadyStretch | undefined;
  for (const level of plateausOf(speed, plateauRule('rpm', resolution, speed.v, 1.5))) {
    const follows = last !== undefined && level.from - last.to <= ON_ITS_WAY;
    last = level;
    if (!base || !follows || level.mean <= 0) {
      [base, pending] = [level, []];
      continue;
    }
    const fell = base.mean - level.mean;
    const least = Math.max(SMALLEST * base.mean, resolution);
    const deepest = Math.max(0, ...pending.map((p) => p.before.mean - p.low.mean));
    const near = Math.max(BACK * base.mean, 2 * resolution, Math.min(deepest / 4, 0.02 * base.mean));
    const back =
      pending.length === 0 ? Math.abs(fell) < least : Math.abs(fell) <= Math.min(near, deepest / 2);
    if (back) {
      for (const { before, low } of pending)
        found.push({
          before,
          low,
          returned: level,
          drop: before.mean - low.mean,
          ...looksLike(beside, before, low),
        });
      [base, pending] = [level, []];
    } else if (fell >= least && fell <= LARGEST * base.mean && level.to - level.from <= LONGEST)
      pending.push({ before: base, low: level });
    else [base, pending] = [level, []];
  }
  return found;
}

/** An engine that was let die for a moment, and caught again. */
export interface Died {
  /** When it was slowest, seconds of the trace. */
  readonly at: number;
  readonly before: number;
  readonly lowest: number;
}

/** It died where it fell below this share of its idle. */
const DIES = 0.72;
/** It caught again within this time, at this share of its idle (s). */
const CATCHES_WITHIN = 6;
const CATCHES = 0.88;
/** Both ignitions off at more than this share of full speed lets unburnt mixture into a hot exhaust. */
export const GROUNDED_BELOW = 1200;

/**
 * Where an engine died for a moment and caught again, as it does when both ignitions are switched off at idle and are grounded. A stop from
 * which it did not come back is no such check, and neither is a throttle that was closed: that falls to idle, not below.
 * Speeds in rpm. Example: 700, 420, 700 within three seconds: died at 420.
 */
export function diedAndCaught(speed: Samples, resolution: number): readonly Died[] {
  const { t, v } = speed;
  const levels = plateausOf(speed, plateauRule('rpm', resolution, v, 1.5)).filter((p) => p.mean > 0);
  return levels.flatMap((level) => {
    const from = t.findIndex((at) => at > level.to);
    if (from < 0) return [];
    let [lowest, at] = [Infinity, 0];
    for (let i = from; i < t.length && (t[i] ?? 0) - level.to <= CATCHES_WITHIN; i += 1) {
      const value = v[i] ?? 0;
      if ((t[i] ?? 0) - (t[i - 1] ?? 0) > 1) return [];
      if (value < lowest) [lowest, at] = [value, t[i] ?? 0];
      if (lowest < DIES * level.mean && value >= CATCHES * level.mean && value <= 1.6 * level.mean)
        return [{ at, before: level.mean, lowest }];
    }
    return [];
  });
}
