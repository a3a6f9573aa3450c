import { createEvents, type EventAttributes } from 'ics';

/** One entry of a calendar: an instant or a stretch, in UTC. */
export interface CalendarEvent {
  readonly uid: string;
  readonly from: string;
  readonly to: string;
  readonly title: string;
  readonly description: string;
  readonly place?: string;
}

type Parts = [number, number, number, number, number];

function parts(iso: string): Parts {
  const d = new Date(iso);
  return [d.getUTCFullYear(), d.getUTCMonth() + 1, d.getUTCDate(), d.getUTCHours(), d.getUTCMinutes()];
}

/**
 * A calendar file (iCalendar, RFC 5545) of some events; times in UTC, to the minute. The same event keeps its
 * identity when the file is imported again, so that a newer plan moves it rather than adding another.
 * An event that ends where it begins is an instant of no length.
 */
export function writeCalendar(events: readonly CalendarEvent[], name: string): string {
  const attributes = events.map(({ uid, from, to, title, description, place }): EventAttributes => ({
    uid,
    start: parts(from),
    startInputType: 'utc',
    startOutputType: 'utc',
    end: parts(to),
    endInputType: 'utc',
    endOutputType: 'utc',
    title,
    description,
    productId: 'kanzel',
    calName: name,
    ...(place === undefined ? {} : { location: place }),
  }));
  const made = createEvents(attributes);
  if (made.error || !made.value)
    throw new Error(`writeCalendar: ${made.error?.message ?? 'no file came of it'}`);
  return made.value;
}
