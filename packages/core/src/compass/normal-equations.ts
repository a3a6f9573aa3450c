/** A pivot that is so much smaller than the largest says that the equations do not tell all that is asked. */
const LEAST_PIVOT = 1e-10;

/**
 * Solves symmetric equations by elimination, the largest pivot first; undefined where they do not tell all of it.
 * Example: 2x + y = 3 and x + 2y = 3: x and y are 1.
 */
export function solvedBy(
  matrix: readonly (readonly number[])[],
  right: readonly number[],
): readonly number[] | undefined {
  const rows = matrix.map((row, i) => [...row, right[i] ?? 0]);
  const n = rows.length;
  const largest = Math.max(...matrix.flat().map(Math.abs));
  for (let col = 0; col < n; col += 1) {
    let best = col;
    for (let i = col + 1; i < n; i += 1)
      if (Math.abs(rows[i]?.[col] ?? 0) > Math.abs(rows[best]?.[col] ?? 0)) best = i;
    const [own, other] = [rows[col], rows[best]];
    if (!own || !other || !(Math.abs(other[col] ?? 0) > LEAST_PIVOT * largest)) return undefined;
    rows[col] = other;
    rows[best] = own;
    for (let i = 0; i < n; i += 1) {
      const row = rows[i];
      if (i === col || !row) continue;
      const share = (row[col] ?? 0) / (other[col] ?? 1);
      for (let k = col; k <= n; k += 1) row[k] = (row[k] ?? 0) - share * (other[k] ?? 0);
    }
  }
  return rows.map((row, i) => (row[n] ?? 0) / (row[i] ?? 1));
}
