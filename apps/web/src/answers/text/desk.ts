import { err, ok, reason } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';

/** Words. */
export const TEXT_DESK: AnswerDesk<'text'> = {
  title: 'Words',
  begin: () => ({ kind: 'text' }),
  figures: 'none',
  answer: (_room, { note }) =>
    note?.trim() ? ok({ kind: 'text', text: note.trim() }) : err(reason('notAnswered')),
  typeAgain: 'never',
};
