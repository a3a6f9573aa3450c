import { convert, unitOf, type QuantityKind } from '../quantity/units.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { SheetCell } from './part-answer.ts';
import type { SheetField, SheetForm } from './worksheets/sheet.ts';

/** What has no nought of its own, or goes round: ten times of it says nothing. */
const WITHOUT_NOUGHT: ReadonlySet<QuantityKind> = new Set(['temperature', 'direction']);

/** Others that differ by more than this are of a column that is meant to spread: steps of a gauge or a throttle, heights. Our own figure. */
const SPREAD = 1.5;

/** So many times beyond the others a figure has to lie before it is asked about. Our own figure. */
const BEYOND = 5;

/** Fewer others than these agree by luck. */
const OTHERS = 2;

/** Which of a tenth and ten times of a figure lies among others, where it lies far beyond them itself; undefined where none does. */
function otherOf(value: number, others: readonly number[]): number | undefined {
  const sizes = others.map(Math.abs);
  const [low, high] = [Math.min(...sizes), Math.max(...sizes)];
  if (others.length < OTHERS || low === 0 || high > SPREAD * low) return undefined;
  if (!others.every((o) => Math.sign(o) === Math.sign(value))) return undefined;
  const size = Math.abs(value);
  if (size < BEYOND * high && size * BEYOND > low) return undefined;
  return [value / 10, value * 10].find((v) => Math.abs(v) * 2 >= low && Math.abs(v) <= 2 * high);
}

/**
 * Whether a typed figure of a sheet looks ten times off beside the others of its column: at least two others, alike to a half more,
 * of which it lies five times off, while a tenth or ten times of it lies among them (to a factor of two). Such a figure is asked back;
 * meant so, it stands. Temperatures and directions are never asked about, nor what an instrument said by itself.
 *
 * Units: as typed. Boundary: exactly five times is asked about. Undefined where nothing is to be asked.
 * Source: our own figures; a lost or doubled decimal point is a factor of ten.
 * Example: stalls at 47, 48, 4.7 and 46 kt: is it 4.7 or 47?
 */
export function tenTimesInColumn(form: SheetForm, cells: readonly SheetCell[]): Reason | undefined {
  for (const field of form.columns) {
    if (WITHOUT_NOUGHT.has(unitOf(field.unit).kind)) continue;
    const column = cells.filter((c) => c.row > 0 && c.column === field.id);
    const doubt = column.map((cell) => askedBack(form, field, cell, column)).find((d) => d !== undefined);
    if (doubt) return doubt;
  }
  return undefined;
}

function askedBack(
  form: SheetForm,
  { title, unit }: SheetField,
  cell: SheetCell,
  column: readonly SheetCell[],
): Reason | undefined {
  const { reading, row } = cell;
  if (reading.source !== 'typed') return undefined;
  const inUnit = (c: SheetCell): number | undefined => {
    const found = convert(c.reading.value, c.reading.unit, unit);
    return found.ok ? found.value : undefined;
  };
  const value = inUnit(cell);
  const others = column.filter((c) => c !== cell).flatMap((c) => inUnit(c) ?? []);
  const other = value === undefined ? undefined : otherOf(value, others);
  if (value === undefined || other === undefined) return undefined;
  const times = other / value;
  return reason('tenTimesInColumn', {
    where: `${form.titles?.[row - 1] ?? `${form.row} ${row}`}, ${title.toLowerCase()}`,
    value: { value: reading.value, unit: reading.unit, resolution: reading.resolution },
    other: {
      value: reading.value * times,
      unit: reading.unit,
      resolution: reading.resolution / (times < 1 ? 10 : 1),
    },
  });
}
