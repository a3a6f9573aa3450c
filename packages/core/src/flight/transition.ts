import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** One way from the hover to the wing, or back: from the command until it flies as it was told. */
export interface Transition {
  readonly seconds: number;
  /** Heights at the command, and the lowest on the way (m). */
  readonly from: number;
  readonly lowest: number;
  /** Airspeed once it flies as told (m/s); undefined back in the hover. */
  readonly speed?: number | undefined;
}

export interface TransitionsSay {
  /** The longest (s), and the most that was lost (m). */
  readonly longest: number;
  readonly lost: number;
  /** How far the longest and the shortest lie apart (s); undefined of one. */
  readonly apart: number | undefined;
  /** The least airspeed above the stall on the wing, as a share of the stall; undefined where none was read. */
  readonly margin: number | undefined;
}

/**
 * What several transitions come to: the worst of them, since the next may be that one.
 *
 * Units: s, m, m/s; `stall` at the mass that was flown. Boundary: a lowest height above the one at the command loses nothing. Errors: `transitionNone`,
 * `transitionFigures` where a time is not above nothing or a height is none, `stallSpeed` where the stall is not above nothing.
 * Source: the definitions. Example: 6 s from 80 m to 77 m, and 8 s from 80 m to 75 m: 8 s, 5 m, 2 s apart.
 */
export function transitionsOf(ways: readonly Transition[], stall: number): Result<TransitionsSay, Reason> {
  if (ways.length === 0) return err(reason('transitionNone'));
  if (!(stall > 0)) return err(reason('stallSpeed', { run: 1 }));
  const bad = ways.findIndex(
    (w) => !(w.seconds > 0) || ![w.from, w.lowest].every(Number.isFinite) || (w.speed ?? 0) < 0,
  );
  if (bad >= 0) return err(reason('transitionFigures', { row: bad + 1 }));
  const times = ways.map((w) => w.seconds);
  const speeds = ways.flatMap((w) => (w.speed === undefined ? [] : [w.speed]));
  return ok({
    longest: Math.max(...times),
    lost: Math.max(0, ...ways.map((w) => w.from - w.lowest)),
    apart: ways.length > 1 ? Math.max(...times) - Math.min(...times) : undefined,
    margin: speeds.length > 0 ? Math.min(...speeds) / stall - 1 : undefined,
  });
}
