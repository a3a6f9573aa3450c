import { formatFigure } from '../quantity/format.ts';
import type { AnswerKind, AnswerOf } from './kind.ts';
import { alwaysWhole, measuresNothing, noCopies, plain } from './said.ts';

const secondsOf = ({ startedAt, endedAt }: AnswerOf<'timer'>): number =>
  (Date.parse(endedAt) - Date.parse(startedAt)) / 1000;

/** Something held for a time: on the time is long enough. */
export const TIMER: AnswerKind<'timer'> = {
  measured: measuresNothing,
  isWhole: alwaysWhole,
  judge(answer, { part }) {
    const wanted = part.check.answer.kind === 'timer' ? part.check.answer.seconds : 0;
    const elapsed = secondsOf(answer);
    const params = { elapsed: { value: elapsed, unit: 's' }, wanted: { value: wanted, unit: 's' } };
    return [
      Number.isFinite(elapsed) && elapsed >= wanted
        ? plain('within', 'timerDone', params)
        : plain('unknown', 'timerShort', params),
    ];
  },
  copies: noCopies,
  agrees: 'never',
  over: 'never',
  describe: (answer) => `${formatFigure(secondsOf(answer), 1)} s`,
};
