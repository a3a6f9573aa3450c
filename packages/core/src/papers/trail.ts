import type { Verdict } from '../limits/types.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { PaperRoom, TrailStretch } from './types.ts';

/** Hours are written to a tenth: less than half of one is no gap. */
const SAME_HOURS = 0.05;

/** A piece of the line from the first logbook to today. */
export interface TrailPiece {
  readonly kind: 'book' | 'gap' | 'quiet' | 'overlap';
  readonly from: string;
  readonly to: string;
  readonly hoursFrom: number;
  readonly hoursTo: number;
  readonly book?: string;
  readonly explained?: string;
}

const daysBetween = (a: string, b: string): number =>
  Math.round((Date.parse(b) - Date.parse(a)) / 86_400_000);

/**
 * The trail as a line: books in the order of their first day, and between them what does not join. Hours decide: a
 * book that begins with more hours than the one before it ended with leaves a gap, with fewer an overlap; the same
 * hours after more than `quietDays` without a line is a quiet stretch, in which nothing was flown by the papers.
 * The line begins at no hours and ends today, at the hours of the airframe.
 * Example: books 0 to 120 h and 130 to 200 h, airframe at 200 h: book, gap of 10 h, book.
 */
export function trailPieces(
  stretches: readonly TrailStretch[],
  quietDays: number,
  room: PaperRoom,
): readonly TrailPiece[] {
  const books = [...stretches].sort((a, b) =>
    a.from < b.from ? -1 : a.from > b.from ? 1 : a.hoursFrom - b.hoursFrom,
  );
  const pieces: TrailPiece[] = [];
  const join = (from: string, to: string, hoursFrom: number, hoursTo: number, explained?: string): void => {
    const between = { from, to, hoursFrom, hoursTo, ...(explained?.trim() ? { explained } : {}) };
    if (hoursTo - hoursFrom > SAME_HOURS) pieces.push({ kind: 'gap', ...between });
    else if (hoursFrom - hoursTo > SAME_HOURS) pieces.push({ kind: 'overlap', ...between });
    else if (daysBetween(from, to) > quietDays) pieces.push({ kind: 'quiet', ...between });
  };
  let [day, hours] = [books[0]?.from ?? room.day, 0];
  for (const book of books) {
    join(day, book.from, hours, book.hoursFrom, book.explained);
    const { from, to, hoursFrom, hoursTo } = book;
    pieces.push({ kind: 'book', book: book.book, from, to, hoursFrom, hoursTo });
    [day, hours] = [to, hoursTo];
  }
  if (books.length > 0) join(day, room.day, hours, room.hours);
  return pieces;
}

const said = (state: Verdict['state'], why: Reason, decisionNeeded = false): Verdict => ({
  state,
  decisionNeeded,
  reason: why,
});
const hours = (value: number): { value: number; unit: string; resolution: number } => ({
  value,
  unit: 'h',
  resolution: 0.1,
});

/**
 * Verdict on a trail: without a gap it is within; a gap or an overlap is out, and with an explanation near, to be
 * decided on; a quiet stretch is near. A book that ends before it begins says nothing.
 */
export function judgeTrail(
  stretches: readonly TrailStretch[],
  quietDays: number,
  room: PaperRoom,
): readonly Verdict[] {
  const reversed = stretches.find((s) => s.to < s.from || s.hoursTo < s.hoursFrom);
  if (stretches.length === 0) return [said('unknown', reason('trailEmpty'))];
  if (reversed) return [said('unknown', reason('trailReversed', { book: reversed.book }))];
  const pieces = trailPieces(stretches, quietDays, room);
  const verdicts = pieces.flatMap((p): Verdict[] => {
    const params = {
      from: p.from,
      to: p.to,
      hoursFrom: hours(p.hoursFrom),
      hoursTo: hours(p.hoursTo),
      why: p.explained ?? '',
    };
    if (p.kind === 'book') return [];
    if (p.kind === 'quiet') return [said('near', reason('trailQuiet', params))];
    const code = p.kind === 'gap' ? 'trailGap' : 'trailOverlap';
    // What does not join at the end is between the last book and the airframe itself, and no book explains it.
    if (p === pieces[pieces.length - 1]) return [said('out', reason(`${code}Now`, params))];
    return p.explained
      ? [said('near', reason(`${code}Explained`, params), true)]
      : [said('out', reason(code, params))];
  });
  const whole = said('within', reason('trailWhole', { count: stretches.length, hours: hours(room.hours) }));
  const worst = verdicts.filter((v) => v.state === 'out');
  return verdicts.length === 0 ? [whole] : [...worst, ...verdicts.filter((v) => v.state !== 'out')];
}
