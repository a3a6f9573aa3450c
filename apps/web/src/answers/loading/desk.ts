import { ok } from '@kanzel/core';
import { sheetFromDraft } from '../../loading/sheet-draft.ts';
import type { AnswerDesk } from '../answer-desk.ts';

/** The loading sheet: it begins from what is aboard, so that nothing has to be brought back to the desk. */
export const LOADING_DESK: AnswerDesk<'loading'> = {
  title: 'The loading sheet',
  begin: () => ({ kind: 'loading' }),
  figures: 'none',
  answer: ({ state, index }, draft) => {
    const sheet = sheetFromDraft(state, index, draft);
    return sheet.ok ? ok({ kind: 'loading', sheet: sheet.value }) : sheet;
  },
  typeAgain: 'never',
};
