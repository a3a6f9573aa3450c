import { err, MOST_PARAMETERS, ok, type Result, type VehicleParameter } from '@kanzel/core';
import Papa from 'papaparse';

const NAME = /^[A-Za-z0-9_.-]{1,16}$/;
const FIGURE = /^[+-]?\d+(\.\d+)?(e[+-]?\d+)?$/i;

/** Parameters as CSV, a row for each. The opposite of `readParameterTable`. */
export function writeParameterTable(items: readonly VehicleParameter[]): string {
  const data = items.map((i) => [i.name, String(i.value)]);
  // As in a mission: a figure below nothing is no formula.
  return `${Papa.unparse({ fields: ['name', 'value'], data }, { newline: '\r\n' })}\r\n`;
}

/**
 * Parameters from a table with the columns name and value (docs/formats/parameters.md), a point for the decimals.
 * Errors: sentences by row; nothing is taken in part. Example: `SPEED_CRUISE,12` is one of them.
 */
export function readParameterTable(text: string): Result<readonly VehicleParameter[], readonly string[]> {
  const read = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, '').trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const missing = ['name', 'value'].filter((c) => !(read.meta.fields ?? []).includes(c));
  if (missing.length > 0)
    return err([`The table has no column “${missing.join('”, “')}”. Nothing was taken.`]);
  if (read.data.length === 0) return err(['The table has no parameters. Nothing was taken.']);
  if (read.data.length > MOST_PARAMETERS)
    return err([
      `The table has ${read.data.length} rows, and ${MOST_PARAMETERS} are read. Nothing was taken.`,
    ]);
  const problems: string[] = [];
  const names = new Set<string>();
  const items = read.data.map((row, i) => {
    const name = (row['name'] ?? '').trim();
    const value = (row['value'] ?? '').trim();
    const say = (what: string): void =>
      void (problems.length < 20 && problems.push(`Row ${i + 2}: ${what}.`));
    if (!NAME.test(name)) say(`“${name.slice(0, 40)}” is no name of a parameter`);
    else if (names.has(name)) say(`${name} stands twice`);
    if (!FIGURE.test(value) || !Number.isFinite(Number(value))) say(`“${value.slice(0, 40)}” is no figure`);
    names.add(name);
    return { name, value: Number(value) };
  });
  return problems.length > 0 ? err([...problems, 'Nothing was taken.']) : ok(items);
}
