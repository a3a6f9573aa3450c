import type { AnswerKind } from './kind.ts';
import { alwaysWhole, noCopies, plain, RECORDED } from './said.ts';

/** Words. */
export const TEXT: AnswerKind<'text'> = {
  measured: ({ text }) => ({ kind: 'words', words: { answer: text } }),
  isWhole: alwaysWhole,
  judge: ({ text }) => (text.trim() === '' ? [plain('unknown', 'notAnswered')] : RECORDED),
  copies: noCopies,
  agrees: 'never',
  over: 'never',
  describe: ({ text }) => text,
};
