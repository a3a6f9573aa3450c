import { judgePlate } from '../papers/judge.ts';
import type { AnswerKind } from './kind.ts';
import { alwaysWhole, measuresNothing, noCopies } from './said.ts';

/** The data plate, typed or scanned. */
export const PLATE: AnswerKind<'plate'> = {
  measured: measuresNothing,
  isWhole: alwaysWhole,
  judge: ({ text }, { index }) => judgePlate(index.basis.aircraft, text),
  copies: noCopies,
  agrees: 'never',
  over: 'never',
  describe: ({ text }) => text,
};
