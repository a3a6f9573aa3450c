import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { ambiguousUnit, unitFromSpelling, unitOf, type Unit } from './units.ts';

/** A figure as a person typed it: its value, and the step its last digit stands for. */
export interface TypedFigure {
  readonly value: number;
  readonly resolution: number;
}

/** A quantity as entered: the text, the figure, the unit it was entered in and the step of its last digit. */
export interface TypedQuantity extends TypedFigure {
  readonly text: string;
  readonly unit: string;
}

const SPACES = /[\s\u00a0\u202f\u2009'’]/g;
const FIGURE = /^([+-]?)(\d+(?:[.,\s\u00a0\u202f\u2009'’]\d+)*|[.,]\d+)$/u;

function split(text: string): { figure: string; suffix: string } {
  const match = /^([+\-−]?[\d.,\s\u00a0\u202f\u2009'’]*\d)\s*(.*)$/u.exec(text.trim());
  return match ? { figure: match[1] ?? '', suffix: match[2] ?? '' } : { figure: text.trim(), suffix: '' };
}

/** Gallons beside a placard in US gallons are those. */
function placardGallons(suffix: string, expectedUnit: string): Unit | undefined {
  const word = suffix.trim().toLowerCase();
  if (expectedUnit === 'US gal' && /^gal(lon)?s?$/.test(word)) return unitOf('US gal');
  return expectedUnit === 'US gal/h' && (word === 'gph' || word === 'gal/h') ? unitOf('US gal/h') : undefined;
}

/** More digits than any figure has that somebody reads off an instrument. */
const MOST_DIGITS = 30;

/** Reads digits with at most one decimal mark already settled as a point. */
function plain(sign: string, digits: string): TypedFigure {
  const decimals = digits.includes('.') ? digits.length - digits.indexOf('.') - 1 : 0;
  const value = Number(digits) * (sign === '-' ? -1 : 1);
  return { value: value === 0 ? 0 : value, resolution: Number(`1e-${decimals}`) };
}

/** True when every group after the first has three digits: "1.234.567", "12 345". */
function grouped(parts: readonly string[]): boolean {
  const [first = ''] = parts;
  // Nobody writes a nought before thousands: "0,500,000" is a slip.
  const begins = first.length <= 3 && !first.startsWith('0');
  return parts.length > 1 && begins && parts.slice(1).every((p) => p.length === 3);
}

/**
 * Reads a figure as a person means it: decimal comma or point, spaces or apostrophes between thousands.
 * A lone comma or point before exactly three digits could be either ("1,500"): it is asked back, never
 * guessed across a factor of 1000. A leading zero settles it ("0,500" is one half).
 *
 * Errors: `noFigure` (empty), `notANumber`, `ambiguousFigure` with both readings.
 * Example: `readFigure('1 702,5')` is `{ value: 1702.5, resolution: 0.1 }`.
 */
export function readFigure(text: string): Result<TypedFigure, Reason> {
  const trimmed = text.trim().replace('−', '-');
  if (trimmed === '') return err(reason('noFigure'));
  const match = FIGURE.exec(trimmed);
  if (!match) return err(reason('notANumber', { text }));
  const sign = match[1] ?? '';
  const body = match[2] ?? '';
  if (body.replace(/\D/g, '').length > MOST_DIGITS)
    return err(reason('notANumber', { text: `${text.slice(0, 40)}…` }));
  const spaced = body.split(/[\s\u00a0\u202f\u2009'’]/);
  const lastMark = Math.max(body.lastIndexOf(','), body.lastIndexOf('.'));
  const wholePart = lastMark < 0 ? spaced : body.slice(0, lastMark).split(/[\s\u00a0\u202f\u2009'’]/);
  if (spaced.length > 1 && !grouped(wholePart)) return err(reason('notANumber', { text }));
  const compact = body.replace(SPACES, '');
  const marks = compact.match(/[.,]/g) ?? [];
  if (marks.length === 0) return ok(plain(sign, compact));
  if (marks.length === 1) return readSingleMark(text, sign, compact);
  return readManyMarks(text, sign, compact, marks);
}

/** One mark: with spaces between thousands before it, there are more than three digits, and it is a decimal one. */
function readSingleMark(text: string, sign: string, compact: string): Result<TypedFigure, Reason> {
  const [whole = '', fraction = ''] = compact.split(/[.,]/);
  const decimal = plain(sign, `${whole === '' ? '0' : whole}.${fraction}`);
  const couldGroup =
    fraction.length === 3 && whole.length >= 1 && whole.length <= 3 && !whole.startsWith('0');
  if (!couldGroup) return ok(decimal);
  return err(
    reason('ambiguousFigure', { text, small: String(decimal.value), large: `${sign}${whole}${fraction}` }),
  );
}

function readManyMarks(
  text: string,
  sign: string,
  compact: string,
  marks: readonly string[],
): Result<TypedFigure, Reason> {
  const last = marks[marks.length - 1] ?? '';
  const same = marks.every((m) => m === last);
  if (same) {
    const parts = compact.split(last);
    return grouped(parts) ? ok(plain(sign, parts.join(''))) : err(reason('notANumber', { text }));
  }
  const [first] = marks;
  const cut = compact.lastIndexOf(last);
  const groups = compact.slice(0, cut).split(first ?? '');
  const clean = marks.slice(0, -1).every((m) => m === first) && grouped(groups);
  if (!clean) return err(reason('notANumber', { text }));
  return ok(plain(sign, `${groups.join('')}.${compact.slice(cut + 1)}`));
}

/**
 * Reads a figure with an optional unit. Without a unit it is in the unit of the placard (`expectedUnit`);
 * with one, it is kept in the unit typed, provided that it measures the same kind of thing.
 *
 * Errors: those of `readFigure`; `unknownUnit`; `wrongKind`.
 * Example: `readQuantity('4,7 bar', 'psi')` is 4.7 in `bar`, with a resolution of 0.1.
 */
export function readQuantity(text: string, expectedUnit: string): Result<TypedQuantity, Reason> {
  const expected = unitOf(expectedUnit);
  const { figure, suffix } = split(text);
  const read = readFigure(figure);
  if (!read.ok) return read;
  if (suffix === '') return ok({ ...read.value, text: text.trim(), unit: expectedUnit });
  const several = ambiguousUnit(suffix, expectedUnit);
  if (several)
    return err(reason('ambiguousUnit', { text, unit: suffix, one: several[0], other: several[1] }));
  const typed = placardGallons(suffix, expectedUnit) ?? unitFromSpelling(suffix, expected.kind);
  if (!typed) return err(reason('unknownUnit', { text, unit: suffix, wanted: expected.symbol }));
  if (typed.kind !== expected.kind) {
    return err(
      reason('wrongKind', {
        unit: typed.symbol,
        kind: typed.kind,
        wanted: expected.symbol,
        wantedKind: expected.kind,
      }),
    );
  }
  return ok({ ...read.value, text: text.trim(), unit: typed.id });
}
