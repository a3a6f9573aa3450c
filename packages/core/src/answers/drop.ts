import { formatFigure } from '../quantity/format.ts';
import { figureText } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import { alwaysWhole, judgedAlone, noCopies, recorded } from './said.ts';

/** Two figures, before and after something is switched. */
export const DROP: AnswerKind<'drop'> = {
  measured: ({ before, after }) => ({ kind: 'pair', before, after }),
  isWhole: alwaysWhole,
  judge: recorded,
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe: ({ before, after }) => `${formatFigure(before.value, before.resolution)} to ${figureText(after)}`,
};
