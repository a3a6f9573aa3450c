import type { FieldChart, MapPlace } from './field-chart.ts';
import { coverOfTrack, type CoveredTrack, type TrackMoment } from './covered-track.ts';
import type { Glider, WindOver } from './glide-cover.ts';

/** A circuit as it is planned. Metres, m/s, degrees. */
export interface PlannedPattern {
  /** The runway, and from which of its ends it is rolled. */
  readonly runway: string;
  readonly end: 0 | 1;
  readonly side: 'left' | 'right';
  /** Of the runway, from standing to lift-off. */
  readonly run: number;
  readonly climbSpeed: number;
  readonly climbRate: number;
  /** Above the field: of the circuit, and where the first turn begins. */
  readonly height: number;
  readonly turnAt: number;
  /** How far the first turn goes; a quarter of a circle is the usual one. */
  readonly firstTurn: number;
  /** How far beside the runway it is flown back (m). */
  readonly beside: number;
}

const RAD = Math.PI / 180;
/** How it comes down on the last leg, for every metre ahead. */
const DOWN = 1 / 12;

/** Over the ground along a course, in a wind (m/s); a slow walk at the least, so that a plan has an end. */
function overGround(speed: number, course: number, { from, speed: wind }: WindOver): number {
  const angle = (from - course) * RAD;
  const across = wind * Math.sin(angle);
  return Math.max(1, Math.sqrt(Math.max(0, speed ** 2 - across ** 2)) - wind * Math.cos(angle));
}

/** The way of the rolling, and where it begins. */
function runwayWay(chart: FieldChart, { runway, end }: PlannedPattern) {
  const found = chart.runways.find((r) => r.name === runway);
  if (!found) return undefined;
  const [from, to] = end === 0 ? found.ends : [found.ends[1], found.ends[0]];
  const [north, east] = [to.north - from.north, to.east - from.east];
  return { from, to, course: (Math.atan2(east, north) * 180) / Math.PI, length: Math.hypot(north, east) };
}

const onward = (from: MapPlace, course: number, metres: number): MapPlace => ({
  north: from.north + metres * Math.cos(course * RAD),
  east: from.east + metres * Math.sin(course * RAD),
});

/**
 * A planned circuit, second by second: rolled, climbed straight until the first turn, away from the runway, back along it at its height, and
 * in again. Every leg is flown along its line with the wind laid off; corners are corners. Undefined where the chart has no such runway.
 * Example: 300 m at 30 m/s and 3 m/s: a hundred seconds to its height.
 */
export function patternTrack(
  chart: FieldChart,
  pattern: PlannedPattern,
  wind: WindOver,
): readonly TrackMoment[] | undefined {
  const way = runwayWay(chart, pattern);
  if (!way) return undefined;
  const { elevation } = chart;
  const top = elevation + pattern.height;
  const side = pattern.side === 'left' ? -1 : 1;
  const moments: TrackMoment[] = [{ ...way.from, at: 0, height: elevation }];
  let [here, height, at]: [MapPlace, number, number] = [
    onward(way.from, way.course, pattern.run),
    elevation,
    0,
  ];
  at += (2 * pattern.run) / Math.max(1, overGround(pattern.climbSpeed, way.course, wind));
  moments.push({ ...here, at, height });
  /** Second by second along a course until it is enough, at most ten minutes. */
  const fly = (course: number, rate: (h: number) => number, enough: () => boolean): void => {
    const speed = overGround(pattern.climbSpeed, course, wind);
    for (let i = 0; i < 600 && !enough(); i += 1) {
      here = onward(here, course, speed);
      height += rate(height);
      at += 1;
      moments.push({ ...here, at, height });
    }
  };
  const climb = (h: number): number => Math.min(pattern.climbRate, Math.max(0, top - h));
  const across = (): number => {
    const [n, e] = [here.north - way.from.north, here.east - way.from.east];
    return side * (e * Math.cos(way.course * RAD) - n * Math.sin(way.course * RAD));
  };
  const along = (): number =>
    (here.north - way.from.north) * Math.cos(way.course * RAD) +
    (here.east - way.from.east) * Math.sin(way.course * RAD);
  const away = Math.max(20, Math.min(150, pattern.firstTurn));
  fly(way.course, climb, () => height >= elevation + pattern.turnAt);
  fly(way.course + side * away, climb, () => across() >= pattern.beside);
  const back = -pattern.height / DOWN / 2;
  fly(way.course + 180, climb, () => along() <= back);
  const down = (h: number): number =>
    -Math.min(Math.max(0, h - elevation), DOWN * overGround(pattern.climbSpeed, way.course, wind));
  fly(
    way.course - side * 90,
    (h) => (h > elevation + pattern.height / 2 ? down(h) : 0),
    () => across() <= 0,
  );
  fly(way.course, down, () => height <= elevation + 0.5 || along() > way.length);
  return moments;
}

export interface FirstTurn {
  readonly side: 'left' | 'right';
  readonly turnAt: number;
  readonly firstTurn: number;
  /** Seconds of the first two minutes in the air without cover, and the least margin in them (m). */
  readonly uncovered: number;
  readonly least: number | undefined;
}

/** What is looked at of a take-off (s). */
const FIRST = 120;
const TURNS = [45, 90, 120];

/**
 * How to turn after the take-off so that there is somewhere to go for as long as can be: both sides, three turns, at the height given and at two
 * thirds of it and half as much again; the fewest seconds without cover first, then the greatest margin, then the least turn.
 * Undefined where the chart has no such runway. Example: a bog ahead and a meadow to the left: left, early.
 */
export function firstTurns(
  chart: FieldChart,
  glider: Glider,
  wind: WindOver,
  pattern: PlannedPattern,
): readonly FirstTurn[] | undefined {
  const found: FirstTurn[] = [];
  for (const side of ['left', 'right'] as const)
    for (const firstTurn of TURNS)
      for (const share of [2 / 3, 1, 1.5]) {
        const turnAt = Math.round(pattern.turnAt * share);
        const track = patternTrack(chart, { ...pattern, side, firstTurn, turnAt }, wind);
        if (!track) return undefined;
        const first = track.filter((m) => m.at <= FIRST);
        const { uncovered, least }: CoveredTrack = coverOfTrack(chart, glider, wind, first);
        found.push({ side, turnAt, firstTurn, uncovered, least: least?.margin });
      }
  return found.sort(
    (a, b) =>
      a.uncovered - b.uncovered ||
      (b.least ?? -Infinity) - (a.least ?? -Infinity) ||
      a.firstTurn - b.firstTurn,
  );
}
