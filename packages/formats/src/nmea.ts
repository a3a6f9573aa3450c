import { ownMember } from '@kanzel/core';

/** What one sentence of a receiver says: a place in time, and figures by name. */
export interface NmeaSentence {
  /** GGA, RMC, HDT, VHW: without who sent it. */
  readonly type: string;
  /** Time of day by the receiver (ms, UTC); undefined where the sentence has none. */
  readonly time: number | undefined;
  readonly figures: Readonly<Record<string, number | undefined>>;
}

/** A line that is none, whose checksum does not agree, or that is of no kind listened to. */
export type NmeaRead =
  ({ readonly kind: 'sentence' } & NmeaSentence) | { readonly kind: 'garbled' } | { readonly kind: 'other' };

/** Who sends it and what it is, or the name of a maker's own; what it says; its checksum. */
const LINE = /^\$([A-Z][A-Z0-9]{2,9}),([ -)+-~]*)\*([0-9A-F]{2})$/i;

/** Exclusive or of all between the dollar and the star. Source: NMEA 0183, checksum. */
function checksum(text: string): number {
  return [...text].reduce((sum, c) => sum ^ c.charCodeAt(0), 0);
}

const figure = (text: string | undefined): number | undefined =>
  text !== undefined && /^[+-]?\d+(\.\d+)?$/.test(text) ? Number(text) : undefined;

/** ddmm.mmmm with its hemisphere as degrees. Example: 5736.0000,N is 57.6. */
function angleOf(text: string | undefined, hemisphere: string | undefined): number | undefined {
  const found = /^(\d{2,3})(\d\d(?:\.\d+)?)$/.exec(text ?? '');
  const minutes = Number(found?.[2]);
  if (!found || minutes >= 60 || !/^[NSEW]$/.test(hemisphere ?? '')) return undefined;
  const degrees = Number(found[1]) + minutes / 60;
  const most = hemisphere === 'N' || hemisphere === 'S' ? 90 : 180;
  if (degrees > most) return undefined;
  return hemisphere === 'S' || hemisphere === 'W' ? -degrees : degrees;
}

/** hhmmss.sss as milliseconds of the day. Example: 120000.50 is noon and half a second. */
function timeOf(text: string | undefined): number | undefined {
  const found = /^(\d\d)(\d\d)(\d\d)(\.\d+)?$/.exec(text ?? '');
  if (!found) return undefined;
  const [, h, m, s, part] = found;
  const [hours, minutes, seconds] = [Number(h), Number(m), Number(s)];
  if (hours > 23 || minutes > 59 || seconds > 60) return undefined;
  return Math.round(((hours * 60 + minutes) * 60 + seconds + Number(part ?? 0)) * 1000);
}

const KINDS: Readonly<Record<string, (fields: readonly string[]) => Omit<NmeaSentence, 'type'>>> = {
  // Time, latitude, N, longitude, E, quality, satellites used, dilution, height above the sea, M, …
  GGA: (f) => {
    // Quality 0 is no fix: what is seen then is nothing that it rests on.
    const fixed = (figure(f[5]) ?? 0) > 0;
    return {
      time: timeOf(f[0]),
      figures: {
        latitude: fixed ? angleOf(f[1], f[2]) : undefined,
        longitude: fixed ? angleOf(f[3], f[4]) : undefined,
        satellites: fixed ? figure(f[6]) : undefined,
        geometry: fixed ? figure(f[7]) : undefined,
        height: fixed && f[9] === 'M' ? figure(f[8]) : undefined,
      },
    };
  },
  // Time, status, latitude, N, longitude, E, speed (kt), course, …
  RMC: (f) => ({
    time: timeOf(f[0]),
    figures: {
      speed: f[1] === 'A' ? figure(f[6]) : undefined,
      track: f[1] === 'A' ? figure(f[7]) : undefined,
    },
  }),
  // Heading against true north, T
  HDT: (f) => ({ time: undefined, figures: { heading: f[1] === 'T' ? figure(f[0]) : undefined } }),
};

/**
 * One line of a receiver. Only what carries a checksum that agrees is read.
 * Source: NMEA 0183, sentences GGA, RMC and HDT, of whatever system sends them.
 * Example: `$GPHDT,274.07,T*03` is a heading of 274.07.
 */
export function readNmea(line: string): NmeaRead {
  const found = LINE.exec(line.trim());
  if (!found) return { kind: 'garbled' };
  const [, address = '', rest = '', sum = ''] = found;
  if (checksum(`${address},${rest}`) !== Number.parseInt(sum, 16)) return { kind: 'garbled' };
  // Two letters say who sends it; a maker's own begins with P, and is of no kind known here.
  const type = address.length === 5 ? address.slice(2).toUpperCase() : '';
  const read = ownMember(KINDS, type);
  return read ? { kind: 'sentence', type, ...read(rest.split(',')) } : { kind: 'other' };
}
