import { err, MOST_MISSION_ITEMS, ok, type MissionItem, type Result } from '@kanzel/core';
import Papa from 'papaparse';

/** Columns of a mission as a table: one row an item, figures as the protocol has them, positions in degrees. */
const COLUMNS = [
  'item',
  'frame',
  'command',
  'parameter 1',
  'parameter 2',
  'parameter 3',
  'parameter 4',
  'latitude',
  'longitude',
  'height',
  'goes on',
] as const;

const PLACES = 1e7;
/** Frames in which a position is one on the globe; of any other it is no latitude. */
const GLOBAL = [0, 3, 5, 6, 10, 11];

/** A mission as CSV. The opposite of `readMissionTable`. */
export function writeMissionTable(items: readonly MissionItem[]): string {
  const place = (frame: number, value: number): string =>
    GLOBAL.includes(frame) ? (value / PLACES).toFixed(7) : String(value);
  const data = items.map((i) => [
    String(i.sequence),
    String(i.frame),
    String(i.command),
    ...i.parameters.map((p) => (p === null ? '' : String(p))),
    place(i.frame, i.x),
    place(i.frame, i.y),
    i.z === null ? '' : String(i.z),
    i.autocontinue ? 'yes' : 'no',
  ]);
  // Figures alone, of which those below nothing begin with what a spreadsheet takes for a formula: they are left as they are.
  return `${Papa.unparse({ fields: [...COLUMNS], data }, { newline: '\r\n' })}\r\n`;
}

const FIGURE = /^[+-]?\d+(\.\d+)?(e[+-]?\d+)?$/i;

/**
 * A mission from a table (docs/formats/mission.md): headings in any order, a point for the decimals, an empty cell for a figure that
 * is not given. Errors: sentences by row; nothing is taken in part.
 * Example: a row `0,3,22,0,0,0,0,60.1234567,5.2345678,60,yes` is a take-off to 60 m above where it stands.
 */
export function readMissionTable(text: string): Result<readonly MissionItem[], readonly string[]> {
  const read = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, '').trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const missing = COLUMNS.filter((c) => !(read.meta.fields ?? []).includes(c));
  if (missing.length > 0)
    return err([`The table has no column “${missing.join('”, “')}”. Nothing was taken.`]);
  if (read.data.length === 0) return err(['The table has no items. Nothing was taken.']);
  if (read.data.length > MOST_MISSION_ITEMS)
    return err([
      `The table has ${read.data.length} items, and ${MOST_MISSION_ITEMS} are read. Nothing was taken.`,
    ]);
  const problems: string[] = [];
  const items = read.data.map((row, i): MissionItem => {
    const cell = (column: (typeof COLUMNS)[number]): string => (row[column] ?? '').trim();
    const say = (column: string, what: string): number => {
      if (problems.length < 20) problems.push(`Row ${i + 2}, ${column}: ${what}.`);
      return 0;
    };
    const figure = (column: (typeof COLUMNS)[number]): number => {
      const text = cell(column);
      return FIGURE.test(text) && Number.isFinite(Number(text))
        ? Number(text)
        : say(column, text === '' ? 'nothing is said' : `“${text.slice(0, 40)}” is no figure`);
    };
    const whole = (column: (typeof COLUMNS)[number], most: number): number => {
      const value = figure(column);
      return Number.isInteger(value) && value >= 0 && value <= most
        ? value
        : say(column, `a whole number up to ${most} is wanted`);
    };
    const open = (column: (typeof COLUMNS)[number]): number | null =>
      cell(column) === '' ? null : figure(column);
    const frame = whole('frame', 255);
    const place = (column: 'latitude' | 'longitude', most: number): number => {
      const value = figure(column);
      if (!GLOBAL.includes(frame)) return Math.round(value);
      return Math.abs(value) <= most
        ? Math.round(value * PLACES)
        : say(column, `no more than ${most}° there is`);
    };
    const goes = cell('goes on').toLowerCase();
    if (!['yes', 'no'].includes(goes)) say('goes on', 'yes or no is wanted');
    return {
      sequence: whole('item', MOST_MISSION_ITEMS),
      frame,
      command: whole('command', 65_535),
      parameters: [1, 2, 3, 4].map((n) => open(`parameter ${n}` as 'parameter 1')),
      x: place('latitude', 90),
      y: place('longitude', 180),
      z: open('height'),
      autocontinue: goes === 'yes',
    };
  });
  const [first] = items;
  const at = items.findIndex((item, i) => item.sequence !== i + (first?.sequence ?? 0));
  if (problems.length === 0 && (first?.sequence ?? 2) > 1)
    return err(['The first item is 0, or 1 where 0 is left to the vehicle. Nothing was taken.']);
  if (problems.length === 0 && at >= 0)
    return err([`Row ${at + 2}: items are counted without a gap, each once. Nothing was taken.`]);
  return problems.length > 0 ? err([...problems, 'Nothing was taken.']) : ok(items);
}
