import {
  err,
  findUnit,
  LIMIT_KINDS,
  limitTypeOf,
  ok,
  readFigure,
  unitFromSpelling,
  type Condition,
  type Limit,
  type LimitKind,
  type Result,
} from '@kanzel/core';
import Papa from 'papaparse';

/** Something wrong with a row of a table: row from 1 as in a spreadsheet, the column by its heading. */
export interface TableProblem {
  readonly row: number;
  readonly column: string;
  readonly message: string;
}

/** A table read: limits as far as rows could be understood, and everything that could not be, row by row. */
export interface LimitTable {
  /** Which of the known columns the table has: what it says nothing of is not changed by it. */
  readonly columns: readonly string[];
  readonly limits: readonly Limit[];
  readonly problems: readonly TableProblem[];
}

/** Columns as they are written, in this order; the first spelling is the heading, all are understood. */
const COLUMNS = {
  key: ['key', 'id', 'name'],
  title: ['title', 'limit', 'description', 'what'],
  quantity: ['quantity', 'of'],
  kind: ['kind', 'type'],
  unit: ['unit', 'units'],
  low: ['low', 'min', 'minimum', 'lower', 'from'],
  cautionLow: ['caution low', 'low caution', 'green from', 'normal from'],
  cautionHigh: ['caution high', 'high caution', 'green to', 'normal to'],
  high: ['high', 'max', 'maximum', 'upper', 'to'],
  expected: ['expected', 'nominal', 'target'],
  tolerance: ['tolerance', 'plus minus', '±', '+/-'],
  cautionTolerance: ['caution tolerance'],
  class: ['class', 'protects'],
  acceptance: ['acceptance', 'rule'],
  conditions: ['conditions', 'when', 'condition'],
  document: ['document', 'source', 'reference'],
  revision: ['revision', 'rev', 'issue'],
  place: ['place', 'page', 'section', 'paragraph'],
  becauseLow: ['if low', 'low means'],
  becauseHigh: ['if high', 'high means'],
  more: ['more', 'details'],
} as const;
type Column = keyof typeof COLUMNS;
const COLUMN_NAMES = Object.keys(COLUMNS) as Column[];

const CLASSES = ['safety', 'airworthiness', 'performance', 'information'] as const;

/** Members that have a column of their own; whatever else a kind has goes into `more`, as JSON. */
const TABLED = new Set([
  'key',
  'title',
  'quantity',
  'kind',
  'unit',
  'bounds',
  'tolerance',
  'cautionTolerance',
  'class',
  'acceptance',
  'conditions',
  'source',
  'because',
]);

const figure = (value: number | undefined): string => (value === undefined ? '' : String(value));

function writeCondition(c: Condition): string {
  if (c.equals !== undefined) return `${c.fact} = ${c.equals}`;
  return `${c.fact} ${figure(c.low)}..${figure(c.high)}${c.unit === undefined ? '' : ` ${c.unit}`}`;
}

function rowOf(limit: Limit): Record<string, string> {
  const bounds = 'bounds' in limit ? limit.bounds : {};
  const expected = limit.kind === 'relative' && 'value' in limit.expected ? limit.expected.value : undefined;
  const tolerances = limit.kind === 'relative' || limit.kind === 'trend' ? limit : undefined;
  // A condition that holds the separator itself cannot stand in its column.
  const tabled = limit.conditions.every((c) => c.equals === undefined || !c.equals.includes(';'));
  const more = Object.fromEntries(
    Object.entries(limit).filter(
      ([k]) =>
        (k === 'conditions' && !tabled) || (!TABLED.has(k) && !(k === 'expected' && expected !== undefined)),
    ),
  );
  const row: Record<Column, string> = {
    key: limit.key,
    title: limit.title,
    quantity: limit.quantity ?? '',
    kind: limit.kind,
    unit: limit.unit,
    low: figure(bounds.low),
    cautionLow: figure(bounds.cautionLow),
    cautionHigh: figure(bounds.cautionHigh),
    high: figure(bounds.high),
    expected: figure(expected),
    tolerance: figure(tolerances?.tolerance),
    cautionTolerance: figure(tolerances?.cautionTolerance),
    class: limit.class,
    acceptance: limit.acceptance,
    conditions: tabled ? limit.conditions.map(writeCondition).join('; ') : '',
    document: limit.source.document,
    revision: limit.source.revision,
    place: limit.source.place ?? '',
    becauseLow: limit.because?.low ?? '',
    becauseHigh: limit.because?.high ?? '',
    more: Object.keys(more).length === 0 ? '' : JSON.stringify(more),
  };
  return Object.fromEntries(COLUMN_NAMES.map((c) => [COLUMNS[c][0], row[c]]));
}

