import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import { bendThrough, lineThrough, type StraightLine } from './straight-line.ts';

/** Levels of one tank, read at the times of all of them. */
export interface TankLevels {
  readonly id: string;
  /** Litres. */
  readonly levels: readonly number[];
}

/** What the levels of the tanks did meanwhile. */
export interface ReturnSeen {
  /** Litres an hour of each tank; below nothing where it empties. */
  readonly trends: readonly (StraightLine & { readonly id: string })[];
  /** What the engine took of all of them together, litres an hour. */
  readonly burn: number;
  /** Tanks that rise by more than reading explains. */
  readonly rising: readonly string[];
  /** Tanks that nobody draws from, and which fall by more than reading explains. */
  readonly leaking: readonly string[];
  /** Whether the tank that is drawn from falls by more than reading explains. */
  readonly falls: boolean;
  /** It falls more and more slowly, by more than reading explains and by a third of its fall at least: its vent. */
  readonly fades: boolean;
}

/** A fall that changes by less than this share of itself from the first reading to the last is even. */
const FADING = 1 / 3;

/**
 * Which tank the return line feeds, by levels over a run or a turn while one tank is drawn from: a tank that rises is fed, one that
 * falls beside the one that is drawn from is drawn from too. Times in minutes, levels in litres, `step` what they are read to.
 * Errors: `levelsTooFew` with fewer than four times; `levelsTimeBack` where a time is not behind the one before; `levelsNegative`.
 * Example: drawn from the left, which falls by 60 L/h while the right one rises by 30: the return feeds the right tank.
 */
export function returnSeen(
  minutes: readonly number[],
  tanks: readonly TankLevels[],
  drawn: string,
  step: number,
): Result<ReturnSeen, Reason> {
  if (minutes.length < 4) return err(reason('levelsTooFew'));
  const back = minutes.findIndex((m, i) => i > 0 && m <= (minutes[i - 1] ?? 0));
  if (back > 0) return err(reason('levelsTimeBack', { row: back + 1 }));
  if (tanks.some((t) => t.levels.some((l) => l < 0))) return err(reason('levelsNegative'));
  const hours = minutes.map((m) => m / 60);
  const trends = tanks.flatMap(({ id, levels }) => {
    const line = lineThrough(hours, levels, step);
    return line ? [{ id, ...line }] : [];
  });
  const own = tanks.find((t) => t.id === drawn)?.levels ?? [];
  const bend = bendThrough(hours, own, step);
  const span = (hours.at(-1) ?? 0) - (hours[0] ?? 0);
  const slope = trends.find((t) => t.id === drawn)?.slope ?? 0;
  const fades =
    bend !== undefined && bend.slope > bend.uncertainty && bend.slope * span > FADING * Math.abs(slope);
  const sure = trends.filter((t) => Math.abs(t.slope) > t.uncertainty);
  return ok({
    trends,
    burn: -trends.reduce((sum, t) => sum + t.slope, 0),
    rising: sure.filter((t) => t.slope > 0).map((t) => t.id),
    leaking: sure.filter((t) => t.slope < 0 && t.id !== drawn).map((t) => t.id),
    falls: sure.some((t) => t.id === drawn && t.slope < 0),
    fades,
  });
}
