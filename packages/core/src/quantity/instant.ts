const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})$/;

/**
 * Whether a text is an instant as records write it: calendar date, time of day, and its zone. Week and ordinal dates,
 * days that do not exist and times without a zone are none: nobody could say when they were.
 * Source: RFC 3339, section 5.6.
 * Example: "2026-11-26T08:30:00+01:00" is one; "2026-11-26T08:30" and "2026-W48-4" are not.
 */
export function isInstant(text: string): boolean {
  if (!INSTANT.test(text) || !Number.isFinite(Date.parse(text))) return false;
  // A day beyond its month is read as one of the next month by some and refused by others.
  const [year = 0, month = 0, day = 0] = text.slice(0, 10).split('-').map(Number);
  return month >= 1 && day >= 1 && day <= new Date(Date.UTC(year, month, 0)).getUTCDate();
}

/** Whether a text is a day that exists, as records write it. Example: "2026-11-26" is one; "2026-02-30" and "tomorrow" are not. */
export function isDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && isInstant(`${text}T00:00:00Z`);
}

/** Milliseconds since 1970 of an instant; undefined for what is none. Example: "1970-01-01T00:00:01Z" is 1000. */
export function instantMs(text: string): number | undefined {
  return isInstant(text) ? Date.parse(text) : undefined;
}
