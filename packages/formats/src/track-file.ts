import { err, ok, ownMember, type Position, type Result } from '@kanzel/core';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import Papa from 'papaparse';
import { readFrames } from './mavlink/index.ts';
import { readNmea } from './nmea.ts';

/** Where a flight was at a moment. */
export interface TrackPoint extends Position {
  /** Seconds; since 1970, or since some midnight where the file says no day. */
  readonly at: number;
  /** Metres above the sea. */
  readonly height: number;
}

export interface TrackFile {
  readonly points: readonly TrackPoint[];
  /** Points that say no time, place or height, that come out of their order, or lie further on than anything here flies. */
  readonly leftOut: number;
}

export const MOST_TRACK_BYTES = 40_000_000;
const MOST_POINTS = 200_000;
const FEWEST = 2;
/** Nothing here flies faster (m/s): a point further on is a jump of the receiver. */
const FASTEST = 180;
const METRES_PER_DEGREE = 111_195;
const DAY = 86_400;

type Loose = { readonly [M in keyof TrackPoint]?: number | undefined };

const figure = (text: unknown): number | undefined => {
  const value =
    typeof text === 'number' ? text : typeof text === 'string' && text.trim() !== '' ? Number(text) : NaN;
  return Number.isFinite(value) ? value : undefined;
};
/** An instant (RFC 3339), or seconds. */
function instantOf(text: unknown): number | undefined {
  const plain = figure(text);
  if (plain !== undefined) return plain;
  if (typeof text !== 'string' || !/^\d{4}-\d\d-\d\dT\d\d:\d\d/.test(text.trim())) return undefined;
  const ms = Date.parse(text.trim());
  return Number.isNaN(ms) ? undefined : ms / 1000;
}

const listOf = (value: unknown): readonly unknown[] =>
  value === undefined || value === null || value === '' ? [] : Array.isArray(value) ? value : [value];
const memberOf = (value: unknown, name: string): unknown =>
  typeof value === 'object' && value !== null
    ? ownMember(value as Readonly<Record<string, unknown>>, name)
    : undefined;

/** GPX: every point of every stretch of every track. Entities are not looked up: a point holds figures and nothing else. */
function fromGpx(text: string): readonly Loose[] | undefined {
  if (XMLValidator.validate(text) !== true) return undefined;
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    parseTagValue: false,
    parseAttributeValue: false,
    processEntities: false,
  });
  const gpx = memberOf(parser.parse(text), 'gpx');
  if (gpx === undefined) return undefined;
  return listOf(memberOf(gpx, 'trk')).flatMap((track) =>
    listOf(memberOf(track, 'trkseg')).flatMap((stretch) =>
      listOf(memberOf(stretch, 'trkpt')).map((point) => ({
        latitude: figure(memberOf(point, '@lat')),
        longitude: figure(memberOf(point, '@lon')),
        height: figure(memberOf(point, 'ele')),
        at: instantOf(memberOf(point, 'time')),
      })),
    ),
  );
}

/** What a receiver said: the sentence that has place, height and time in one; a time that goes back by half a day is the next day. */
function fromNmea(text: string): readonly Loose[] {
  let [days, last] = [0, -Infinity];
  return text.split(/\r?\n/).flatMap((line): readonly Loose[] => {
    const read = readNmea(line);
    if (read.kind !== 'sentence' || read.type !== 'GGA') return [];
    const { latitude, longitude, height } = read.figures;
    const time = read.time === undefined ? undefined : read.time / 1000;
    if (time !== undefined) {
      if (time < last - DAY / 2) days += 1;
      last = time;
    }
    return [{ latitude, longitude, height, at: time === undefined ? undefined : time + days * DAY }];
  });
}

function fromTable(text: string): readonly Loose[] | undefined {
  const read = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const fields = read.meta.fields ?? [];
  if (!['time', 'latitude', 'longitude', 'height'].every((f) => fields.includes(f))) return undefined;
  return read.data.map((row) => ({
    at: instantOf(row['time']),
    latitude: figure(row['latitude']),
    longitude: figure(row['longitude']),
    height: figure(row['height']),
  }));
}

const isWhole = (p: Loose): p is TrackPoint =>
  p.at !== undefined &&
  p.height !== undefined &&
  Math.abs(p.height) < 30_000 &&
  p.latitude !== undefined &&
  Math.abs(p.latitude) <= 90 &&
  p.longitude !== undefined &&
  Math.abs(p.longitude) <= 180;

function metresBetween(a: Position, b: Position): number {
  const narrower = Math.cos((a.latitude * Math.PI) / 180);
  return METRES_PER_DEGREE * Math.hypot(b.latitude - a.latitude, (b.longitude - a.longitude) * narrower);
}

/** Points that say all, in their order, without jumps; the others are counted. */
function inOrder(loose: readonly Loose[]): TrackFile {
  const points: TrackPoint[] = [];
  for (const point of loose) {
    if (!isWhole(point)) continue;
    const last = points.at(-1);
    if (last) {
      const step = point.at - last.at;
      if (!(step > 0) || metresBetween(last, point) > FASTEST * Math.max(1, step)) continue;
    }
    points.push(point);
  }
  return { points, leftOut: loose.length - points.length };
}

/** A command that changes by so much is another (degrees). */
const STEPS = 1;
/** One that was not told again for so long stands no longer (s). */
const STANDS = 2;

/** A moment of an attitude that was commanded and taken up: of roll, in degrees. */
export interface RollMoment {
  readonly at: number;
  readonly wanted: number;
  readonly is: number;
}

