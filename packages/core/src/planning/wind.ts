import { windComponents } from '../air/runway-wind.ts';
import type { Stretch } from '../record/plan.ts';

/** Wind as forecast for a stretch of time; direction it comes from, degrees true; speeds in knots. */
export interface WindForecast extends Stretch {
  /** Absent: variable, and taken as coming from the worst side. */
  readonly direction?: number;
  readonly speed: number;
  readonly gust?: number;
  /** It is only at times so: the worse of this and what lies under it counts. */
  readonly atTimes?: boolean;
}

/** Whether a forecast says something: speeds that are none are no forecast, and what nobody forecast is not flown in. */
function isForecast({ speed, gust = 0, direction = 0 }: WindForecast): boolean {
  return [speed, gust].every((v) => Number.isFinite(v) && v >= 0) && Number.isFinite(direction);
}

/** What the wind may be, in knots; gusts count. */
export interface WindLimits {
  readonly speed: number;
  readonly cross: number;
}

function fits(wind: WindForecast, runways: readonly number[], limits: WindLimits): boolean {
  const worst = Math.max(wind.speed, wind.gust ?? 0);
  if (worst > limits.speed) return false;
  const { direction } = wind;
  if (direction === undefined) return worst <= limits.cross;
  return runways.some((r) => Math.abs(windComponents(direction, worst, r).cross) <= limits.cross);
}

/**
 * When the forecast wind is inside the limits, on the best of the runways; the limit itself is inside. Headings in
 * degrees of the same north as the wind. An instant counts only if some forecast covers it and none that covers it
 * is over the limits: what nobody forecast is not flown in.
 * Example: 10 kt until noon and 30 kt after it, limit 15: until noon.
 */
export function windStretches(
  forecast: readonly WindForecast[],
  runways: readonly number[],
  limits: WindLimits,
): readonly Stretch[] {
  const said = forecast.filter(isForecast);
  const edges = [...new Set(said.flatMap((f) => [f.from, f.to]))].sort();
  const good: Stretch[] = [];
  edges.forEach((from, i) => {
    const to = edges[i + 1];
    if (to === undefined) return;
    const covering = said.filter((f) => f.from <= from && f.to >= to);
    if (!covering.some((f) => !f.atTimes) || !covering.every((f) => fits(f, runways, limits))) return;
    const last = good[good.length - 1];
    if (last?.to === from) good[good.length - 1] = { from: last.from, to };
    else good.push({ from, to });
  });
  return good;
}
