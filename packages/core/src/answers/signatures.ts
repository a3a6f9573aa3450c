import { judgeSignatures } from '../papers/judge.ts';
import { many } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import { alwaysWhole, measuresNothing } from './said.ts';

/** Work items or inspection sheets with their signatures. */
export const SIGNATURES: AnswerKind<'signatures'> = {
  measured: measuresNothing,
  isWhole: alwaysWhole,
  judge: ({ items }, { part }) =>
    judgeSignatures(items, part.check.answer.kind === 'signatures' && part.check.answer.inspected),
  copies: ({ items }) => items.flatMap((i) => i.scans),
  agrees: 'never',
  over: 'never',
  describe: ({ items }) => many(items.length, 'item', 'items'),
};
