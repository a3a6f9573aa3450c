import type { AnswerSpec, Check } from '../checks/types.ts';
import { convert } from '../quantity/units.ts';
import type { Bounds, Limit, Reading } from '../limits/types.ts';
import { reason, type Reason } from '../reasons/reason.ts';

/** Answer kinds that carry figures. */
export type FigureSpec = Extract<AnswerSpec, { plausible: unknown }>;

/** Whether a check is answered with figures. */
export function isFigureSpec(spec: AnswerSpec): spec is FigureSpec {
  return 'plausible' in spec;
}

/** How papers and loading are answered: worked out from what was typed, rather than read off a gauge or confirmed. */
export type WorkedSpec = Extract<
  AnswerSpec,
  { kind: 'weighing' | 'loading' | 'document' | 'trail' | 'signatures' | 'equipment' | 'plate' }
>;

const WORKED: readonly AnswerSpec['kind'][] = [
  'weighing',
  'loading',
  'document',
  'trail',
  'signatures',
  'equipment',
  'plate',
];

/** Whether a check is answered by a weighing, a loading sheet or a paper. */
export function isWorked(spec: AnswerSpec): spec is WorkedSpec {
  return WORKED.includes(spec.kind);
}

/**
 * Refuses a figure that the gauge cannot show, or that measures something else than the check asks for.
 * Edges of the gauge are inclusive. Undefined when the figure may stand.
 * Errors: `wrongKind`, `notFinite`, `offTheGauge`.
 * Example: 1 120 psi on a gauge of 0..150 psi is `offTheGauge`.
 */
export function implausible(reading: Reading, spec: FigureSpec): Reason | undefined {
  // A series may be timed with a stopwatch instead: then it is a time.
  const unit = spec.kind === 'series' && reading.unit === 's' ? 's' : spec.unit;
  const value = convert(reading.value, reading.unit, unit);
  if (!value.ok) return value.error;
  const { low, high } = unit === spec.unit ? spec.plausible : { low: 0, high: 3600 };
  if (value.value >= low && value.value <= high) return undefined;
  return reason('offTheGauge', {
    value: { value: value.value, unit, resolution: reading.resolution },
    low: { value: low, unit },
    high: { value: high, unit },
  });
}

function insideHard(value: number, bounds: Bounds): boolean {
  return (
    (bounds.low === undefined || value >= bounds.low) && (bounds.high === undefined || value <= bounds.high)
  );
}

/** Whether the gauge of a check could show a figure at all. */
function onTheGauge(value: number, unit: string, spec: AnswerSpec): boolean {
  if (!isFigureSpec(spec)) return false;
  const shown = convert(value, unit, spec.unit);
  return shown.ok && shown.value >= spec.plausible.low && shown.value <= spec.plausible.high;
}

/**
 * Whether a figure looks ten times off: outside the hard limits, while a tenth or ten times of it would be
 * inside, and on the gauge. Such a figure is asked back; meant so, it stands. Only for band limits held against a single reading.
 * Example: 7 psi where 55 to 90 is allowed: is it 7 or 70?
 */
export function tenTimesOff(reading: Reading, check: Check, limits: readonly Limit[]): Reason | undefined {
  if (check.answer.kind !== 'reading' && check.answer.kind !== 'cylinders') return undefined;
  // Turns are counted, not read off a scale: there is no point to be set wrong, and a tenth of any lies between the limits.
  if (check.answer.kind === 'reading' && check.answer.directions) return undefined;
  for (const limit of limits) {
    if (limit.kind !== 'band') continue;
    const value = convert(reading.value, reading.unit, limit.unit);
    if (!value.ok || value.value === 0 || insideHard(value.value, limit.bounds)) continue;
    const other = [value.value / 10, value.value * 10].find(
      (v) => insideHard(v, limit.bounds) && onTheGauge(v, limit.unit, check.answer),
    );
    if (other === undefined) continue;
    const figure = (v: number): { value: number; unit: string; resolution: number } => ({
      value: v,
      unit: limit.unit,
      resolution: reading.resolution / (v < value.value ? 10 : 1),
    });
    return reason('tenTimesOff', { value: figure(value.value), other: figure(other) });
  }
  return undefined;
}

/** Questions of the door, as against what it refuses: recorded again, the figure stands. */
const QUESTIONS: readonly string[] = ['tenTimesOff', 'tenTimesInColumn'];

/** Whether the door asks a figure back rather than refusing it. Example: `offTheGauge` is refused, `tenTimesOff` asked back. */
export const isAskedBack = ({ code }: Reason): boolean => QUESTIONS.includes(code);
