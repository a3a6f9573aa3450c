import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { ownMember } from '../own-member.ts';

/** What is measured. A temperature and a temperature difference are different kinds, so are a direction and an angle. */
export type QuantityKind =
  | 'rotational speed'
  | 'pressure'
  | 'temperature'
  | 'temperature difference'
  | 'temperature rate'
  | 'speed'
  | 'acceleration'
  | 'length'
  | 'mass'
  | 'volume'
  | 'volume flow'
  | 'voltage'
  | 'current'
  | 'charge'
  | 'time'
  | 'direction'
  | 'angle'
  | 'force'
  | 'torque'
  | 'resistance'
  | 'frequency'
  | 'magnetic field'
  | 'energy'
  | 'power'
  | 'signal level'
  | 'angular rate'
  | 'ratio'
  | 'turns'
  | 'count';

/** A unit: SI value = figure × factor + offset. */
export interface Unit {
  readonly id: string;
  readonly symbol: string;
  readonly kind: QuantityKind;
  readonly factor: number;
  readonly offset: number;
  /** What people type for it, without spaces. */
  readonly spellings: readonly string[];
}

const unit = (
  id: string,
  symbol: string,
  kind: QuantityKind,
  factor: number,
  spellings: readonly string[] = [],
  offset = 0,
): Unit => ({
  id,
  symbol,
  kind,
  factor,
  offset,
  spellings: [...spellings, symbol.replace(/\s/g, ''), id.replace(/\s/g, '')],
});

// Factors: the SI brochure (9th ed.) and NIST SP 811 appendix B.
const ALL: readonly Unit[] = [
  unit('rpm', 'rpm', 'rotational speed', (2 * Math.PI) / 60, ['1/min', 'r/min']),
  unit('inHg', 'inHg', 'pressure', 3386.389, ['"hg', 'in.hg']),
  unit('psi', 'psi', 'pressure', 6894.757293168),
  unit('bar', 'bar', 'pressure', 1e5),
  unit('hPa', 'hPa', 'pressure', 100, ['mbar']),
  unit('kPa', 'kPa', 'pressure', 1000),
  unit('degC', '°C', 'temperature', 1, ['c', 'degc'], 273.15),
  unit('degF', '°F', 'temperature', 5 / 9, ['f', 'degf'], 459.67 * (5 / 9)),
  unit('K', 'K', 'temperature', 1, ['kelvin']),
  unit('degC-diff', '°C', 'temperature difference', 1, ['c', 'degc', 'k']),
  unit('degF-diff', '°F', 'temperature difference', 5 / 9, ['f', 'degf']),
  unit('degC/min', '°C/min', 'temperature rate', 1 / 60, ['c/min']),
  unit('kt', 'kt', 'speed', 1852 / 3600, ['kts', 'kn', 'knots']),
  unit('mph', 'mph', 'speed', 0.44704),
  unit('km/h', 'km/h', 'speed', 1 / 3.6, ['kmh', 'kph']),
  unit('m/s', 'm/s', 'speed', 1),
  unit('ft/min', 'ft/min', 'speed', 0.3048 / 60, ['fpm']),
  unit('m/s2', 'm/s²', 'acceleration', 1, ['m/s2', 'm/s^2']),
  unit('m', 'm', 'length', 1),
  unit('mm', 'mm', 'length', 0.001),
  unit('ft', 'ft', 'length', 0.3048),
  unit('in', 'in', 'length', 0.0254, ['"']),
  unit('kg', 'kg', 'mass', 1),
  unit('g', 'g', 'mass', 0.001),
  unit('lb', 'lb', 'mass', 0.45359237, ['lbs']),
  unit('L', 'L', 'volume', 0.001, ['l', 'ltr', 'litre', 'litres']),
  unit('US gal', 'US gal', 'volume', 0.003785411784, ['usg']),
  unit('imp gal', 'imp gal', 'volume', 0.00454609),
  unit('L/h', 'L/h', 'volume flow', 0.001 / 3600, ['lph']),
  unit('US gal/h', 'US gal/h', 'volume flow', 0.003785411784 / 3600),
  unit('V', 'V', 'voltage', 1, ['volt', 'volts']),
  unit('mV', 'mV', 'voltage', 0.001),
  unit('A', 'A', 'current', 1, ['amp', 'amps']),
  unit('mAh', 'mAh', 'charge', 3.6),
  unit('Ah', 'Ah', 'charge', 3600),
  unit('s', 's', 'time', 1, ['sec', 'seconds']),
  unit('min', 'min', 'time', 60, ['minutes']),
  unit('h', 'h', 'time', 3600, ['hours', 'hr']),
  unit('deg', '°', 'direction', Math.PI / 180, ['deg']),
  unit('deg-angle', '°', 'angle', Math.PI / 180, ['deg']),
  unit('turns', 'turns', 'turns', 1, ['turn']),
  unit('deg/s', '°/s', 'angular rate', Math.PI / 180, ['deg/s']),
  unit('N', 'N', 'force', 1),
  unit('daN', 'daN', 'force', 10),
  unit('lbf', 'lbf', 'force', 4.4482216152605),
  unit('Nm', 'N·m', 'torque', 1, ['nm', 'n*m']),
  unit('lbf-in', 'lbf·in', 'torque', 0.1129848290276167, ['in-lb', 'inlb', 'lb-in']),
  unit('lbf-ft', 'lbf·ft', 'torque', 1.3558179483314, ['ft-lb', 'ftlb', 'lb-ft']),
  unit('ohm', 'Ω', 'resistance', 1, ['ohms']),
  unit('mohm', 'mΩ', 'resistance', 0.001, ['milliohm']),
  unit('kohm', 'kΩ', 'resistance', 1000, ['kiloohm']),
  unit('Mohm', 'MΩ', 'resistance', 1e6, ['megohm', 'megaohm']),
  unit('Hz', 'Hz', 'frequency', 1),
  unit('mG', 'mG', 'magnetic field', 1e-7, ['milligauss']),
  unit('uT', 'µT', 'magnetic field', 1e-6, ['microtesla']),
  unit('Wh', 'Wh', 'energy', 3600),
  unit('W', 'W', 'power', 1, ['watt', 'watts']),
  unit('kW', 'kW', 'power', 1000),
  unit('dBm', 'dBm', 'signal level', 1),
  unit('%', '%', 'ratio', 0.01, ['percent']),
  unit('1', '', 'ratio', 1),
  unit('count', '', 'count', 1),
];

