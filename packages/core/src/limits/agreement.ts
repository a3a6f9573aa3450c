import type { Judgeable } from './reading.ts';

/** A run of readings: its two ends, and how far they lie apart. */
export interface Run {
  readonly between: readonly [Judgeable, Judgeable];
  readonly width: number;
}

/**
 * The tightest run of `wanted` neighbours in value. Takes at least `wanted` readings, wanted ≥ 2. Directions run on
 * beyond 360 degrees, so that the run may lie across north.
 * Example: of 350, 2 and 8 degrees, all three run over 18 degrees.
 */
export function tightest(readings: readonly Judgeable[], wanted: number, circular = false): Run | undefined {
  const turned = circular ? readings.map((r) => ({ ...r, value: ((r.value % 360) + 360) % 360 })) : readings;
  const sorted = [...turned].sort((a, b) => a.value - b.value);
  const line = circular ? [...sorted, ...sorted.map((r) => ({ ...r, value: r.value + 360 }))] : sorted;
  let best: Run | undefined;
  for (let i = 0; i + wanted <= line.length && i < sorted.length; i += 1) {
    const [from, to] = [line[i], line[i + wanted - 1]];
    if (!from || !to) continue;
    const width = to.value - from.value;
    if (!best || width < best.width) best = { between: [from, to], width };
  }
  return best;
}

export const resolutionOf = (readings: readonly Judgeable[]): number =>
  Math.max(...readings.map((r) => r.resolution));
