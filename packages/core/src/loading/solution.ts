import type { Reason } from '../reasons/reason.ts';
import { checkTrack, envelopesFor, flightTrack, tiltsOf, type TrackCheck, type TrackPoint } from './track.ts';
import { sheetProblems } from './problems.ts';
import type { LoadingSheet } from './types.ts';
import type { LoadingData } from '../aircraft/loading-data.ts';

/** A sheet looked at whole: every tilt position against every envelope that holds in it. */
export interface SheetStanding {
  readonly tracks: readonly {
    readonly tilt: string | undefined;
    readonly points: readonly TrackPoint[];
    readonly checks: readonly TrackCheck[];
  }[];
  /** Smallest margins up to landing: along, in the unit of the arm, and in mass. Negative outside. */
  readonly margin: { readonly arm: number; readonly mass: number };
  /** The lateral nearest to its limit, or the largest where none is given; signed, to the right positive. */
  readonly lateral: number;
  readonly inside: boolean;
}

/**
 * Tracks of a sheet and its smallest margins. Undefined when it has no mass. Without an envelope nothing is known to
 * be inside. Example: a sheet inside at both ends and outside halfway has a negative margin.
 */
export function sheetStanding(data: LoadingData, sheet: LoadingSheet): SheetStanding | undefined {
  const tracks: SheetStanding['tracks'][number][] = [];
  for (const tilt of tiltsOf(data)) {
    const points = flightTrack(data, sheet, tilt);
    if (!points.ok) return undefined;
    const checks = envelopesFor(data, tilt).map((e) => checkTrack(data, sheet, points.value, e, tilt));
    tracks.push({ tilt, points: points.value, checks });
  }
  const checks = tracks.flatMap((t) => t.checks);
  const of = (...wanted: readonly string[]): number =>
    Math.min(
      ...checks.flatMap((c) => c.margins.filter((m) => wanted.includes(m.direction)).map((m) => m.value)),
    );
  const laterals = tracks.flatMap((t) => t.points.map((p) => p.centre.lateral));
  const { low = -Infinity, high = Infinity } = data.lateral ?? {};
  // What is nearest to its limit, which need not be what is furthest out: the limits may differ from side to side.
  const room = (l: number): number => (data.lateral ? Math.min(l - low, high - l) : -Math.abs(l));
  const lateral = laterals.reduce((worst, l) => (room(l) < room(worst) ? l : worst));
  return {
    tracks,
    margin: { arm: of('forward', 'aft'), mass: of('up', 'down') },
    lateral,
    inside:
      checks.length > 0 &&
      checks.every((c) => c.state !== 'outside') &&
      laterals.every((l) => l >= low && l <= high),
  };
}

/** A way to reach what was asked for: the sheet as it would be, what changes, and what it gains. */
export interface Solution {
  readonly sheet: LoadingSheet;
  /** What would be done. */
  readonly does: Reason;
  readonly margin: { readonly arm: number; readonly mass: number };
  readonly inside: boolean;
  /** How much of a change it is: smaller comes first among equals. */
  readonly effort: number;
}

/** A sheet as a solution, if it can be loaded so at all. */
export function asSolution(
  data: LoadingData,
  sheet: LoadingSheet,
  does: Reason,
  effort: number,
): Solution | undefined {
  if (sheetProblems(data, sheet).length > 0) return undefined;
  const standing = sheetStanding(data, sheet);
  return standing && { sheet, does, margin: standing.margin, inside: standing.inside, effort };
}

/** Rounds to a step, in the direction given. Example: 6.31 in steps of 0.5 upwards is 6.5. */
export function toStep(value: number, step: number, way: 'up' | 'down' | 'near'): number {
  const count = value / step;
  const whole =
    way === 'near' ? Math.round(count) : way === 'up' ? Math.ceil(count - 1e-9) : Math.floor(count + 1e-9);
  return Number((whole * step).toFixed(6));
}

/** The sheet with a mass at a station, and at an arm where the station lets it be moved. */
export function withLine(sheet: LoadingSheet, station: string, mass: number, arm?: number): LoadingSheet {
  const others = sheet.lines.filter((l) => l.station !== station);
  const own = sheet.lines.find((l) => l.station === station);
  const line = { ...own, station, mass, ...(arm === undefined ? {} : { arm }) };
  return {
    ...sheet,
    lines: own ? sheet.lines.map((l) => (l.station === station ? line : l)) : [...others, line],
  };
}

/**
 * The value nearest to `now` in a range at which a condition holds, found on a grid and then narrowed down to its
 * border; undefined when it holds nowhere on the grid.
 * Example: from 0, in 0 to 10, "at least 6.2" is 6.2.
 */
export function nearestHolding(
  now: number,
  range: { readonly from: number; readonly to: number },
  holds: (value: number) => boolean,
  grid = 200,
): number | undefined {
  if (holds(now)) return now;
  const width = (range.to - range.from) / grid;
  let best: number | undefined;
  const near = (value: number): number => Math.abs(value - now);
  for (let i = 0; i <= grid; i += 1) {
    const value = range.from + i * width;
    if ((best === undefined || near(value) < near(best)) && holds(value)) best = value;
  }
  if (best === undefined) return undefined;
  // The border lies between the point found and the one next to it on the way back.
  let fine = best;
  let off = best + Math.sign(now - best) * Math.min(width, near(best));
  if (holds(off)) return off;
  for (let i = 0; i < 40; i += 1) {
    const middle = (fine + off) / 2;
    if (holds(middle)) fine = middle;
    else off = middle;
  }
  return fine;
}

/** Best first: inside before outside, then the least change, then the widest margin. */
export function ranked(solutions: readonly (Solution | undefined)[]): readonly Solution[] {
  return solutions
    .filter((s) => s !== undefined)
    .sort(
      (a, b) => Number(b.inside) - Number(a.inside) || a.effort - b.effort || b.margin.arm - a.margin.arm,
    );
}