/**
 * Writes limits as a CSV table (RFC 4180), a row each, that spreadsheets open and `readLimitTable` reads back
 * to the same limits. Members that have no column of their own stand in `more` as JSON.
 */
export function writeLimitTable(limits: readonly Limit[]): string {
  return `${Papa.unparse(limits.map(rowOf), { columns: COLUMN_NAMES.map((c) => COLUMNS[c][0]), newline: '\r\n', escapeFormulae: false })}\r\n`;
}

/** Headings that people write for one column are told apart by small letters and spaces only. */
const plain = (text: string): string => text.trim().toLowerCase().replace(/[_-]+/g, ' ').replace(/\s+/g, ' ');

function columnsOf(header: readonly string[]): Map<Column, number> {
  const found = new Map<Column, number>();
  header.forEach((heading, at) => {
    const column = COLUMN_NAMES.find((c) => (COLUMNS[c] as readonly string[]).includes(plain(heading)));
    if (column !== undefined && !found.has(column)) found.set(column, at);
  });
  return found;
}

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);

/** Reads one row; says what is wrong with it by column. */
class Row {
  readonly problems: TableProblem[] = [];

  constructor(
    private readonly cells: readonly string[],
    private readonly columns: ReadonlyMap<Column, number>,
    private readonly number: number,
  ) {}

  text(column: Column): string {
    const at = this.columns.get(column);
    return at === undefined ? '' : (this.cells[at] ?? '').trim();
  }

  fault(column: Column, message: string): void {
    this.problems.push({ row: this.number, column: COLUMNS[column][0], message });
  }

  figure(column: Column): number | undefined {
    const text = this.text(column);
    if (text === '' || text === '-' || text === '–' || text === '—') return undefined;
    const plainNumber = /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(text) ? Number(text) : undefined;
    if (plainNumber !== undefined && Number.isFinite(plainNumber)) return plainNumber;
    const read = readFigure(text);
    if (read.ok) return read.value.value;
    this.fault(column, `“${text}” is not a figure`);
    return undefined;
  }

  word<W extends string>(column: Column, allowed: readonly W[], usual: W): W {
    const text = plain(this.text(column));
    if (text === '') return usual;
    const found = allowed.find((w) => w === text);
    if (!found) this.fault(column, `“${text}” is not one of ${allowed.join(', ')}`);
    return found ?? usual;
  }
}

function readCondition(text: string): Condition | undefined {
  const word = /^([a-z0-9-]+)\s*=\s*(.+)$/.exec(text);
  if (word?.[1] && word[2]) return { fact: word[1], equals: word[2].trim() };
  const range = /^([a-z0-9-]+)\s+([-+0-9.e]*)\.\.([-+0-9.e]*)(?:\s+(.+))?$/i.exec(text);
  if (!range?.[1]) return undefined;
  const [low, high] = [range[2], range[3]].map((t) => (t === undefined || t === '' ? undefined : Number(t)));
  if ([low, high].some((v) => v !== undefined && !Number.isFinite(v))) return undefined;
  if (low === undefined && high === undefined) return undefined;
  const unit = range[4] === undefined ? undefined : (findUnit(range[4].trim())?.id ?? null);
  if (unit === null) return undefined;
  return {
    fact: range[1],
    ...(low === undefined ? {} : { low }),
    ...(high === undefined ? {} : { high }),
    ...(unit === undefined ? {} : { unit }),
  };
}

function readUnit(row: Row, kind: LimitKind): string {
  const text = row.text('unit');
  if (text === '') {
    if (limitTypeOf({ kind }).judging.by === 'words') return '1';
    row.fault('unit', 'a unit is needed, as on the placard');
    return '1';
  }
  const exact = findUnit(text)?.id;
  if (exact !== undefined) return exact;
  const found = unitFromSpelling(
    text,
    limitTypeOf({ kind }).ofDifferences ? 'temperature difference' : 'temperature',
  );
  if (!found) row.fault('unit', `“${text}” is not a unit known here`);
  return found?.id ?? '1';
}

function readMore(row: Row): Record<string, unknown> {
  const text = row.text('more');
  if (text === '') return {};
  try {
    const value: unknown = JSON.parse(text);
    if (typeof value === 'object' && value !== null && !Array.isArray(value))
      return value as Record<string, unknown>;
  } catch (why) {
    row.fault('more', `is not JSON: ${why instanceof Error ? why.message : String(why)}`);
    return {};
  }
  row.fault('more', 'is not a JSON object');
  return {};
}

function readBounds(row: Row): Record<string, number> {
  const bounds: Record<string, number> = {};
  for (const edge of ['low', 'high', 'cautionLow', 'cautionHigh'] as const) {
    const value = row.figure(edge);
    if (value !== undefined) bounds[edge] = value;
  }
  return bounds;
}

