import type { AnswerDesk } from '../answer-desk.ts';
import { ONE_FIGURE, oneFigure } from '../figures/typed.ts';

/** One figure. */
export const READING_DESK: AnswerDesk<'reading'> = {
  title: 'A figure',
  begin: (gauge) => ({ kind: 'reading', ...gauge }),
  figures: ONE_FIGURE,
  answer: ({ index, part }, draft) => oneFigure(index, part, draft),
  typeAgain: 'never',
};
