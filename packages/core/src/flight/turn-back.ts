import { robustBaseline } from '../limits/past.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** One turn back flown at height, the throttle closed as if it had failed. */
export interface TurnBack {
  /** Heights when the throttle was closed, and when it was straight towards where it came from (m). */
  readonly from: number;
  readonly to: number;
  /** How far it was turned (°). */
  readonly turned: number;
}

export interface TurnBackLoss {
  /** What each lost, made of a turn through what is needed (m). */
  readonly losses: readonly number[];
  readonly worst: number;
  /** Standard deviation, robust (m); undefined below three. */
  readonly scatter: number | undefined;
  /** Below this no turn back is thought of (m): the worst, a pause for surprise, and the share on top. */
  readonly lowest: number;
}

/** A turn as short as this says nothing of a turn back (°). */
const LEAST_TURN = 150;

/**
 * Height that the turn back to the runway takes, from turns flown at height. Whoever flew them was waiting for it: `surprise` seconds at
 * `sink` come on top, and `share` of all of it.
 *
 * Units: m, °, s, m/s; `share` 0.5 is half as much again. Boundary: a turn of exactly 150° counts.
 * Errors: `turnsNone`, `turnTooShort`, `turnNotDown`, `turnAllowance` where surprise, sinking or share are below nothing.
 * Source: proportion to the angle turned, from which a longer turn follows.
 * Example: 90 m for 210° of 210°, 4 s of surprise at 2.5 m/s, half on top: 150 m.
 */
export function turnBackOf(
  turns: readonly TurnBack[],
  needed: number,
  { surprise, sink, share }: { readonly surprise: number; readonly sink: number; readonly share: number },
): Result<TurnBackLoss, Reason> {
  if (turns.length === 0) return err(reason('turnsNone'));
  if (!(surprise >= 0 && sink >= 0 && share >= 0)) return err(reason('turnAllowance'));
  if (!(needed >= LEAST_TURN && needed <= 360))
    return err(reason('turnTooShort', { row: 0, least: LEAST_TURN }));
  for (const [i, turn] of turns.entries()) {
    if (!(turn.turned >= LEAST_TURN && turn.turned <= 720))
      return err(reason('turnTooShort', { row: i + 1, least: LEAST_TURN }));
    if (!(turn.from > turn.to)) return err(reason('turnNotDown', { row: i + 1 }));
  }
  const losses = turns.map((t) => ((t.from - t.to) * needed) / t.turned);
  const worst = Math.max(...losses);
  return ok({
    losses,
    worst,
    scatter: losses.length < 3 ? undefined : robustBaseline(losses).deviation,
    lowest: (worst + surprise * sink) * (1 + share),
  });
}
