import { format, isValid, parse } from 'date-fns';

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
