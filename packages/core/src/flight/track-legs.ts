/** A moment of a flown track, as a receiver says it. */
export interface LegMoment {
  /** Seconds. */
  readonly at: number;
  /** Metres to the north and east of somewhere near. */
  readonly north: number;
  readonly east: number;
  /** Metres above the sea. */
  readonly height: number;
}

/** A stretch flown straight, level and at one speed over the ground. */
export interface SteadyLeg {
  readonly from: number;
  readonly to: number;
  /** Over the ground: degrees true, and m/s. */
  readonly track: number;
  readonly speed: number;
  /** Mean height (m), and how far a moment lies from the straight and even flight, as a standard deviation (m). */
  readonly height: number;
  readonly scatter: number;
}

/** A leg lasts so long at least (s). */
export const LEG_SECONDS = 25;
/** No moment of it lies further from where an even flight along a line would have it (m), nor from its mean height (m). */
const OFF_LINE = 12;
const OFF_HEIGHT = 15;
/** It begins within half of that: the last of a climb would cut one leg into two. */
const BEGINS_WITHIN = OFF_HEIGHT / 2;
/** So many of its first moments may be the last of a turn. */
const LEFT_TO_TURN = 8;
/** A longer step than this ends it (s). */
const GAP = 3;
/** Slower than this over the ground nobody flies a leg (m/s). */
const SLOWEST = 8;

/** The straight line in time through moments from a up to b, by least squares. */
function lineOf(moments: readonly LegMoment[]) {
  const n = moments.length;
  const mean = (of: (m: LegMoment) => number): number => moments.reduce((s, m) => s + of(m), 0) / n;
  const [t, x, y, h] = [mean((m) => m.at), mean((m) => m.north), mean((m) => m.east), mean((m) => m.height)];
  let [tt, tx, ty] = [0, 0, 0];
  for (const m of moments) {
    tt += (m.at - t) ** 2;
    tx += (m.at - t) * (m.north - x);
    ty += (m.at - t) * (m.east - y);
  }
  const [vn, ve] = [tx / tt, ty / tt];
  const off = moments.map((m) => Math.hypot(m.north - x - vn * (m.at - t), m.east - y - ve * (m.at - t)));
  return {
    vn,
    ve,
    height: h,
    furthest: Math.max(...off),
    scatter: Math.sqrt(off.reduce((s, o) => s + o * o, 0) / Math.max(1, n - 2)),
    apart: Math.max(...moments.map((m) => Math.abs(m.height - h))),
  };
}

/**
 * Every stretch of a flight that was flown straight, level and evenly for 25 s or more, as long as it lasts, apart from one another; in the
 * order they were flown. A turn, a climb, a gap of more than three seconds ends it. No moment is invented, and none counts for two legs.
 *
 * Units: s, m, m/s, ° true. Boundary: a moment exactly 12 m off, a leg of exactly 25 s, count.
 * Source: straight line in time by least squares.
 * Example: 60 s to the east at 40 m/s, a turn, 60 s to the north at 36 m/s: two legs.
 */
export function legsOfTrack(track: readonly LegMoment[]): readonly SteadyLeg[] {
  const legs: SteadyLeg[] = [];
  const isGap = (i: number): boolean => (track[i]?.at ?? 0) - (track[i - 1]?.at ?? 0) > GAP + 1e-9;
  const isEven = (from: number, to: number, heights = OFF_HEIGHT): boolean => {
    const line = lineOf(track.slice(from, to));
    return line.furthest <= OFF_LINE && line.apart <= heights && Math.hypot(line.vn, line.ve) >= SLOWEST;
  };
  const lasts = (from: number, to: number): number => (track[to - 1]?.at ?? 0) - (track[from]?.at ?? 0);
  let from = 0;
  while (from < track.length) {
    let to = from + 1;
    while (to < track.length && !isGap(to) && lasts(from, to) < LEG_SECONDS - 1e-9) to += 1;
    if (lasts(from, to) < LEG_SECONDS - 1e-9 || !isEven(from, to, BEGINS_WITHIN)) {
      from += 1;
      continue;
    }
    // On by a tenth of what it has at a time, and then moment by moment: long legs are long.
    const grownFrom = (begins: number, ends: number): number => {
      let end = ends;
      for (let step = Math.max(1, Math.floor((end - begins) / 10)); step >= 1; step = Math.floor(step / 2))
        while (end + step <= track.length && !gapWithin(track, end, step) && isEven(begins, end + step))
          end += step;
      return end;
    };
    to = grownFrom(from, to);
    // The last of a turn, taken for its beginning, would cut a long leg into two: it is left to the turn where the leg gets longer by it.
    for (let later = 1; later <= LEFT_TO_TURN && lasts(from + later, to) >= LEG_SECONDS - 1e-9; later += 1) {
      const further = grownFrom(from + later, to);
      if (further - to > later) {
        [from, to] = [from + later, further];
        break;
      }
    }
    const line = lineOf(track.slice(from, to));
    legs.push({
      from: track[from]?.at ?? 0,
      to: track[to - 1]?.at ?? 0,
      track: ((Math.atan2(line.ve, line.vn) * 180) / Math.PI + 360) % 360,
      speed: Math.hypot(line.vn, line.ve),
      height: line.height,
      scatter: line.scatter,
    });
    from = to;
  }
  return legs;
}

/** Whether one of the next moments comes after a gap. */
function gapWithin(track: readonly LegMoment[], from: number, count: number): boolean {
  for (let i = from; i < from + count; i += 1)
    if ((track[i]?.at ?? 0) - (track[i - 1]?.at ?? 0) > GAP + 1e-9) return true;
  return false;
}
