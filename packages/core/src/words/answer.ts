import { formatFigure, formatWithUnit } from '../quantity/format.ts';
import { convert, unitOf } from '../quantity/units.ts';
import type { BasisIndex } from '../checks/basis-index.ts';
import { limitEdges } from '../limits/judge-bounds.ts';
import { boundsOf } from '../limits/bounds-of.ts';
import { LIMITS_OF_ONE, type Reading, type Verdict } from '../limits/types.ts';
import type { PartAnswer } from '../record/entry.ts';
import { describeWorked } from './loading-words.ts';

const figure = (r: Reading, beside: readonly number[] = []): string =>
  formatWithUnit({ value: r.value, unit: r.unit, resolution: r.resolution, beside });

/** Edges that a figure of a check is held against, in its unit: what is shown of it must not cross them. */
function edgesBeside(index: BasisIndex, check: string, unit: string): readonly number[] {
  return (index.checks.get(check)?.limits ?? []).flatMap((key) => {
    const limit = index.limits.get(key);
    const drawn = limit && LIMITS_OF_ONE.includes(limit.kind) ? boundsOf(limit) : undefined;
    if (!drawn) return [];
    return limitEdges(drawn.bounds).flatMap((edge) => {
      const own = convert(edge, drawn.unit, unit);
      return own.ok ? [own.value] : [];
    });
  });
}

/** The figure that was judged, never rounded across its limits. Undefined when the verdict carries none. */
export function verdictFigure(verdict: Verdict | undefined): string | undefined {
  if (verdict?.value === undefined || verdict.unit === undefined) return undefined;
  const beside = verdict.bounds ? limitEdges(verdict.bounds) : [];
  return formatWithUnit({
    value: verdict.value,
    unit: verdict.unit,
    resolution: verdict.resolution,
    beside,
    ...(verdict.per ? { per: verdict.per } : {}),
  });
}

/** The margin of a verdict, signed, with its unit: "38 rpm", "−4 rpm". Undefined when there is none. */
export function marginFigure(verdict: Verdict | undefined): string | undefined {
  if (!verdict?.margin) return undefined;
  const { value, unit } = verdict.margin;
  const symbol = unitOf(unit).symbol;
  return `${formatFigure(value, verdict.resolution, [0])}${symbol ? ` ${symbol}` : ''}${verdict.per ? `/${verdict.per}` : ''}`;
}

/**
 * An answer in words, as rows and reports show it.
 * Example: a drop is "1 702 to 1 590 rpm", a choice is the text of its option.
 */
export function describeAnswer(index: BasisIndex, check: string, answer: PartAnswer): string {
  switch (answer.kind) {
    case 'reading':
      return figure(answer.reading, edgesBeside(index, check, answer.reading.unit));
    case 'drop':
      return `${formatFigure(answer.before.value, answer.before.resolution)} to ${figure(answer.after)}`;
    case 'cylinders':
      return Object.values(answer.readings)
        .map((r) => formatFigure(r.value, r.resolution, edgesBeside(index, check, r.unit)))
        .join(' · ');
    case 'series':
      return `recorded ${formatFigure((answer.series.t[answer.series.t.length - 1] ?? 0) - (answer.series.t[0] ?? 0), 1)} s, ${answer.series.t.length} samples`;
    case 'choice': {
      const spec = index.checks.get(check)?.answer;
      return (
        (spec?.kind === 'choice' ? spec.options.find((o) => o.id === answer.option)?.text : undefined) ??
        answer.option
      );
    }
    case 'confirm':
      return answer.asExpected
        ? (index.checks.get(check)?.response ?? 'As expected')
        : `Not as expected${answer.note ? `: ${answer.note}` : ''}`;
    case 'timer':
      return `${formatFigure((Date.parse(answer.endedAt) - Date.parse(answer.startedAt)) / 1000, 1)} s`;
    case 'text':
      return answer.text;
    default:
      return describeWorked(index, answer);
  }
}
