import fc from 'fast-check';
import { sayDay, sayInstant } from './dates.ts';

test('a day and an instant as people write them; what is none is left as it was', () => {
  expect(sayDay('2026-11-06')).toBe('6 Nov 2026');
  expect(sayInstant('2026-11-06T09:36:12.000Z')).toBe('6 Nov 2026, 09:36 UTC');
  // An instant with another zone is told in UTC, on the day it has there.
  expect(sayInstant('2026-01-01T00:30:00+02:00')).toBe('31 Dec 2025, 22:30 UTC');
  expect([sayDay('next week'), sayDay('2026-13-01'), sayInstant('soon'), sayDay('')]).toEqual([
    'next week',
    '2026-13-01',
    'soon',
    '',
  ]);
});

test('by a second route it is the same day (property)', () => {
  const formatter = new Intl.DateTimeFormat('en-US', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });
  fc.assert(
    fc.property(fc.date({ min: new Date(0), max: new Date('2100-01-01'), noInvalidDate: true }), (date) => {
      const parts = new Map(formatter.formatToParts(date).map((p) => [p.type, p.value]));
      expect(sayDay(date.toISOString())).toBe(
        `${parts.get('day')} ${parts.get('month')} ${parts.get('year')}`,
      );
    }),
  );
});
