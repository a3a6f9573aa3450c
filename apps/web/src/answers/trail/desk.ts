import { err, ok, reason, type AnswerOf, type Reason, type Result } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';
import { copiesOf, filled, optionalHours, readDay, writtenRows } from '../../papers/typed.ts';

/** The logbooks on the desk as an answer, or what is missing of them. */
export function trailFrom(draft: PartDraft): Result<AnswerOf<'trail'>, Reason> {
  const rows = writtenRows(draft, 'books', 'book');
  if (rows.length === 0) return err(reason('notAnswered'));
  const stretches: AnswerOf<'trail'>['stretches'][number][] = [];
  for (const row of rows) {
    const from = readDay(row['from'] ?? '');
    if (!from.ok) return from;
    const to = readDay(row['to'] ?? '');
    if (!to.ok) return to;
    const hoursFrom = optionalHours(row['hoursFrom']);
    if (!hoursFrom.ok) return hoursFrom;
    const hoursTo = optionalHours(row['hoursTo']);
    if (!hoursTo.ok) return hoursTo;
    if (hoursFrom.value === undefined || hoursTo.value === undefined) return err(reason('noFigure'));
    stretches.push({
      book: (row['book'] ?? '').trim(),
      from: from.value,
      to: to.value,
      hoursFrom: hoursFrom.value,
      hoursTo: hoursTo.value,
      ...(filled(row['explained']) ? { explained: row['explained'].trim() } : {}),
      scans: copiesOf(draft, row['id'] ?? ''),
    });
  }
  return ok({ kind: 'trail', stretches });
}

/** The logbooks, one after the other. */
export const TRAIL_DESK: AnswerDesk<'trail'> = {
  title: 'The logbooks',
  begin: () => ({ kind: 'trail', quietDays: 400 }),
  figures: 'none',
  answer: (_room, draft) => trailFrom(draft),
  typeAgain: {
    on: ['correction', 'again'],
    draft: (answer) => ({
      lists: {
        books: answer.stretches.map((s, i) => ({
          id: `b${i + 1}`,
          book: s.book,
          from: s.from,
          to: s.to,
          hoursFrom: String(s.hoursFrom),
          hoursTo: String(s.hoursTo),
          explained: s.explained ?? '',
        })),
      },
      scans: Object.fromEntries(answer.stretches.map((s, i) => [`b${i + 1}`, s.scans])),
    }),
  },
};
