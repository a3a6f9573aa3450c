import { directedReading, ok } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import { ONE_FIGURE, oneFigure } from '../figures/typed.ts';

/** One figure. */
export const READING_DESK: AnswerDesk<'reading'> = {
  title: 'A figure',
  begin: (gauge) => ({ kind: 'reading', ...gauge }),
  figures: ONE_FIGURE,
  answer({ index, part, spec }, draft) {
    const one = oneFigure(index, part, draft);
    if (!one.ok || !spec.directions || one.value.kind !== 'reading') return one;
    const said = draft.picks?.['direction'];
    const direction = said === 'plus' || said === 'minus' ? said : undefined;
    const reading = directedReading(one.value.reading, direction, spec.directions);
    return reading.ok ? ok({ kind: 'reading', reading: reading.value }) : reading;
  },
  typeAgain: 'never',
};
