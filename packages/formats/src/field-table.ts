import { err, ok, type Result } from '@kanzel/core';
import Papa from 'papaparse';

const AXES = ['x', 'y', 'z'] as const;
const MOST = 1200;

/** Readings of a magnetometer along three axes, one of each at a time. */
export interface FieldTable {
  readonly x: readonly number[];
  readonly y: readonly number[];
  readonly z: readonly number[];
}

/**
 * Readings of a magnetometer from a table with the columns x, y and z (docs/formats/magnetometer.md), in milligauss, a point for the
 * decimals; other columns are passed over. Of more than 1200 rows every second, third and so on is taken.
 * Errors: sentences by row; nothing is taken in part. Example: `412.5,-30,118` is one of them.
 */
export function readFieldTable(text: string): Result<FieldTable, readonly string[]> {
  const read = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, '').trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const missing = AXES.filter((c) => !(read.meta.fields ?? []).includes(c));
  if (missing.length > 0)
    return err([`The table has no column “${missing.join('”, “')}”. Nothing was taken.`]);
  const problems: string[] = [];
  const each = Math.max(1, Math.ceil(read.data.length / MOST));
  const rows = read.data.flatMap((row, i): readonly (readonly number[])[] => {
    const figures = AXES.map((axis) => (row[axis] ?? '').trim());
    const wrong = figures.find(
      (f) => f === '' || !Number.isFinite(Number(f)) || Math.abs(Number(f)) > 30_000,
    );
    if (wrong !== undefined && problems.length < 20)
      problems.push(`Row ${i + 2}: “${wrong.slice(0, 40)}” is no milligauss.`);
    return i % each === 0 ? [figures.map(Number)] : [];
  });
  if (rows.length === 0) return err(['The table has no readings. Nothing was taken.']);
  if (problems.length > 0) return err([...problems, 'Nothing was taken.']);
  const column = (k: number): number[] => rows.map((r) => r[k] ?? 0);
  return ok({ x: column(0), y: column(1), z: column(2) });
}