export interface VehicleLog extends TrackFile {
  /** Roll as wanted and as it was; empty where the vehicle does not say what it wants. */
  readonly roll: readonly RollMoment[];
}

/**
 * The log of a vehicle: the frames that it sent (MAVLink 2), one after another, with whatever stands between them. Times are seconds since the
 * vehicle was switched on; of several vehicles the one that speaks first is read. Errors: a sentence; nothing is taken in part.
 * Example: two GLOBAL_POSITION_INT a second apart are two points.
 */
export function readVehicleLog(bytes: Uint8Array): Result<VehicleLog, string> {
  const kept = 'Nothing was taken.';
  if (bytes.length > MOST_TRACK_BYTES) return err(`The log has more than ${MOST_TRACK_BYTES} bytes. ${kept}`);
  const loose: Loose[] = [];
  const roll: RollMoment[] = [];
  let system: number | undefined;
  let wanted: number | undefined;
  /** Attitudes since the command was last told. */
  let since: Omit<RollMoment, 'wanted'>[] = [];
  const take = (next: number | undefined): void => {
    // It is told less often than the attitude: where it has changed meanwhile, nobody knows when.
    if (wanted !== undefined && next !== undefined && Math.abs(next - wanted) < STEPS)
      for (const one of since) if (one.at > (roll.at(-1)?.at ?? -Infinity)) roll.push({ ...one, wanted });
    since = [];
    wanted = next;
  };
  for (const heard of readFrames(bytes).heard) {
    if (heard.kind !== 'message') continue;
    system ??= heard.system;
    if (heard.system !== system) continue;
    const of = (field: string): number => ownMember(heard.figures, field)?.[0] ?? NaN;
    const at = of('time_boot_ms') / 1000;
    // Nought and nought is what a vehicle says that does not know where it is.
    if (heard.name === 'GLOBAL_POSITION_INT' && (of('lat') !== 0 || of('lon') !== 0))
      loose.push({ at, latitude: of('lat') / 1e7, longitude: of('lon') / 1e7, height: of('alt') / 1000 });
    if (heard.name === 'NAV_CONTROLLER_OUTPUT')
      take(Number.isFinite(of('nav_roll')) ? of('nav_roll') : undefined);
    if (heard.name === 'ATTITUDE' && wanted !== undefined) {
      const is = (of('roll') * 180) / Math.PI;
      if (Number.isFinite(is) && at - (since[0]?.at ?? at) <= STANDS) since.push({ at, is });
    }
  }
  take(wanted);
  if (loose.length > MOST_POINTS || roll.length > MOST_POINTS)
    return err(`The log has more than ${MOST_POINTS} positions or attitudes. ${kept}`);
  const track = inOrder(loose);
  if (track.points.length < FEWEST && roll.length < FEWEST)
    return err(`No vehicle says here where it is or how it rolls. ${kept}`);
  return ok({ ...track, roll });
}

/**
 * Roll as it was commanded and as it was, second by second: a table with time (s), wanted and is (degrees). Rows that say less are left out.
 * Errors: a sentence. Example: `time,wanted,is` with `0,0,0.2` and `0.1,20,0.4`.
 */
export function readRollTable(text: string): Result<readonly RollMoment[], string> {
  const kept = 'Nothing was taken.';
  if (text.length > MOST_TRACK_BYTES)
    return err(`The table has more than ${MOST_TRACK_BYTES} bytes. ${kept}`);
  const read = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, '').trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  if (!['time', 'wanted', 'is'].every((f) => read.meta.fields?.includes(f)))
    return err(`This is no table with time, wanted and is. ${kept}`);
  const moments: RollMoment[] = [];
  for (const row of read.data) {
    const [at, wanted, is] = [instantOf(row['time']), figure(row['wanted']), figure(row['is'])];
    if (at === undefined || wanted === undefined || is === undefined) continue;
    if (at > (moments.at(-1)?.at ?? -Infinity)) moments.push({ at, wanted, is });
  }
  if (moments.length > MOST_POINTS) return err(`The table has more than ${MOST_POINTS} rows. ${kept}`);
  return moments.length < FEWEST
    ? err(`Fewer than ${FEWEST} rows say time, wanted and is. ${kept}`)
    : ok(moments);
}

/**
 * A flown track: GPX 1.1, sentences of a receiver (NMEA 0183, GGA), or a table with time, latitude, longitude and height. A point that
 * says less than that, that is not later than the one before it, or so far on that nothing here flies there, is left out and counted: nothing is put
 * in its place. Errors: a sentence; nothing is taken in part.
 * Example: a table of `time,latitude,longitude,height` with `0,57.6,1.4,12` and `1,57.6003,1.4,13` has two points.
 */
export function readTrackFile(text: string): Result<TrackFile, string> {
  const kept = 'Nothing was taken.';
  if (text.length > MOST_TRACK_BYTES)
    return err(`The track has more than ${MOST_TRACK_BYTES} bytes. ${kept}`);
  const begins = text.replace(/^\uFEFF/, '').trimStart();
  const loose = begins.startsWith('<')
    ? fromGpx(begins)
    : begins.startsWith('$')
      ? fromNmea(begins)
      : fromTable(begins);
  if (!loose)
    return err(
      `This is neither GPX, nor sentences of a receiver, nor a table with time, latitude, longitude and height. ${kept}`,
    );
  if (loose.length > MOST_POINTS)
    return err(`The track has ${loose.length} points, and ${MOST_POINTS} are read. ${kept}`);
  const { points, leftOut } = inOrder(loose);
  if (points.length < FEWEST)
    return err(`Of ${loose.length} points fewer than ${FEWEST} say time, place and height. ${kept}`);
  return ok({ points, leftOut });
}
