import fc from 'fast-check';
import { readDay } from './read-day.ts';
import { dayInWords, momentInWords, whenInWords } from './when.ts';

test('a day is read as it is shown, and in the other ways people write it', () => {
  for (const text of [
    '26 Nov 2026',
    '26 November 2026',
    '2026-11-26',
    '26.11.2026',
    '26/11/2026',
    ' 26 nov 2026 ',
  ])
    expect([text, readDay(text)]).toEqual([text, '2026-11-26']);
  // No such day, half a year, words, and nothing: none of them may pass for a day.
  for (const text of ['31 Feb 2026', '2026-13-45', '26.11.26', '26 Nov', 'tomorrow', '', '26 Nov 20266'])
    expect([text, readDay(text)]).toEqual([text, undefined]);
  fc.assert(
    fc.property(
      fc.date({ min: new Date(1950, 0, 1), max: new Date(2150, 0, 1), noInvalidDate: true }),
      (date) => {
        const iso = [date.getFullYear(), date.getMonth() + 1, date.getDate()]
          .map((n) => String(n).padStart(2, '0'))
          .join('-');
        expect(readDay(dayInWords(iso))).toBe(iso);
      },
    ),
  );
});

test('what was not today carries its day', () => {
  const now = new Date(2026, 10, 26, 18, 0);
  const at = (day: number): string => new Date(2026, 10, day, 9, 36).toISOString();
  expect([whenInWords(at(26), now), whenInWords(at(25), now), momentInWords(at(26))]).toEqual([
    '09:36',
    '25 Nov 2026, 09:36',
    '26 Nov 2026, 09:36',
  ]);
});
