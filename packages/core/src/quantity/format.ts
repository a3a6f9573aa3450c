import type { Figure } from '../reasons/reason.ts';
import { noiseAt } from './noise.ts';
import { unitOf } from './units.ts';

const THIN_SPACE = '\u202f';
/** More places than any instrument has: enough to tell any two figures apart that a verdict tells apart. */
const MOST_DECIMALS = 15;

/** Number of decimals that a step needs: 1 -> 0, 0.1 -> 1, 0.05 -> 2. */
function decimalsOf(resolution: number): number {
  if (!(resolution > 0) || resolution >= 1) return 0;
  return Math.min(MOST_DECIMALS, Math.ceil(-Math.log10(resolution) - 1e-9));
}

function group(fixed: string): string {
  const [whole = '', fraction] = fixed.split('.');
  const sign = whole.startsWith('-') ? '−' : '';
  const digits = whole.replace('-', '').replace(/\B(?=(\d{3})+$)/g, THIN_SPACE);
  return `${sign}${digits}${fraction === undefined ? '' : `.${fraction}`}`;
}

/** A figure without what binary arithmetic added to it. Example: 0.1 + 0.2 is 0.3. */
function tidy(value: number): number {
  return Number(value.toPrecision(12));
}

/** Decimals of a figure as it was written. Example: 4.25 has two, 1e-7 has seven. */
function decimalsWritten(value: number): number {
  const [digits = '', exponent = '0'] = String(tidy(value)).toLowerCase().split('e');
  const fraction = digits.split('.')[1]?.length ?? 0;
  return Math.min(MOST_DECIMALS, Math.max(0, fraction - Number(exponent)));
}

/**
 * The step of the last digit that a figure was written with, so that a limit is shown with all its digits and no more.
 * Example: of 4.25 it is 0.01, of 90 it is 1.
 */
export function stepAsWritten(value: number): number {
  return Number(`1e-${decimalsWritten(value)}`);
}

/** Which side of an edge a figure lies on; on it where only the noise of the arithmetic parts them. */
function side(value: number, edge: number): number {
  return Math.abs(value - edge) <= noiseAt(value, edge) ? 0 : Math.sign(value - edge);
}

/**
 * Writes a figure with the decimals of `resolution` and thin spaces between thousands; without a resolution with the
 * digits it was written with.
 *
 * Never rounds across a value in `beside` (edges of limits): decimals are added until the figure shown lies on the same
 * side of each as the value itself, or on it, so that an `out` can never look like a `within`, nor the other way round.
 * Example: `formatFigure(149.996, 1, [150])` is "149.996"; `formatFigure(1702, 1)` is "1 702" (thin space).
 */
export function formatFigure(value: number, resolution?: number, beside: readonly number[] = []): string {
  const fixed = fixedFigure(value, resolution, beside);
  return group(Number(fixed) === 0 ? fixed.replace('-', '') : fixed);
}

/** The figure that `formatFigure` shows, as a number: what a person who reads it has. */
export function shownFigure(value: number, resolution?: number, beside: readonly number[] = []): number {
  return Number(fixedFigure(value, resolution, beside));
}

function fixedFigure(value: number, resolution: number | undefined, beside: readonly number[]): string {
  let decimals = resolution === undefined ? decimalsWritten(value) : decimalsOf(resolution);
  const sidesKept = (shown: number): boolean => beside.every((b) => side(shown, b) === side(value, b));
  while (decimals < MOST_DECIMALS && !sidesKept(Number(value.toFixed(decimals)))) decimals += 1;
  return value.toFixed(decimals);
}

/** Writes a figure with its unit symbol. Example: `formatWithUnit({ value: 68, unit: 'psi' })` is "68 psi". */
export function formatWithUnit(figure: Figure): string {
  const symbol = `${unitOf(figure.unit).symbol}${figure.per ? `/${figure.per}` : ''}`;
  const text = formatFigure(figure.value, figure.resolution, figure.beside);
  if (symbol === '') return text;
  return symbol === '°' ? `${text}°` : `${text}${'\u00a0'}${symbol}`;
}
