import type { AnswerKind } from './kind.ts';
import { alwaysWhole, measuresNothing, noCopies, plain } from './said.ts';

/** Whether it is as expected, with a note where it is not. */
export const CONFIRM: AnswerKind<'confirm'> = {
  measured: measuresNothing,
  isWhole: alwaysWhole,
  judge: ({ asExpected, note }, { part }) => [
    asExpected
      ? plain('within', 'asExpected', { answer: part.check.response })
      : plain('out', 'notAsExpected', { answer: note ?? '' }),
  ],
  copies: noCopies,
  agrees: ({ asExpected }, second) => asExpected === second.asExpected,
  over: 'never',
  describe: ({ asExpected, note }, index, check) =>
    asExpected
      ? (index.checks.get(check)?.response ?? 'As expected')
      : `Not as expected${note ? `: ${note}` : ''}`,
};
