/** One bar on the lane of a person. */
export interface LaneSlice {
  readonly key: string;
  readonly from: number;
  readonly to: number;
  readonly title: string;
  readonly words: string;
  readonly look: 'done' | 'planned' | 'critical' | 'flight' | 'away';
  /** What it belongs to: bars of one group beside one another are one sitting. */
  readonly group: string;
  readonly groupTitle: string;
}

/** Bars that one person works off in one go, under one name. */
export interface Sitting {
  readonly from: number;
  readonly to: number;
  readonly name: string;
  readonly slices: readonly LaneSlice[];
}

/**
 * Puts bars together that lie beside one another and belong to the same: a check of two minutes has no room for its name
 * on the picture of a day, the run-up it is part of has. A sitting of one bar is called by that bar.
 * `gap` is how far apart (ms) bars may be and still look as if they touched.
 * Example: eighteen checks of the run-up in a row are "Run-up 18".
 */
export function sittingsOf(slices: readonly LaneSlice[], gap: number): readonly Sitting[] {
  const found: { from: number; to: number; slices: LaneSlice[] }[] = [];
  for (const slice of [...slices].sort((a, b) => a.from - b.from || a.to - b.to)) {
    const last = found[found.length - 1];
    const first = last?.slices[0];
    const joins =
      last &&
      first?.group === slice.group &&
      (first.look === 'done') === (slice.look === 'done') &&
      slice.from - last.to <= gap;
    if (joins) {
      last.to = Math.max(last.to, slice.to);
      last.slices.push(slice);
    } else found.push({ from: slice.from, to: slice.to, slices: [slice] });
  }
  return found.map(({ from, to, slices: own }) => {
    const [only] = own;
    const name = own.length === 1 ? (only?.title ?? '') : `${only?.groupTitle ?? ''} ${own.length}`;
    return { from, to, name, slices: own };
  });
}

/** A name and where it is written: its place and the room it has, as shares of the width. */
export interface NamePlace {
  readonly name: string;
  readonly place: number;
  readonly room: number;
  readonly row: number;
}

/** At the right edge a name is moved to the left until so much of it can be read; further it would stand beside another bar. */
const ROOM_AT_EDGE = 0.14;
/** A name of which less than this could be read is not written (share of the width). */
const LEAST_ROOM = 0.04;

/**
 * Writes names where what they name begins, in rows, none over another and none beyond the right edge: one of which
 * too little could be read there is moved to the left. The heaviest first; one that comes to lie before another is cut short by it, and one that would be
 * left with next to nothing is not written: a name beside the wrong bar would be worse than none. `length` is that of the
 * name as a share of the width.
 */
export function placeNames(
  names: readonly {
    readonly name: string;
    readonly place: number;
    readonly length: number;
    readonly weight?: number;
  }[],
  rows: number,
): readonly NamePlace[] {
  const put: NamePlace[] = [];
  const roomIn = (row: number, from: number): number => {
    const own = put.filter((n) => n.row === row);
    if (own.some((n) => n.place <= from && from < n.place + n.room)) return 0;
    return Math.min(1, ...own.filter((n) => n.place > from).map((n) => n.place)) - from;
  };
  for (const { name, place, length } of [...names].sort((a, b) => (b.weight ?? 0) - (a.weight ?? 0))) {
    const from = Math.max(0, Math.min(place, 1 - Math.min(length, ROOM_AT_EDGE)));
    const found = Array.from({ length: rows }, (_, row) => ({
      row,
      room: Math.min(length, roomIn(row, from)),
    }));
    const best = found.reduce((a, b) => (b.room > a.room + 1e-9 ? b : a));
    if (best.room >= Math.min(length, LEAST_ROOM) - 1e-9) put.push({ name, place: from, ...best });
  }
  return put;
}