/** Members that nobody can do without having said them: there is no usual one. */
const NEEDED: ReadonlyMap<string, string> = new Map([
  ['target', 'the target is needed'],
  ['beyond', 'beyond what value is needed'],
  ['demand', 'the demand is needed'],
  ['ways', 'what is expected is needed'],
  ['text', 'what is expected is needed'],
]);

/** What a kind cannot do without; asked row by row, so that the message names row and column. */
function kindMembers(row: Row, kind: LimitKind, more: Record<string, unknown>): Record<string, unknown> {
  const type = limitTypeOf({ kind });
  const found = new Map<string, unknown>();
  for (const member of type.members) {
    const { name } = member;
    if (name === 'tolerance' || name === 'cautionTolerance') {
      const value = row.figure(name);
      if (value !== undefined) found.set(name, value);
      else if (member.optional !== true)
        row.fault('tolerance', kind === 'trend' ? 'is needed, in robust standard deviations' : 'is needed');
    } else if (member.form === 'expected') {
      const expected = row.figure('expected');
      if (expected !== undefined) found.set(name, { value: expected });
      else if (!Object.hasOwn(more, name)) row.fault('expected', 'is needed');
    } else if (!Object.hasOwn(more, name)) {
      const needed = NEEDED.get(member.form) ?? NEEDED.get(name);
      if (needed !== undefined) row.fault('more', needed);
      else if (member.first !== undefined) found.set(name, member.first);
    }
  }
  if (type.edges === 'none') return Object.fromEntries(found);
  const bounds = readBounds(row);
  if (bounds['low'] === undefined && bounds['high'] === undefined)
    row.fault('low', 'a low or a high edge is needed');
  return { bounds, ...Object.fromEntries(found) };
}

function limitOf(row: Row): Limit {
  const title = row.text('title') || row.text('key');
  const key = slug(row.text('key') || title);
  if (title === '') row.fault('title', 'a title or a key is needed');
  const kind = row.word('kind', LIMIT_KINDS, row.text('expected') === '' ? 'band' : 'relative');
  const more = readMore(row);
  const klass = row.word('class', CLASSES, 'performance');
  const conditions = row
    .text('conditions')
    .split(';')
    .map((c) => c.trim())
    .filter((c) => c !== '')
    .flatMap((text) => {
      const read = readCondition(text);
      if (!read) row.fault('conditions', `“${text}” is not understood; write it as rpm 1650..1750 rpm`);
      return read ? [read] : [];
    });
  const [low, high] = [row.text('becauseLow'), row.text('becauseHigh')];
  const place = row.text('place');
  const quantity = row.text('quantity');
  return {
    key,
    kind,
    title,
    unit: readUnit(row, kind),
    ...(quantity === '' ? {} : { quantity }),
    class: klass,
    acceptance: row.word('acceptance', ['simple', 'guarded'], klass === 'safety' ? 'guarded' : 'simple'),
    source: {
      document: row.text('document') || 'not named',
      revision: row.text('revision') || '-',
      ...(place === '' ? {} : { place }),
    },
    conditions,
    ...(low === '' && high === ''
      ? {}
      : { because: { ...(low === '' ? {} : { low }), ...(high === '' ? {} : { high }) } }),
    ...kindMembers(row, kind, more),
    ...more,
  } as unknown as Limit;
}

/**
 * Reads a table of limits: CSV, or cells as a spreadsheet puts them on the clipboard (tabs). The first row
 * names the columns, in any order and in the spellings people use; a title or key, a unit and an edge are
 * needed, the rest has usual values. A row with a fault is left out and every fault is named with its row and
 * column; the others are read. Decimal commas are understood as on the sheet.
 * Errors: no text; no heading that is known. Example: "title<tab>unit<tab>min<tab>max" and a row below.
 */
export function readLimitTable(text: string): Result<LimitTable, string> {
  if (text.trim() === '') return err('There is nothing to read.');
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [header = [], ...rows] = parsed.data;
  const columns = columnsOf(header);
  if (!columns.has('title') && !columns.has('key'))
    return err(
      `The first row must name the columns, among them title or key; it reads “${header.join(' | ').slice(0, 120)}”.`,
    );
  if (rows.length === 0) return err('Below the headings there is no row.');
  const limits: Limit[] = [];
  const problems: TableProblem[] = [];
  rows.forEach((cells, i) => {
    const row = new Row(cells, columns, i + 2);
    const limit = limitOf(row);
    if (row.problems.length === 0) limits.push(limit);
    problems.push(...row.problems);
  });
  return ok({ columns: [...columns.keys()], limits, problems });
}
