import { err, ok, reason } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';

/** As expected, or not and what it is instead. */
export const CONFIRM_DESK: AnswerDesk<'confirm'> = {
  title: 'As expected, or not',
  begin: () => ({ kind: 'confirm' }),
  figures: 'none',
  answer: (_room, { asExpected, note }) =>
    asExpected === undefined
      ? err(reason('notAnswered'))
      : ok({ kind: 'confirm', asExpected, ...(note?.trim() ? { note: note.trim() } : {}) }),
  typeAgain: 'never',
};
