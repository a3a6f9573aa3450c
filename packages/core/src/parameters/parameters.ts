/** One setting of a vehicle. Source: PARAM_VALUE of the MAVLink definitions. */
export interface VehicleParameter {
  readonly name: string;
  readonly value: number;
}

/** No vehicle has more. */
export const MOST_PARAMETERS = 4000;

interface Whole {
  readonly low: number;
  readonly high: number;
  /** Its own bytes, of which the first of the four is the first. */
  readonly read: (bytes: DataView) => number;
}

/** Types of a parameter that is a whole number (MAV_PARAM_TYPE). */
const WHOLE: ReadonlyMap<number, Whole> = new Map([
  [1, { low: 0, high: 0xff, read: (b: DataView) => b.getUint8(0) }],
  [2, { low: -0x80, high: 0x7f, read: (b: DataView) => b.getInt8(0) }],
  [3, { low: 0, high: 0xffff, read: (b: DataView) => b.getUint16(0, true) }],
  [4, { low: -0x8000, high: 0x7fff, read: (b: DataView) => b.getInt16(0, true) }],
  [5, { low: 0, high: 0xffff_ffff, read: (b: DataView) => b.getUint32(0, true) }],
  [6, { low: -0x8000_0000, high: 0x7fff_ffff, read: (b: DataView) => b.getInt32(0, true) }],
]);

/**
 * The value of a parameter by its type, out of the four bytes in which it came, taken together as a whole number (the first is the
 * least). Whole numbers are sent in two ways: as a figure that is one, or as the bytes of the number itself; what as a figure is no whole
 * number, or none that its type could be, is the second. Undefined for what is no figure at all. Bytes of whole numbers beyond a
 * thousand million can look like a small figure: no vehicle has one there, and both lists would be read alike.
 * Example: of type 6 the bytes 00 00 40 40, which as a figure are 3, are 3; and 03 00 00 00, next to nothing as a figure, are 3 as well.
 */
export function parameterValue(bytes: number, type: number): number | undefined {
  const view = new DataView(new ArrayBuffer(4));
  view.setUint32(0, bytes, true);
  const asFigure = view.getFloat32(0, true);
  const whole = WHOLE.get(type);
  if (!whole) return Number.isFinite(asFigure) ? asFigure : undefined;
  const isOne = Number.isInteger(asFigure) && asFigure >= whole.low && asFigure <= whole.high;
  return isOne ? asFigure + 0 : whole.read(view);
}

/** How a list of parameters is not the one that was left. */
export interface ParameterDifference {
  readonly name: string;
  /** Undefined where there was none of that name, or is none any more. */
  readonly was: number | undefined;
  readonly is: number | undefined;
}

const byName = (list: readonly VehicleParameter[]): ReadonlyMap<string, number> =>
  new Map(list.map((p) => [p.name, p.value]));

/**
 * Every parameter that is otherwise than it was left, in the order of their names; values as they travel, in four bytes, whole numbers
 * to the last one. Example: one that was 12 and is 11, and one that there was not: two differences.
 */
export function compareParameters(
  left: readonly VehicleParameter[],
  read: readonly VehicleParameter[],
): readonly ParameterDifference[] {
  const [before, now] = [byName(left), byName(read)];
  const same = (a: number, b: number): boolean =>
    a === b || (Math.fround(a) === Math.fround(b) && !(Number.isInteger(a) && Number.isInteger(b)));
  return [...new Set([...before.keys(), ...now.keys()])].sort().flatMap((name) => {
    const [was, is] = [before.get(name), now.get(name)];
    return was !== undefined && is !== undefined && same(was, is) ? [] : [{ name, was, is }];
  });
}
