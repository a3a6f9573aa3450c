import { formatFigure } from '../quantity/format.ts';
import { findUnit } from '../quantity/units.ts';
import type { StationId } from '../checks/types.ts';
import type { Bounds, Limit, LimitClass, LimitKind } from '../limits/types.ts';

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

const show = (value: number | undefined): string => (value === undefined ? '…' : formatFigure(value));

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

/** Each member may be missing while somebody types. */
type Partly<L> = L extends unknown
  ? { readonly kind: L extends { kind: infer K } ? K : never } & Partial<Omit<L, 'kind'>>
  : never;

/** What a limit is called, also when it has been written only in part. */
function words(limit: Partly<Limit>): string {
  const own = limit.unit ?? '1';
  const bounds: Bounds = 'bounds' in limit ? (limit.bounds ?? {}) : {};
  const symbol = findUnit(own)?.symbol ?? own;
  const unit = symbol === '' ? '' : ` ${symbol}`;
  switch (limit.kind) {
    case 'relative': {
      const { expected } = limit;
      const around = expected && 'fact' in expected ? `the ${expected.fact}` : show(expected?.value);
      return `${around} ± ${show(limit.tolerance)}${limit.inPercent ? ' %' : unit}`;
    }
    case 'settle':
      return `within ${range(bounds, 's')}, holding ${show(limit.hold)} s`;
    case 'dwell':
      return `${limit.side ?? 'above'} ${show(limit.beyond)}${unit}: ${range(bounds, 's')}`;
    case 'rate':
      return `${range(bounds, own)} a second`;
    case 'match':
      return `${show(limit.atLeast)} agree: ${range(bounds, own)} apart`;
    case 'responds':
      return `goes ${limit.direction ?? 'up'} by ${range(bounds, own)}`;
    case 'ratio': {
      const { demand: of } = limit;
      const demand =
        of && 'fact' in of
          ? `the ${of.fact}`
          : `${show(of?.value)} ${findUnit(of?.unit ?? own)?.symbol ?? ''}`;
      return `${range(bounds, own)} of ${demand}`;
    }
    case 'sense':
      return Object.entries(limit.expected ?? {})
        .map(([surface, way]) => (surface === 'answer' ? way : `${surface} ${way}`))
        .join(', ');
    case 'equals':
      return limit.expected && 'fact' in limit.expected
        ? `as the ${limit.expected.fact}`
        : `“${limit.expected?.text ?? '…'}”`;
    case 'trend':
      return `${show(limit.tolerance)} deviations from its past, at least ${show(limit.floor)}${unit}`;
    case 'band':
    case 'difference':
    case 'drop':
    case 'spread':
    case 'together':
      return range(bounds, own);
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

/** What a limit protects, in words beside its title. */
export const PROTECTS: Readonly<Record<LimitClass, string>> = {
  safety: 'protects safety',
  airworthiness: 'protects airworthiness',
  performance: 'shows performance',
  information: 'informs only',
};

/** Where the figures of the limits of a station usually stand. */
export const USUALLY_FOUND: Readonly<Record<StationId, string>> = {
  papers: 'permit, certificate or policy',
  loading: 'weighing report; flight manual, mass and balance',
  inspection: 'maintenance manual, tolerances of the part',
  controls: 'maintenance manual, rigging and travels; maker’s set-up sheet',
  fuel: 'flight manual, fuel system; maker’s data of the pack',
  'run-up': 'engine manual, operating limits; placard at the gauge',
  taxi: 'flight manual, ground handling',
  ready: 'flight manual, operating limits; permit',
  flight: 'flight manual, performance and limits; test plan',
  debrief: 'engine or maker’s manual, limits in operation',
  release: 'maintenance programme',
};
