/**
 * One item of a mission as the vehicle keeps it. Source: MISSION_ITEM_INT of the MAVLink definitions; a figure that is not given is
 * null (NaN on the wire).
 */
export interface MissionItem {
  readonly sequence: number;
  /** What the height counts from, by MAV_FRAME. */
  readonly frame: number;
  /** By MAV_CMD. */
  readonly command: number;
  readonly autocontinue: boolean;
  readonly parameters: readonly (number | null)[];
  /** Latitude and longitude in 1e-7 degrees, whole. */
  readonly x: number;
  readonly y: number;
  /** Height (m) above what the frame says. */
  readonly z: number | null;
}

/** No vehicle takes more. */
export const MOST_MISSION_ITEMS = 2000;
export const MISSION_PARAMETERS = 4;

/** Frames that say the same, of which the later ones only say how the position was sent. */
const SAME_FRAME: ReadonlyMap<number, number> = new Map([
  [5, 0],
  [6, 3],
  [11, 10],
]);

/** What a height counts from, by its frame. Example: 6 says the same as 3. */
export const frameOf = (frame: number): number => SAME_FRAME.get(frame) ?? frame;

/** What of an item is compared, in the order in which it is told. */
export const MISSION_FIELDS = [
  'command',
  'frame',
  'latitude',
  'longitude',
  'height',
  'parameter-1',
  'parameter-2',
  'parameter-3',
  'parameter-4',
  'autocontinue',
] as const;
export type MissionField = (typeof MISSION_FIELDS)[number];

/** One figure of an item; null where it is not given. */
export function missionFigure(item: MissionItem, field: MissionField): number | null {
  switch (field) {
    case 'command':
      return item.command;
    case 'frame':
      return frameOf(item.frame);
    case 'latitude':
      return item.x;
    case 'longitude':
      return item.y;
    case 'height':
      return item.z;
    case 'autocontinue':
      return item.autocontinue ? 1 : 0;
    case 'parameter-1':
    case 'parameter-2':
    case 'parameter-3':
    case 'parameter-4':
      return item.parameters[Number(field.slice(-1)) - 1] ?? null;
  }
}

/** How what was read back is not what was planned. */
export type MissionDifference =
  | {
      readonly kind: 'field';
      readonly sequence: number;
      readonly field: MissionField;
      readonly planned: number | null;
      readonly read: number | null;
    }
  /** Items in a row that are planned and not aboard, or aboard and not planned. */
  | { readonly kind: 'missing' | 'extra'; readonly from: number; readonly to: number };

/** Figures travel in four bytes: what was typed with more digits is the same; whole ones are the same to the last one. */
const same = (a: number | null, b: number | null): boolean =>
  a === null || b === null ? a === b : Math.fround(a) === Math.fround(b) && Math.round(a) === Math.round(b);

function runs(kind: 'missing' | 'extra', sequences: readonly number[]): readonly MissionDifference[] {
  const found: { kind: 'missing' | 'extra'; from: number; to: number }[] = [];
  for (const sequence of [...sequences].sort((a, b) => a - b)) {
    const last = found.at(-1);
    if (last?.to === sequence - 1) last.to = sequence;
    else found.push({ kind, from: sequence, to: sequence });
  }
  return found;
}

/**
 * Compares a mission that was read back with the one that was planned, figure by figure and never by a count. A plan that begins with
 * item 1 leaves item 0 to the vehicle, which keeps its home there. Positions are compared as whole 1e-7 degrees, other figures as they
 * travel, in four bytes.
 * Example: 60 m planned for item 7 and 600 m read back is one difference, of its height.
 */
export function compareMissions(
  planned: readonly MissionItem[],
  read: readonly MissionItem[],
): readonly MissionDifference[] {
  const home = !planned.some((i) => i.sequence === 0);
  const aboard = new Map(read.filter((i) => i.sequence > 0 || !home).map((i) => [i.sequence, i]));
  const wanted = new Map(planned.map((i) => [i.sequence, i]));
  const fields = [...wanted.values()].flatMap((item) => {
    const other = aboard.get(item.sequence);
    if (!other) return [];
    return MISSION_FIELDS.flatMap((field): readonly MissionDifference[] => {
      const [is, was] = [missionFigure(other, field), missionFigure(item, field)];
      return same(is, was) ? [] : [{ kind: 'field', sequence: item.sequence, field, planned: was, read: is }];
    });
  });
  return [
    ...fields,
    ...runs(
      'missing',
      [...wanted.keys()].filter((s) => !aboard.has(s)),
    ),
    ...runs(
      'extra',
      [...aboard.keys()].filter((s) => !wanted.has(s)),
    ),
  ];
}

/** Commands of the protocol (MAV_CMD) by which a mission ends on the ground or at home. */
const ENDS: readonly number[] = [20, 21, 85, 94];
/** Those that go to a place, so that one without a position is a slip. */
const GOES: readonly number[] = [16, 17, 18, 19, 21, 22, 82, 84, 85];

/** What is worth a second look at a plan by itself, whatever was read back. */
export type MissionDoubt =
  | { readonly kind: 'heightsFrom'; readonly frames: readonly number[] }
  | { readonly kind: 'endsAloft'; readonly sequence: number }
  | { readonly kind: 'nowhere'; readonly sequence: number };

/**
 * Heights that count from more than one thing, an end that is neither a return nor a landing, and a place that nobody said.
 * Example: twenty items above the take-off place and one above the sea are heights from two things.
 */
export function missionDoubts(items: readonly MissionItem[]): readonly MissionDoubt[] {
  const flown = items.filter((i) => i.sequence > 0);
  const going = flown.filter((i) => GOES.includes(i.command));
  const frames = [...new Set(going.map((i) => frameOf(i.frame)))].sort((a, b) => a - b);
  const last = flown.at(-1);
  return [
    ...(frames.length > 1 ? [{ kind: 'heightsFrom' as const, frames }] : []),
    ...(last && !ENDS.includes(last.command)
      ? [{ kind: 'endsAloft' as const, sequence: last.sequence }]
      : []),
    // A landing or take-off may be where it stands.
    ...going
      .filter((i) => i.x === 0 && i.y === 0 && i.command === 16)
      .map(({ sequence }) => ({ kind: 'nowhere' as const, sequence })),
  ];
}
