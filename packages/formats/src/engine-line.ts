import { err, findUnit, ok, reason, type Reason, type Result } from '@kanzel/core';

/** A column of the engine line protocol: whose figure it is (an engine, "aircraft", "scales"), a channel and a unit. */
export interface LineColumn {
  readonly subject: string;
  readonly channel: string;
  readonly unit: string;
}

/** One line of readings: milliseconds on the monitor's own clock, and a figure or null per column. */
export interface EngineSample {
  readonly time: number;
  readonly values: readonly (number | null)[];
}

const HEADER = '#KEL1';

/** XOR of the character codes before the asterisk, two hexadecimal digits; the check digits of NMEA 0183. */
export function lineChecksum(text: string): string {
  let sum = 0;
  for (let i = 0; i < text.length; i += 1) sum ^= text.charCodeAt(i) & 0xff;
  return sum.toString(16).toUpperCase().padStart(2, '0');
}

const sealed = (text: string): string => `${text}*${lineChecksum(text)}`;

/** Writes the header line. Example: `#KEL1,left.rpm:rpm*5C` (see docs/formats/engine-line.md). */
export function writeHeader(columns: readonly LineColumn[]): string {
  return sealed([HEADER, ...columns.map((c) => `${c.subject}.${c.channel}:${c.unit}`)].join(','));
}

/** Writes a line of readings; null becomes an empty field. */
export function writeSample(sample: EngineSample): string {
  return sealed([String(sample.time), ...sample.values.map((v) => (v === null ? '' : String(v)))].join(','));
}

function unseal(line: string): Result<string, Reason> {
  const match = /^(.*)\*([0-9A-F]{2})$/.exec(line.trim());
  if (!match) return err(reason('lineWithoutChecksum'));
  const [, text = '', sum = ''] = match;
  return lineChecksum(text) === sum ? ok(text) : err(reason('lineGarbled'));
}

/** What every object has of itself is no name of an engine or a channel: written by such a name it would be everybody's. */
const isName = (name: string | undefined): name is string =>
  name !== undefined && !Object.hasOwn(Object.prototype, name);

function readColumn(field: string): LineColumn | undefined {
  const match = /^([a-z0-9-]+)\.([a-z0-9-]+):(.+)$/.exec(field);
  const [, subject, channel, unit] = match ?? [];
  return isName(subject) && isName(channel) && unit && findUnit(unit)
    ? { subject, channel, unit }
    : undefined;
}

/** What a line turned out to be. */
export type EngineLine =
  | { readonly kind: 'header'; readonly columns: readonly LineColumn[] }
  | { readonly kind: 'sample'; readonly sample: EngineSample };

/**
 * Reads one line of the protocol. `columns` is how many the header announced; a line of readings before a
 * header, or with another number of fields, is refused, since its figures could not be told apart.
 * Errors: `lineWithoutChecksum`, `lineGarbled`, `lineColumns`, `lineBeforeHeader`, `lineFigure`.
 * Example: `readEngineLine('1000,1702,*…', 2)` has values [1702, null].
 */
export function readEngineLine(line: string, columns: number | undefined): Result<EngineLine, Reason> {
  const text = unseal(line);
  if (!text.ok) return text;
  const [first = '', ...fields] = text.value.split(',');
  if (first === HEADER) {
    const read = fields.map(readColumn);
    const bad = read.findIndex((c) => c === undefined);
    if (bad >= 0 || read.length === 0) return err(reason('lineColumn', { column: bad + 1 }));
    return ok({ kind: 'header', columns: read.filter((c) => c !== undefined) });
  }
  if (columns === undefined) return err(reason('lineBeforeHeader'));
  if (fields.length !== columns) return err(reason('lineColumns', { wanted: columns, got: fields.length }));
  const time = Number(first);
  const values = fields.map((f) => (f === '' ? null : Number(f)));
  if (first === '' || !Number.isFinite(time) || values.some((v) => v !== null && !Number.isFinite(v)))
    return err(reason('lineFigure'));
  return ok({ kind: 'sample', sample: { time, values } });
}
