import { convert, differenceUnit, findUnit, isCircular, UNIT_IDS, unitOf } from '../quantity/units.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { FigureMember } from './kind.ts';
import { limitTypeOf } from './kinds.ts';
import type { Bounds, Condition, Limit } from './types.ts';
import { ownMember } from '../own-member.ts';

/** Something said about a limit book: an `error` keeps it from being published, a `doubt` is only said. */
export interface BookNotice {
  readonly weight: 'error' | 'doubt';
  /** Keys of the limits it is about. */
  readonly keys: readonly string[];
  readonly reason: Reason;
}

function boundsErrors(limit: Limit, bounds: Bounds): Reason[] {
  const { low, high, cautionLow, cautionHigh } = bounds;
  const about = { limit: limit.title };
  const order = [low, cautionLow, cautionHigh, high].filter((v): v is number => v !== undefined);
  if (order.some((v, i) => i > 0 && v < (order[i - 1] ?? v))) return [reason('edgesOrder', about)];
  if (low !== undefined && low === high) return [reason('edgesSame', about)];
  return low === undefined && high === undefined ? [reason('edgesNone', about)] : [];
}

function unitErrors(limit: Limit): Reason[] {
  const { straight, ofDifferences, unitOf: only } = limitTypeOf(limit);
  const kind = findUnit(limit.unit)?.kind;
  const about = { limit: limit.title, kind: limit.kind };
  if (straight(limit) && isCircular(limit.unit)) return [reason('directionNotCompared', about)];
  if (ofDifferences && kind === 'temperature')
    return [reason('temperatureMeant', { ...about, use: differenceUnit(limit.unit) })];
  if (only === undefined || kind === only) return [];
  return [reason(only === 'time' ? 'unitNotTime' : 'unitNotRatio', about)];
}

const LEAST: Readonly<Record<NonNullable<FigureMember<Limit>['least']>, (value: number) => boolean>> = {
  zero: (value) => value >= 0,
  'more than zero': (value) => value > 0,
  two: (value) => value >= 2,
};

/** Sizes that are no size: below nothing, nothing where something is needed, or no figure. */
function sizeErrors(limit: Limit): Reason[] {
  const wrong = (member: string): Reason => reason('sizeWrong', { limit: limit.title, member });
  const held = limit as unknown as Readonly<Record<string, unknown>>;
  return limitTypeOf(limit).members.flatMap((member) => {
    const value = held[member.name];
    if (value === undefined && member.usual === undefined && member.optional !== true)
      return [reason('memberMissing', { limit: limit.title, member: member.label.toLowerCase() })];
    if (member.form === 'demand')
      return limit.kind === 'ratio' &&
        'value' in limit.demand &&
        !(limit.demand.value > 0 && Number.isFinite(limit.demand.value))
        ? [wrong('demand')]
        : [];
    if (member.form !== 'figure' || member.least === undefined || value === undefined) return [];
    return typeof value === 'number' && Number.isFinite(value) && LEAST[member.least](value)
      ? []
      : [wrong(member.called)];
  });
}

/** Conditions and facts whose units cannot be: a unit that is none, edges the wrong way round, one for something else. */
function conditionErrors(limit: Limit): Reason[] {
  return limit.conditions.flatMap(({ fact, low, high, unit }) => {
    if (low === undefined && high === undefined) return [];
    if (unit !== undefined && !findUnit(unit))
      return [reason('conditionUnit', { limit: limit.title, fact, unit })];
    return low !== undefined && high !== undefined && low > high
      ? [reason('conditionOrder', { limit: limit.title, fact })]
      : [];
  });
}

/**
 * What makes a single limit unusable: edges out of order or missing, a temperature where a difference is
 * meant, instants not in a unit of time, a share in another unit, a caution tolerance beyond the tolerance, sizes
 * below nothing, conditions in units that there are not.
 * Example: low 90 and high 55 gives `edgesOrder`.
 */
