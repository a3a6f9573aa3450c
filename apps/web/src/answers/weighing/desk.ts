import { ok } from '@kanzel/core';
import { draftFromWeighing, weighingFromDraft } from '../../loading/weighing-draft.ts';
import type { AnswerDesk } from '../answer-desk.ts';

/** A weighing. It is read again from the scales, so that what is typed comes back only to correct a line of it. */
export const WEIGHING_DESK: AnswerDesk<'weighing'> = {
  title: 'A weighing',
  begin: () => ({ kind: 'weighing', method: 'scales' }),
  figures: 'none',
  answer: ({ index, part }, draft) => {
    const weighing = weighingFromDraft(index, part, draft);
    return weighing.ok ? ok({ kind: 'weighing', weighing: weighing.value }) : weighing;
  },
  typeAgain: { on: ['correction'], draft: ({ weighing }) => draftFromWeighing(weighing) },
};
