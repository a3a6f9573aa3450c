import { ok } from '@kanzel/core';
import type { AnswerDesk, DeskFigures } from '../answer-desk.ts';
import { figure } from '../figures/typed.ts';

/** The fields of a drop. */
export const DROP_FIGURES: DeskFigures = {
  names: () => ['before', 'after'],
  label: (name) => ({ over: name === 'before' ? 'Before' : 'After', spoken: name }),
  lacking: (names) => names.map((name) => `the figure ${name}`),
};

/** A figure before something is switched, and after. */
export const DROP_DESK: AnswerDesk<'drop'> = {
  title: 'Before and after',
  begin: (gauge) => ({ kind: 'drop', ...gauge }),
  figures: DROP_FIGURES,
  answer: ({ index, part }, draft) => {
    const before = figure(index, part, draft, 'before');
    if (!before.ok) return before;
    const after = figure(index, part, draft, 'after');
    return after.ok ? ok({ kind: 'drop', before: before.value, after: after.value }) : after;
  },
  typeAgain: 'never',
};
