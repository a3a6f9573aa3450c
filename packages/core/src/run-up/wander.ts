import type { Samples } from '../limits/series.ts';

/** A cylinder whose exhaust goes up and down by itself while the others stand. */
export interface Wanders {
  readonly cylinder: number;
  /** From its lowest to its highest, without what all cylinders did together (K). */
  readonly reach: number;
  /** Time from one crest to the next (s). */
  readonly period: number;
}

/** A valve that leaks turns a little with every stroke, and comes round in about a minute (s). */
const PERIOD = { least: 15, most: 150 };
/** So far it has to go (K), and by so many times what the others do. */
const REACH = 18;
const TIMES = 2.5;

/** Means over whole seconds: what trembles is gone, what wanders stays. */
function bySeconds({ t, v }: Samples, from: number, count: number): (number | undefined)[] {
  const sums = Array.from({ length: count }, () => ({ sum: 0, n: 0 }));
  t.forEach((at, i) => {
    const one = sums[Math.floor(at - from)];
    if (!one) return;
    one.sum += v[i] ?? 0;
    one.n += 1;
  });
  return sums.map(({ sum, n }) => (n === 0 ? undefined : sum / n));
}

/** A line taken off: what drifts one way is no wandering. */
function level(values: readonly number[]): number[] {
  const n = values.length;
  const middle = (n - 1) / 2;
  const mean = values.reduce((a, b) => a + b, 0) / n;
  let [up, down] = [0, 0];
  values.forEach((value, i) => {
    up += (i - middle) * (value - mean);
    down += (i - middle) ** 2;
  });
  const slope = down > 0 ? up / down : 0;
  return values.map((value, i) => value - mean - slope * (i - middle));
}

/**
 * Which cylinder's exhaust wanders by itself at a steady power, as one with a leaking valve does: slowly up and down, again and again, while
 * the others stand. `exhausts`: samples of every cylinder, cylinder 1 first, °C, by the same seconds. Three crossings are asked for, so that
 * a single bump is none; less than `2 × 15 s` of trace, or a second without a figure, says nothing. One and a half of its periods are needed.
 * Source: the wandering is seen where a burnt valve turns in its seat; figures are ours.
 * Example: 700 ± 25 K in 45 s beside three that stand at 700: that cylinder, reach about 50, period about 45.
 */
export function wandersAlone(exhausts: readonly Samples[]): readonly Wanders[] {
  const from = Math.max(...exhausts.map((s) => s.t[0] ?? Infinity));
  const to = Math.min(...exhausts.map((s) => s.t.at(-1) ?? -Infinity));
  const count = Math.floor(to - from);
  if (exhausts.length === 0 || !(count >= 2 * PERIOD.least)) return [];
  const rows = exhausts.map((samples) => bySeconds(samples, from, count));
  if (rows.some((row) => row.includes(undefined))) return [];
  // Each about its own mean: where one stands beside the others is no matter here.
  const whole = rows.map((row) => {
    const mean = row.reduce<number>((a, b) => a + (b ?? 0), 0) / count;
    return row.map((value) => (value ?? 0) - mean);
  });
  // Of one or two nobody can say what all did together: each is looked at by itself.
  const few = exhausts.length < 3;
  const together = Array.from({ length: count }, (_, i) => {
    if (few) return 0;
    const sorted = whole.map((row) => row[i] ?? 0).sort((a, b) => a - b);
    return sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;
  });
  const own = whole.map((row) => level(row.map((value, i) => value - (together[i] ?? 0))));
  const reaches = own.map((row) => Math.max(...row) - Math.min(...row));
  const usual = [...reaches].sort((a, b) => a - b)[Math.floor((reaches.length - 1) / 2)] ?? 0;
  return own.flatMap((row, i): Wanders[] => {
    const reach = reaches[i] ?? 0;
    if (reach < REACH || (!few && reach < TIMES * usual)) return [];
    // Crossings count from well on one side to well on the other.
    const band = reach / 6;
    let side = 0;
    const crossings: number[] = [];
    row.forEach((value, second) => {
      const now = value > band ? 1 : value < -band ? -1 : 0;
      if (now === 0 || now === side) return;
      if (side !== 0) crossings.push(second);
      side = now;
    });
    const [first, last] = [crossings[0], crossings.at(-1)];
    if (first === undefined || last === undefined || crossings.length < 3) return [];
    const period = (2 * (last - first)) / (crossings.length - 1);
    return period >= PERIOD.least && period <= PERIOD.most ? [{ cylinder: i + 1, reach, period }] : [];
  });
}
