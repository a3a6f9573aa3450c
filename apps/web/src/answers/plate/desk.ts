import { err, ok, reason } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import { filled } from '../../papers/typed.ts';

/** The data plate, scanned or read: it is read again, not typed again. */
export const PLATE_DESK: AnswerDesk<'plate'> = {
  title: 'The data plate',
  begin: () => ({ kind: 'plate' }),
  figures: 'none',
  answer: (_room, { texts, picks }) =>
    filled(texts?.['plate'])
      ? ok({
          kind: 'plate',
          text: texts['plate'].trim(),
          how: picks?.['how'] === 'scanned' ? 'scanned' : 'typed',
        })
      : err(reason('notAnswered')),
  typeAgain: {
    on: ['correction'],
    draft: (answer) => ({ texts: { plate: answer.text }, picks: { how: answer.how } }),
  },
};
