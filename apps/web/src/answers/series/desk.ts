import { ok } from '@kanzel/core';
import type { AnswerDesk, DeskFigures } from '../answer-desk.ts';
import { ONE_FIGURE, oneFigure } from '../figures/typed.ts';

/** The field of a recording that is timed by hand. */
export const STOPWATCH: DeskFigures = {
  ...ONE_FIGURE,
  label: () => ({ over: 'Or by stopwatch', spoken: 'reading' }),
};

/** A recording from the monitor, or a time by stopwatch. */
export const SERIES_DESK: AnswerDesk<'series'> = {
  title: 'A recording',
  begin: (gauge) => ({ kind: 'series', ...gauge, seconds: 20, channel: 'rpm' }),
  figures: STOPWATCH,
  answer: ({ index, part }, draft) =>
    draft.series && !draft.texts?.['value']?.trim()
      ? ok({ kind: 'series', series: draft.series })
      : oneFigure(index, part, draft),
  typeAgain: 'never',
};
