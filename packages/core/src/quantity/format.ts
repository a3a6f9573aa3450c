import type { Figure } from '../words/reason.ts';
import { unitOf } from './units.ts';

const THIN_SPACE = '\u202f';

/** Number of decimals that a step needs: 1 -> 0, 0.1 -> 1, 0.05 -> 2. */
function decimalsOf(resolution: number): number {
  if (!(resolution > 0) || resolution >= 1) return 0;
  return Math.min(9, Math.ceil(-Math.log10(resolution) - 1e-9));
}

function group(fixed: string): string {
  const [whole = '', fraction] = fixed.split('.');
  const sign = whole.startsWith('-') ? '−' : '';
  const digits = whole.replace('-', '').replace(/\B(?=(\d{3})+$)/g, THIN_SPACE);
  return `${sign}${digits}${fraction === undefined ? '' : `.${fraction}`}`;
}

/**
 * Writes a figure with the decimals of `resolution` and thin spaces between thousands.
 *
 * Never rounds across a value in `beside` (limits, usually): decimals are added until the figure shown lies
 * on the same side as the value itself, so that an `out` can never look like a `within`.
 * Example: `formatFigure(149.996, 1, [150])` is "149.996"; `formatFigure(1702, 1)` is "1 702" (thin space).
 */
export function formatFigure(value: number, resolution = 1, beside: readonly number[] = []): string {
  let decimals = decimalsOf(resolution);
  const sideKept = (shown: number): boolean =>
    beside.every((b) => Math.sign(shown - b) === Math.sign(value - b));
  while (decimals < 9 && !sideKept(Number(value.toFixed(decimals)))) decimals += 1;
  const fixed = value.toFixed(decimals);
  return group(Number(fixed) === 0 ? fixed.replace('-', '') : fixed);
}

/** Writes a figure with its unit symbol. Example: `formatWithUnit({ value: 68, unit: 'psi' })` is "68 psi". */
export function formatWithUnit(figure: Figure): string {
  const symbol = `${unitOf(figure.unit).symbol}${figure.per ? `/${figure.per}` : ''}`;
  const text = formatFigure(figure.value, figure.resolution, figure.beside);
  if (symbol === '') return text;
  return symbol === '°' ? `${text}°` : `${text}${'\u00a0'}${symbol}`;
}
