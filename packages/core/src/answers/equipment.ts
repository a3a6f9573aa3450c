import { judgeEquipment } from '../papers/judge.ts';
import { many } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import { alwaysWhole, measuresNothing, noCopies } from './said.ts';

/** What is fitted, looked at against the list. */
export const EQUIPMENT: AnswerKind<'equipment'> = {
  measured: measuresNothing,
  isWhole: alwaysWhole,
  judge: ({ seen }, { index }) => judgeEquipment(index.basis.aircraft, seen),
  copies: noCopies,
  agrees: 'never',
  over: 'never',
  describe: ({ seen }) => many(seen.length, 'thing', 'things'),
};
