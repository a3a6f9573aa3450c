import { formatFigure } from '../quantity/format.ts';
import type { AnswerKind } from './kind.ts';
import { alwaysWhole, noCopies, recorded } from './said.ts';

/** A recording over time. */
export const SERIES: AnswerKind<'series'> = {
  measured: ({ series }) => ({ kind: 'series', series }),
  isWhole: alwaysWhole,
  judge: recorded,
  copies: noCopies,
  agrees: 'never',
  over: 'never',
  describe({ series: { t } }) {
    const seconds = (t[t.length - 1] ?? 0) - (t[0] ?? 0);
    return `recorded ${formatFigure(seconds, 1)} s, ${t.length} samples`;
  },
};
