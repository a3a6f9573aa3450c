import { limitEdges } from '../limits/judge-bounds.ts';
import type { Verdict } from '../limits/types.ts';
import { formatFigure, formatWithUnit } from '../quantity/format.ts';
import { unitOf } from '../quantity/units.ts';

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
