import { err, reason } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';

/** A time that has to run: the clock answers when it is over, and nothing is typed. */
export const TIMER_DESK: AnswerDesk<'timer'> = {
  title: 'A time that has to run',
  begin: () => ({ kind: 'timer', seconds: 60 }),
  figures: 'none',
  answer: () => err(reason('notAnswered')),
  typeAgain: 'never',
};
