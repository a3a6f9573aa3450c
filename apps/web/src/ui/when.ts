import { format, isSameDay, parseISO } from 'date-fns';

const DAY = 'd MMM yyyy';

/** A day of an instant here, or a day by itself: "26 Nov 2026". */
export const dayInWords = (iso: string): string => format(parseISO(iso), DAY);

/** Day and time here: "26 Nov 2026, 09:36". */
export const momentInWords = (iso: string): string => format(parseISO(iso), `${DAY}, HH:mm`);

/** The time of something of today, and of anything else its day as well: yesterday's "09:36" is not today's. */
export function whenInWords(iso: string, now = new Date()): string {
  const at = parseISO(iso);
  return isSameDay(at, now) ? format(at, 'HH:mm') : momentInWords(iso);
}
