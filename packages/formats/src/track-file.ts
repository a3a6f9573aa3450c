import { err, ok, ownMember, type Position, type Result } from '@kanzel/core';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import Papa from 'papaparse';
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
  if (points.length < FEWEST)
    return err(`Of ${loose.length} points fewer than ${FEWEST} say time, place and height. ${kept}`);
  return ok({ points, leftOut: loose.length - points.length });
}