export function limitErrors(limit: Limit): readonly Reason[] {
  const tolerance =
    (limit.kind === 'relative' || limit.kind === 'trend') &&
    limit.cautionTolerance !== undefined &&
    limit.cautionTolerance > limit.tolerance
      ? [reason('toleranceOrder', { limit: limit.title })]
      : [];
  return [
    ...unitErrors(limit),
    ...('bounds' in limit ? boundsErrors(limit, limit.bounds) : []),
    ...tolerance,
    ...sizeErrors(limit),
    ...conditionErrors(limit),
  ];
}

interface Span {
  readonly limit: Limit;
  readonly fact: string;
  readonly unit: string;
  readonly low: number;
  readonly high: number;
}

/** Limits of one quantity that hold over ranges of one fact, everything else about their conditions alike. */
function spansByQuantity(limits: readonly Limit[]): Map<string, Span[]> {
  const groups = new Map<string, Span[]>();
  for (const limit of limits) {
    if (limit.quantity === undefined) continue;
    const ranges = limit.conditions.filter((c) => c.low !== undefined || c.high !== undefined);
    const [range] = ranges;
    if (!range || ranges.length !== 1) continue;
    const words = limit.conditions
      .filter((c) => c !== range)
      .map((c: Condition) => `${c.fact}=${c.equals ?? ''}`);
    const key = [limit.quantity, limit.kind, range.fact, ...words.sort()].join('|');
    const span = {
      limit,
      fact: range.fact,
      unit: range.unit ?? 'count',
      low: range.low ?? -Infinity,
      high: range.high ?? Infinity,
    };
    groups.set(key, [...(groups.get(key) ?? []), span]);
  }
  return groups;
}

/**
 * Gaps and overlaps between the ranges in which limits of one quantity hold. Ranges that share only an edge
 * neither gap nor overlap. Example: 0..40 °C and 45..110 °C leave a gap from 40 to 45 °C.
 */
function gapsAndOverlaps(spans: readonly Span[]): BookNotice[] {
  const sorted = [...spans].sort((a, b) => a.low - b.low);
  return sorted.slice(1).flatMap((next, i): BookNotice[] => {
    const before = sorted[i];
    if (!before || next.low === before.high || before.unit !== next.unit) return [];
    const keys = [before.limit.key, next.limit.key];
    const figure = (value: number): { value: number; unit: string } => ({ value, unit: next.unit });
    const common = { quantity: next.limit.quantity ?? '', fact: next.fact };
    if (next.low > before.high)
      return [
        {
          weight: 'doubt',
          keys,
          reason: reason('conditionGap', { ...common, from: figure(before.high), to: figure(next.low) }),
        },
      ];
    return [
      {
        weight: 'doubt',
        keys,
        reason: reason('conditionOverlap', {
          ...common,
          one: before.limit.title,
          other: next.limit.title,
          from: figure(next.low),
          to: figure(Math.min(before.high, next.high)),
        }),
      },
    ];
  });
}

function mixedUnits(limits: readonly Limit[]): BookNotice[] {
  const groups = new Map<string, Limit[]>();
  for (const l of limits)
    if (l.quantity !== undefined)
      groups.set(`${l.quantity}|${l.kind}`, [...(groups.get(`${l.quantity}|${l.kind}`) ?? []), l]);
  return [...groups.values()].flatMap((group): BookNotice[] => {
    const units = [...new Set(group.map((l) => unitOf(l.unit).symbol))];
    return units.length < 2
      ? []
      : [
          {
            weight: 'doubt',
            keys: group.map((l) => l.key),
            reason: reason('unitsMixed', { quantity: group[0]?.quantity ?? '', units }),
          },
        ];
  });
}

function emptyCaution(limit: Limit): boolean {
  if (!('bounds' in limit)) return false;
  const { low, high, cautionLow, cautionHigh } = limit.bounds;
  return (low !== undefined && low === cautionLow) || (high !== undefined && high === cautionHigh);
}

/** Edge figures of a limit by name, as far as it has any. */
function edgesOf(limit: Limit): Record<string, number> {
  if ('bounds' in limit)
    return Object.fromEntries(Object.entries(limit.bounds).filter(([, v]) => v !== undefined));
  return limit.kind === 'relative' && 'value' in limit.expected ? { expected: limit.expected.value } : {};
}

