import { formatFigure } from '../quantity/format.ts';
import { findUnit } from '../quantity/units.ts';
import type { Bounds, Limit, LimitKind } from '../limits/types.ts';

/** Kinds of limit in the words of the trade. */
export const LIMIT_KIND_TITLES: Readonly<Record<LimitKind, string>> = {
  band: 'Between edges',
  relative: 'Around an expected value',
  drop: 'Drop, before less after',
  difference: 'Difference of two',
  match: 'At least so many agree',
  spread: 'Spread, highest less lowest',
  rate: 'Rate of change',
  settle: 'Settles in time',
  dwell: 'Time beyond a value',
  responds: 'Responds to input',
  together: 'At the same moment',
  ratio: 'Share of a demand',
  sense: 'The right way',
  equals: 'Read back the same',
  trend: 'Trend',
};

const show = (value: number): string => formatFigure(value);

function range(bounds: Bounds, unit: string): string {
  const { low, high, cautionLow, cautionHigh } = bounds;
  const symbol = findUnit(unit)?.symbol ?? unit;
  const end = symbol === '' ? '' : ` ${symbol}`;
  const hard =
    low !== undefined && high !== undefined
      ? `${show(low)} to ${show(high)}${end}`
      : low !== undefined
        ? `at least ${show(low)}${end}`
        : high !== undefined
          ? `at most ${show(high)}${end}`
          : 'no edge yet';
  const caution = [
    ...(cautionLow === undefined ? [] : [`below ${show(cautionLow)}`]),
    ...(cautionHigh === undefined ? [] : [`above ${show(cautionHigh)}`]),
  ];
  return caution.length === 0 ? hard : `${hard}, caution ${caution.join(' and ')}`;
}

/** What a limit is called when it has been written only in part: members may be missing while somebody types. */
function words(limit: Limit): string {
  const symbol = findUnit(limit.unit)?.symbol ?? limit.unit;
  const unit = symbol === '' ? '' : ` ${symbol}`;
  switch (limit.kind) {
    case 'relative': {
      const around = 'value' in limit.expected ? show(limit.expected.value) : `the ${limit.expected.fact}`;
      return `${around} ± ${show(limit.tolerance)}${limit.inPercent ? ' %' : unit}`;
    }
    case 'settle':
      return `within ${range(limit.bounds, 's')}, holding ${show(limit.hold)} s`;
    case 'dwell':
      return `${limit.side} ${show(limit.beyond)}${unit}: ${range(limit.bounds, 's')}`;
    case 'rate':
      return `${range(limit.bounds, limit.unit)} a second`;
    case 'match':
      return `${limit.atLeast} agree: ${range(limit.bounds, limit.unit)} apart`;
    case 'responds':
      return `goes ${limit.direction} by ${range(limit.bounds, limit.unit)}`;
    case 'ratio': {
      const demand =
        'value' in limit.demand
          ? `${show(limit.demand.value)} ${findUnit(limit.demand.unit)?.symbol ?? limit.demand.unit}`
          : `the ${limit.demand.fact}`;
      return `${range(limit.bounds, limit.unit)} of ${demand}`;
    }
    case 'sense':
      return Object.entries(limit.expected)
        .map(([surface, way]) => (surface === 'answer' ? way : `${surface} ${way}`))
        .join(', ');
    case 'equals':
      return 'text' in limit.expected ? `“${limit.expected.text}”` : `as the ${limit.expected.fact}`;
    case 'trend':
      return `${show(limit.tolerance)} deviations from its past, at least ${show(limit.floor)}${unit}`;
    case 'band':
    case 'difference':
    case 'drop':
    case 'spread':
    case 'together':
      return range(limit.bounds, limit.unit);
  }
}

/**
 * A limit in words, as on a placard, with the conditions it holds under.
 * Example: "55 to 90 psi, caution below 60; oil temperature 40 to 110 °C".
 */
export function limitInWords(limit: Limit): string {
  const conditions = limit.conditions.map((c) => {
    const name = c.fact.replace(/-/g, ' ');
    if (c.equals !== undefined) return `${name} ${c.equals}`;
    return `${name} ${range({ low: c.low, high: c.high }, c.unit ?? 'count')}`;
  });
  return [words(limit), ...conditions].join('; ');
}
