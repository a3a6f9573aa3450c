const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/**
 * A day as people write it, in every sentence and on paper; of an instant, its day in UTC. What is no day is left as it is.
 * Example: '2026-11-06' and '2026-11-06T09:36:00Z' are "6 Nov 2026".
 */
export function sayDay(iso: string): string {
  const [, year, month, day] = /^(\d{4})-(\d{2})-(\d{2})/.exec(iso) ?? [];
  const name = MONTHS[Number(month) - 1];
  return year === undefined || name === undefined ? iso : `${Number(day)} ${name} ${year}`;
}

/** An instant in UTC, to the minute. Example: '2026-11-06T09:36:12.000Z' is "6 Nov 2026, 09:36 UTC". */
export function sayInstant(iso: string): string {
  const instant = Date.parse(iso);
  if (!Number.isFinite(instant)) return iso;
  const utc = new Date(instant).toISOString();
  return `${sayDay(utc)}, ${utc.slice(11, 16)} UTC`;
}
