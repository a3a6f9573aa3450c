import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import type { LegMoment } from './track-legs.ts';

/** A circle as it was flown. Metres, degrees. */
export interface FlownCircle {
  readonly north: number;
  readonly east: number;
  readonly radius: number;
  /** The furthest that it lay off the circle, and a standard deviation of it. */
  readonly furthest: number;
  readonly scatter: number;
  /** How far round it was flown, to the right above nothing. */
  readonly turned: number;
  readonly lowest: number;
  readonly highest: number;
  readonly from: number;
  readonly to: number;
}

/** Once round at least: a part of a circle tells little of its radius (°). */
export const WHOLE_CIRCLE = 360;
/** A longer step than this ends it (s); less than this is no movement (m). */
const GAP = 3;
const STILL = 0.3;
const ROUNDS = 20;
/** Seconds to either side by which a turn is told; turned slower than this it is straight (rad/s). */
const LOOK = 2;
const SLOWEST_TURN = (2 * Math.PI) / 180;

const turnBetween = (a: number, b: number): number => {
  const turn = ((b - a + Math.PI) % (2 * Math.PI)) - Math.PI;
  return turn < -Math.PI ? turn + 2 * Math.PI : turn;
};

/**
 * The circle that lies nearest to moments of a flight, and how far it was flown round it.
 * Errors: `circleTooFew` below eight moments, `circleNotRound` where it was flown less than once round.
 * Source: geometric least squares (Gauss and Newton), begun with the middle of all.
 * Example: moments on a circle of 60 m around a place, twice round: 60 m, 720°.
 */
export function circleOf(moments: readonly LegMoment[]): Result<FlownCircle, Reason> {
  const n = moments.length;
  if (n < 8) return err(reason('circleTooFew'));
  let north = moments.reduce((s, m) => s + m.north, 0) / n;
  let east = moments.reduce((s, m) => s + m.east, 0) / n;
  let radius = 0;
  for (let round = 0; round < ROUNDS; round += 1) {
    const away = moments.map((m) => Math.max(1e-9, Math.hypot(m.north - north, m.east - east)));
    radius = away.reduce((s, d) => s + d, 0) / n;
    // The radius that suits a middle is the mean distance; what is left is a step of the middle.
    let [un, ue] = [0, 0];
    moments.forEach((m, i) => {
      un += (m.north - north) / (away[i] ?? 1) / n;
      ue += (m.east - east) / (away[i] ?? 1) / n;
    });
    let [aa, ab, bb, ar, br] = [0, 0, 0, 0, 0];
    moments.forEach((m, i) => {
      const d = away[i] ?? 1;
      const [a, b] = [(m.north - north) / d - un, (m.east - east) / d - ue];
      const rest = d - radius;
      [aa, ab, bb, ar, br] = [aa + a * a, ab + a * b, bb + b * b, ar + a * rest, br + b * rest];
    });
    const over = aa * bb - ab * ab;
    if (Math.abs(over) < 1e-12) break;
    north += (ar * bb - br * ab) / over;
    east += (br * aa - ar * ab) / over;
  }
  const off = moments.map((m) => Math.hypot(m.north - north, m.east - east) - radius);
  const angles = moments.map((m) => Math.atan2(m.east - east, m.north - north));
  const turned = (angles.slice(1).reduce((s, a, i) => s + turnBetween(angles[i] ?? 0, a), 0) * 180) / Math.PI;
  if (!(Math.abs(turned) >= WHOLE_CIRCLE - 1e-6)) return err(reason('circleNotRound'));
  const heights = moments.map((m) => m.height);
  return ok({
    north,
    east,
    radius,
    furthest: Math.max(...off.map(Math.abs)),
    scatter: Math.sqrt(off.reduce((s, o) => s + o * o, 0) / (n - 3)),
    turned,
    lowest: Math.min(...heights),
    highest: Math.max(...heights),
    from: moments[0]?.at ?? 0,
    to: moments.at(-1)?.at ?? 0,
  });
}

/**
 * The longest stretch of a flight that was flown round to one side without an end, as a circle. A straight part, a turn to the other side, a gap
 * ends it. Errors: those of `circleOf`.
 * Example: a way out, five rounds, a way home: the five rounds.
 */
export function circleInTrack(track: readonly LegMoment[]): Result<FlownCircle, Reason> {
  const away = (i: number, step: 1 | -1): number => {
    let at = i;
    const from = track[i]?.at ?? 0;
    while (track[at + step] !== undefined && Math.abs((track[at]?.at ?? 0) - from) < LOOK) at += step;
    return at;
  };
  const before = (i: number): number => away(i, -1);
  const behind = (i: number): number => away(i, 1);
  const courses = track.map((_, i) => {
    const [from, to] = [track[before(i)], track[behind(i)]];
    if (!from || !to || to.at - from.at > 3 * GAP) return undefined;
    const [dn, de] = [to.north - from.north, to.east - from.east];
    return Math.hypot(dn, de) < STILL ? undefined : Math.atan2(de, dn);
  });
  // Turned to one side by more than the tremble of a receiver makes of a straight way.
  const sides = track.map((_, i) => {
    const [from, to] = [courses[before(i)], courses[behind(i)]];
    const span = (track[behind(i)]?.at ?? 0) - (track[before(i)]?.at ?? 0);
    if (from === undefined || to === undefined || span <= 0) return 0;
    const rate = turnBetween(from, to) / span;
    return Math.abs(rate) < SLOWEST_TURN ? 0 : Math.sign(rate);
  });
  let best: readonly LegMoment[] = [];
  let from = 0;
  for (let i = 1; i <= track.length; i += 1) {
    const goesOn =
      i < track.length &&
      sides[i] !== 0 &&
      sides[i] === sides[from] &&
      (track[i]?.at ?? 0) - (track[i - 1]?.at ?? 0) <= GAP;
    if (goesOn) continue;
    if (sides[from] !== 0 && i - from > best.length) best = track.slice(from, i);
    from = i;
  }
  // The turn is told from the seconds around it, which reach into what came before and behind.
  const [begins, ends] = [best[0]?.at ?? 0, best.at(-1)?.at ?? 0];
  const inner = best.filter((m) => m.at - begins >= LOOK && ends - m.at >= LOOK);
  return circleOf(inner);
}