const BY_ID = new Map(ALL.map((u) => [u.id, u]));

/** The ids of every unit known, for schemas and pickers. */
export const UNIT_IDS: readonly string[] = ALL.map((u) => u.id);

/** Finds a unit by its id; undefined when there is none. Example: `findUnit('psi')?.kind` is `'pressure'`. */
export function findUnit(id: string): Unit | undefined {
  return BY_ID.get(id);
}

/** The unit with this id; throws when unknown, since packs and limit books are validated at the door. */
export function unitOf(id: string): Unit {
  const found = BY_ID.get(id);
  if (!found) throw new Error(`unitOf: no unit "${id}"`);
  return found;
}

/**
 * Finds the unit a person means by a suffix, among units of the expected kind first, so that "°C" beside a
 * temperature difference is a difference. Undefined when nothing is spelled so.
 *
 * Example: `unitFromSpelling('°C', 'temperature difference')?.id` is `'degC-diff'`.
 */
export function unitFromSpelling(spelling: string, expected: QuantityKind): Unit | undefined {
  const wanted = spelling.trim().replace(/\s/g, '');
  const fits = (u: Unit): boolean => u.spellings.some((s) => isSpelledSo(s, wanted));
  return ALL.find((u) => u.kind === expected && fits(u)) ?? ALL.find(fits);
}

/** Symbols that begin with a prefix whose case says how large the unit is: milli is not mega. */
const PREFIXED = ['mV', 'mm', 'mAh', 'mΩ', 'mohm', 'mbar', 'MΩ', 'Mohm', 'm'];

/**
 * Whether somebody who typed a word meant a spelling. Capitals do not matter, except where they are a prefix: a metre
 * is no M, and a milliohm no megohm.
 */
function isSpelledSo(spelling: string, typed: string): boolean {
  if (spelling === typed) return true;
  if (spelling.toLowerCase() !== typed.toLowerCase()) return false;
  return !PREFIXED.includes(spelling) || spelling[0] === typed[0];
}

/** Words that are units in more than one country, with the units they may mean. */
const AMBIGUOUS: Readonly<Record<string, readonly [string, string]>> = {
  gal: ['US gal', 'imp gal'],
  gals: ['US gal', 'imp gal'],
  gallon: ['US gal', 'imp gal'],
  gallons: ['US gal', 'imp gal'],
};
/** Flows per hour by gallons are known here in US gallons only; that they are meant has to be said. */
const AMBIGUOUS_FLOWS: readonly string[] = ['gph', 'gal/h'];

/**
 * The units that a word may mean, where it means more than one and the placard does not settle it: gallons, except
 * beside a placard in US gallons. Undefined for every other word.
 */
export function ambiguousUnit(spelling: string, placard: string): readonly [string, string] | undefined {
  const word = spelling.trim().toLowerCase().replace(/\s/g, '');
  if (AMBIGUOUS_FLOWS.includes(word)) return placard === 'US gal/h' ? undefined : ['US gal/h', 'L/h'];
  const found = ownMember(AMBIGUOUS, word);
  return found && placard !== 'US gal' ? found : undefined;
}

/**
 * Converts a figure between two units of one kind. The same unit returns the figure untouched, so that a
 * value on a limit stays on it.
 *
 * Errors: `wrongKind` when the units measure different things; `notFinite` for NaN or infinities.
 * Example: `convert(1, 'bar', 'psi')` is about 14.5038.
 */
export function convert(value: number, from: string, to: string): Result<number, Reason> {
  if (!Number.isFinite(value)) return err(reason('notFinite', {}));
  if (from === to) return ok(value);
  const a = unitOf(from);
  const b = unitOf(to);
  if (a.kind !== b.kind)
    return err(reason('wrongKind', { unit: a.symbol, kind: a.kind, wanted: b.symbol, wantedKind: b.kind }));
  return ok((value * a.factor + a.offset - b.offset) / b.factor);
}

/** The unit in which differences of values in `id` are given: kelvins for temperatures, otherwise the unit itself. */
export function differenceUnit(id: string): string {
  if (id === 'degC' || id === 'K') return 'degC-diff';
  return id === 'degF' ? 'degF-diff' : id;
}

/** Whether figures in a unit go round: 359° and 1° lie two degrees apart. */
export function isCircular(id: string): boolean {
  return BY_ID.get(id)?.kind === 'direction';
}

/**
 * Signed smallest turn from direction `b` to direction `a`, in degrees, in (-180, 180].
 * Example: `circularDifference(5, 350)` is 15.
 */
export function circularDifference(a: number, b: number): number {
  const turn = (((a - b) % 360) + 360) % 360;
  return turn > 180 ? turn - 360 : turn;
}
