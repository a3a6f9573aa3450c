import { err, ok, reason } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import { figure, ONE_FIGURE } from '../figures/typed.ts';

/** How many there are: whole, and not below none. */
export const COUNT_DESK: AnswerDesk<'count'> = {
  title: 'How many',
  begin: () => ({ kind: 'count', unit: 'count', resolution: 1, plausible: { low: 0, high: 100 } }),
  figures: ONE_FIGURE,
  answer: ({ index, part }, draft) => {
    const one = figure(index, part, draft, 'value');
    if (!one.ok) return one;
    const { value, unit } = one.value;
    return Number.isInteger(value) && value >= 0
      ? ok({ kind: 'count', count: value })
      : err(reason('notWhole', { value: { value, unit } }));
  },
  typeAgain: 'never',
};
