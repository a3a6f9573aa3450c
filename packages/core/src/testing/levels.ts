import type { Samples } from '../limits/series.ts';

/** Levels one after the other, ten samples a second: [level, seconds]; nothing between them but the next sample. */
export function levels(...parts: readonly (readonly [number, number])[]): Samples {
  const v = parts.flatMap(([level, seconds]) =>
    Array.from({ length: Math.round(seconds * 10) }, () => level),
  );
  return { t: v.map((_, i) => i / 10), v };
}
