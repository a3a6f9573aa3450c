import { format, isSameDay, isValid, parse, parseISO } from 'date-fns';

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

/** How a day may be written: as it is shown, as on paper, and as it is stored. */
const WRITTEN = ['d MMM yyyy', 'd MMMM yyyy', 'yyyy-MM-dd', 'd.M.yyyy', 'd/M/yyyy'];

/** A day as somebody wrote it, in ISO form; undefined when it is none. A year is written whole: "1.2.26" could be many days. */
export function readDay(text: string): string | undefined {
  const written = text.trim();
  for (const form of WRITTEN) {
    const day = parse(written, form, new Date(2000, 0, 1));
    if (isValid(day) && day.getFullYear() >= 1900 && day.getFullYear() < 2200)
      return format(day, 'yyyy-MM-dd');
  }
  return undefined;
}
