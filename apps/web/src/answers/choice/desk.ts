import { err, ok, reason } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';

/** One of several. */
export const CHOICE_DESK: AnswerDesk<'choice'> = {
  title: 'One of several',
  begin: () => ({
    kind: 'choice',
    options: [
      { id: 'right', text: 'As it should be', good: true },
      { id: 'wrong', text: 'Otherwise', good: false },
    ],
  }),
  figures: 'none',
  answer: (_room, { option }) =>
    option === undefined ? err(reason('notAnswered')) : ok({ kind: 'choice', option }),
  typeAgain: 'never',
};
