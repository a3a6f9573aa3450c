import { studentT } from '../quantity/student.ts';

/** A line through figures over time, by least squares. */
export interface StraightLine {
  /** In the unit of the figure by that of the time. */
  readonly slope: number;
  /** Expanded uncertainty of the slope, by what the figures scatter and by their step (95 %, by Student's t). */
  readonly uncertainty: number;
}

/**
 * The straight line through figures read at times, and how sure its slope is: figures that are read in steps are no better known than
 * the step, however well they lie on a line. Undefined with fewer than three of them, or where all were read at one time.
 * Example: 40, 38, 36 and 34 at 0, 1, 2 and 3, read to 0.5, fall by 2 ± 0.28.
 */
export function lineThrough(
  times: readonly number[],
  figures: readonly number[],
  step: number,
): StraightLine | undefined {
  const n = times.length;
  if (n < 3) return undefined;
  const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / n;
  const [middle, level] = [mean(times), mean(figures)];
  const spread = times.reduce((sum, t) => sum + (t - middle) ** 2, 0);
  if (spread === 0) return undefined;
  const slope = times.reduce((sum, t, i) => sum + (t - middle) * ((figures[i] ?? 0) - level), 0) / spread;
  const left = times.reduce((sum, t, i) => sum + ((figures[i] ?? 0) - level - slope * (t - middle)) ** 2, 0);
  const freedom = n - 2;
  const scattered = studentT(freedom) * Math.sqrt(left / freedom / spread);
  const stepped = 2 * Math.sqrt(step ** 2 / 12 / spread);
  return { slope, uncertainty: Math.max(scattered, stepped) };
}

/**
 * How much the slope changes in one unit of the time, by the parabola of least squares, and how sure that is (as `lineThrough`). Undefined
 * with fewer than four figures or where the times do not bear it.
 * Example: 9, 4, 1, 0, 1 at 0 to 4 are (t - 3)²: it changes by 2.
 */
export function bendThrough(
  times: readonly number[],
  figures: readonly number[],
  step: number,
): StraightLine | undefined {
  const n = times.length;
  if (n < 4) return undefined;
  const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / n;
  const middle = mean(times);
  const first = times.map((t) => t - middle);
  const squares = first.map((t) => t * t);
  const dot = (a: readonly number[], b: readonly number[]): number =>
    a.reduce((sum, x, i) => sum + x * (b[i] ?? 0), 0);
  const lean = dot(squares, first) / dot(first, first);
  const level = mean(squares);
  // What of the square is neither level nor line.
  const second = squares.map((q, i) => q - level - lean * (first[i] ?? 0));
  const spread = dot(second, second);
  if (!(spread > 1e-12 * level * level)) return undefined;
  const along = dot(figures, first) / dot(first, first);
  const bend = dot(figures, second) / spread;
  const centre = mean(figures);
  const left = figures.reduce(
    (sum, f, i) => sum + (f - centre - along * (first[i] ?? 0) - bend * (second[i] ?? 0)) ** 2,
    0,
  );
  const freedom = n - 3;
  const scattered = studentT(freedom) * Math.sqrt(left / freedom / spread);
  return { slope: 2 * bend, uncertainty: 2 * Math.max(scattered, 2 * Math.sqrt(step ** 2 / 12 / spread)) };
}
