import { groundAt, type FieldChart, type MapPlace } from './field-chart.ts';
import { straightIn } from './straight-in.ts';
import { glidingIn, lowestCover, type Glider, type WayDown, type WindOver } from './glide-cover.ts';

/** A moment of a flight, planned or flown. */
export interface TrackMoment extends MapPlace {
  /** Seconds. */
  readonly at: number;
  /** Above the sea (m). */
  readonly height: number;
}

export interface CoveredMoment extends TrackMoment {
  /** Where it is on the ground nothing has to be reached. */
  readonly standing: boolean;
  /** The best way down; undefined where there is none, or nobody knows the ground. */
  readonly way: WayDown | undefined;
  /** Above what is needed (m); below nothing without cover. Undefined on the ground and where there is no way. */
  readonly margin: number | undefined;
}

export interface CoveredTrack {
  readonly moments: readonly CoveredMoment[];
  /** Seconds in the air, and of them without cover; and seconds of which nothing is known, since the track has a gap. */
  readonly airborne: number;
  readonly uncovered: number;
  readonly unknown: number;
  /** The moment with the least margin; undefined where it never was in the air with a way down. */
  readonly least: CoveredMoment | undefined;
}

/** So near to the ground it stands on it (m). */
const STANDS = 4;
/** A longer step of a track than this is a gap (s): nothing is said of it. */
export const TRACK_GAP = 10;
/** Moved less than this nobody knows where it points (m). */
const STILL = 0.5;

/** Which way it goes at every moment (°), from where it was to where it will be; where it hardly moves, as before. */
function coursesOf(track: readonly TrackMoment[]): readonly number[] {
  let last = 0;
  return track.map((here, i) => {
    const [from, to] = [track[i - 1] ?? here, track[i + 1] ?? here];
    const [north, east] = [to.north - from.north, to.east - from.east];
    if (Math.hypot(north, east) >= STILL) last = (Math.atan2(east, north) * 180) / Math.PI;
    return last;
  });
}

/**
 * Whether there was somewhere to go at every moment of a flight. A step counts as uncovered where either end of it is, and a step above
 * `TRACK_GAP` seconds as unknown. Times that do not go on are refused by the reader of the track.
 *
 * Units: m, s. Boundary: a margin of exactly nothing is cover; a step of exactly ten seconds is no gap.
 * Example: three moments a second apart, the middle one 5 m too low: two seconds uncovered, the least margin −5 m.
 */
export function coverOfTrack(
  chart: FieldChart,
  glider: Glider,
  wind: WindOver,
  track: readonly TrackMoment[],
): CoveredTrack {
  const gliding = glidingIn(glider, wind);
  const courses = coursesOf(track);
  const moments = track.map((here, i): CoveredMoment => {
    const ground = groundAt(chart, here);
    if (ground !== undefined && here.height - ground <= STANDS)
      return { ...here, standing: true, way: undefined, margin: undefined };
    const course = courses[i] ?? 0;
    const ways = [
      lowestCover(chart, gliding, here, course),
      straightIn(chart, gliding, here, course, here.height),
    ];
    const way = ways.flatMap((w) => w ?? []).sort((a, b) => a.height - b.height)[0];
    return { ...here, standing: false, way, margin: way && here.height - way.height };
  });
  let [airborne, uncovered, unknown] = [0, 0, 0];
  moments.slice(1).forEach((to, i) => {
    const from = moments[i];
    if (!from || (from.standing && to.standing)) return;
    const step = to.at - from.at;
    if (step > TRACK_GAP + 1e-9) {
      unknown += step;
      return;
    }
    airborne += step;
    const bare = (m: CoveredMoment): boolean => !m.standing && !((m.margin ?? -1) >= 0);
    if (bare(from) || bare(to)) uncovered += step;
  });
  const least = moments.reduce<CoveredMoment | undefined>(
    (a, b) => (b.margin !== undefined && (a?.margin === undefined || b.margin < a.margin) ? b : a),
    undefined,
  );
  return { moments, airborne, uncovered, unknown, least };
}
