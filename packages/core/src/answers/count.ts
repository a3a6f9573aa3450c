import { formatFigure } from '../quantity/format.ts';
import type { AnswerKind } from './kind.ts';
import { noCopies, recorded } from './said.ts';

/**
 * How many there are. A count is exact: no instrument stands behind it, and none can have run out; a guarded limit takes its
 * doubt as none. Example: 14 satellites against at least 12 is within by 2.
 */
export const COUNT: AnswerKind<'count'> = {
  measured: ({ count }) => ({
    kind: 'one',
    reading: {
      value: count,
      unit: 'count',
      text: String(count),
      resolution: 1,
      source: 'computed',
      uncertainty: 0,
    },
  }),
  isWhole: ({ count }) => Number.isInteger(count) && count >= 0,
  judge: recorded,
  copies: noCopies,
  agrees: ({ count }, second) => count === second.count,
  over: 'never',
  describe: ({ count }) => formatFigure(count, 1),
};