/** How near a ratio must lie to that of two units to look like a slip between them. */
const SLIP_SHARE = 0.02;

/**
 * What looks like a slip between two revisions of a limit: every edge moved by the ratio of two units of its
 * kind, although the unit stayed (the figure was copied from a placard in the other unit), or the figures stayed
 * although the unit changed; or every edge moved ten times.
 * Example: 55..90 psi that became 3.8..6.2 psi: bar was entered as psi.
 */
export function slipsBetween(before: Limit, after: Limit): readonly Reason[] {
  const [a, b] = [edgesOf(before), edgesOf(after)];
  const names = Object.keys(b).filter(
    (n) => ownMember(a, n) !== undefined && ownMember(a, n) !== 0 && ownMember(b, n) !== 0,
  );
  const [first] = names;
  if (first === undefined) return [];
  const ratios = names.map((n) => (ownMember(b, n) ?? NaN) / (ownMember(a, n) ?? NaN));
  const figures = {
    limit: after.title,
    before: { value: ownMember(a, first) ?? NaN, unit: before.unit },
    after: { value: ownMember(b, first) ?? NaN, unit: after.unit },
  };
  const near = (ratio: number): boolean => ratios.every((r) => Math.abs(r / ratio - 1) <= SLIP_SHARE);
  if (before.unit !== after.unit)
    return near(1) && findUnit(before.unit)?.kind === findUnit(after.unit)?.kind
      ? [
          reason('unitSlip', {
            ...figures,
            read: unitOf(before.unit).symbol,
            as: unitOf(after.unit).symbol,
          }),
        ]
      : [];
  if (near(10) || near(0.1)) return [reason('tenfoldSlip', figures)];
  const own = unitOf(after.unit);
  for (const id of UNIT_IDS) {
    const other = unitOf(id);
    if (other.kind !== own.kind || id === own.id || other.offset !== own.offset) continue;
    if (Math.abs(own.factor / other.factor - 1) <= SLIP_SHARE) continue;
    if (near(own.factor / other.factor))
      return [reason('unitSlip', { ...figures, read: other.symbol, as: own.symbol })];
  }
  return temperatureSlip(before, after, a, b, names)
    ? [reason('unitSlip', { ...figures, read: '°F', as: '°C' })]
    : [];
}

/** Degrees Fahrenheit entered as Celsius: the offset makes the ratio differ from edge to edge. */
function temperatureSlip(
  before: Limit,
  after: Limit,
  a: Record<string, number>,
  b: Record<string, number>,
  names: readonly string[],
): boolean {
  if (before.unit !== 'degC' || after.unit !== 'degC') return false;
  return names.every((n) => {
    const meant = convert(ownMember(b, n) ?? NaN, 'degF', 'degC');
    return meant.ok && Math.abs(meant.value - (ownMember(a, n) ?? NaN)) <= 1;
  });
}

/**
 * Looks through the limits of a book: what makes one unusable (errors), and what looks odd (doubts): a key
 * twice, gaps and overlaps between the ranges of one quantity, one quantity in two units, an empty caution band.
 * Example: a cold oil limit up to 40 °C and a hot one from 45 °C, of one quantity, leave a gap.
 */
export function reviewLimits(limits: readonly Limit[]): readonly BookNotice[] {
  const errors = limits.flatMap((limit, i): BookNotice[] => {
    const twice =
      limits.findIndex((l) => l.key === limit.key) !== i ? [reason('keyTwice', { limit: limit.key })] : [];
    return [...twice, ...limitErrors(limit)].map((why) => ({
      weight: 'error',
      keys: [limit.key],
      reason: why,
    }));
  });
  const empty = limits.filter(emptyCaution).map((l): BookNotice => ({
    weight: 'doubt',
    keys: [l.key],
    reason: reason('cautionEmpty', { limit: l.title }),
  }));
  return [
    ...errors,
    ...[...spansByQuantity(limits).values()].flatMap(gapsAndOverlaps),
    ...mixedUnits(limits),
    ...empty,
  ];
}
