import type { DayPlan } from '@kanzel/core';
import { sayDay } from '@kanzel/core';

/** A stretch of the clock that is drawn; what lies between two is left out. */
interface Piece {
  readonly from: number;
  readonly to: number;
  /** Where it begins, as a share of the whole. */
  readonly at: number;
  readonly width: number;
}

export interface TimeScale {
  readonly pieces: readonly Piece[];
  /** Place of an instant as a share from 0 to 1; inside a gap it is at its edge. */
  readonly place: (ms: number) => number;
  readonly hours: readonly { readonly ms: number; readonly label: string; readonly day: boolean }[];
}

const HOUR = 3_600_000;
/** What a time needs beside the next, as a share of the width. */
const ROOM = 0.055;

/** Time of day where the field is. */
export function clock(iso: string | number, offset: number): string {
  return new Date((typeof iso === 'number' ? iso : Date.parse(iso)) + offset * 60_000)
    .toISOString()
    .slice(11, 16);
}

/** Day and month where the field is. Example: "25 Nov". */
export function dayName(iso: string | number, offset: number): string {
  const d = new Date((typeof iso === 'number' ? iso : Date.parse(iso)) + offset * 60_000);
  return sayDay(d.toISOString()).replace(/ \d{4}$/, '');
}

/**
 * The clock of a plan from its first instant to its last, the hours of the field only: nights are left out, so that
 * a plan of three days is not mostly darkness. Instants outside the hours stretch the day they lie in.
 */
export function timeScale(day: DayPlan, instants: readonly number[]): TimeScale {
  const { offset, from, to } = day.hours;
  const first = Math.min(...instants);
  const last = Math.max(...instants, first + HOUR);
  const midnight = (ms: number): number =>
    Math.floor((ms + offset * 60_000) / (24 * HOUR)) * 24 * HOUR - offset * 60_000;
  const stretches: { from: number; to: number }[] = [];
  for (let d = midnight(first); d <= last; d += 24 * HOUR) {
    const own = instants.filter((i) => i >= d && i < d + 24 * HOUR);
    if (own.length === 0) continue;
    const begin = Math.min(d + from * 60_000, ...own);
    const end = Math.max(d + to * 60_000, ...own);
    // The hours before the first thing and after the last are of no use to anybody.
    const low = d === midnight(first) ? Math.max(begin, Math.min(...own) - HOUR / 4) : begin;
    const high = d === midnight(last) ? Math.min(end, Math.max(...own) + HOUR / 2) : end;
    stretches.push({ from: low, to: Math.max(high, low + HOUR / 2) });
  }
  const total = stretches.reduce((sum, s) => sum + s.to - s.from, 0);
  let sum = 0;
  const pieces = stretches.map((s): Piece => {
    const at = sum / total;
    sum += s.to - s.from;
    return { ...s, at, width: (s.to - s.from) / total };
  });
  const place = (ms: number): number => {
    for (const p of pieces) {
      if (ms <= p.from) return p.at;
      if (ms <= p.to) return p.at + ((ms - p.from) / (p.to - p.from)) * p.width;
    }
    return 1;
  };
  const span = total / HOUR;
  const step = (span > 30 ? 4 : span > 14 ? 2 : span > 5 ? 1 : 0.5) * HOUR;
  const marks = pieces.flatMap((p, i) => {
    const list = [{ ms: p.from, day: i > 0 || pieces.length > 1 }];
    const begin = Math.ceil((p.from + offset * 60_000 + step / 3) / step) * step - offset * 60_000;
    for (let t = begin; t < p.to - step / 4; t += step) list.push({ ms: t, day: false });
    return list;
  });
  // The first time of a day is written before any other; what has no room beside one is a line without its time.
  const written: number[] = [];
  const hasRoom = (ms: number): boolean => {
    const free = place(ms) <= 1 - ROOM && written.every((w) => Math.abs(place(w) - place(ms)) >= ROOM);
    if (free) written.push(ms);
    return free;
  };
  const labelled = new Set(
    [...marks.filter((m) => m.day), ...marks.filter((m) => !m.day)].filter((m) => hasRoom(m.ms)),
  );
  const hours = marks.map((m) => ({ ...m, label: labelled.has(m) ? clock(m.ms, offset) : '' }));
  return { pieces, place, hours };
}
