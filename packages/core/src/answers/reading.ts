import { directedText } from './directed.ts';
import { edgesBeside, figureText } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import { alwaysWhole, judgedAlone, noCopies, recorded } from './said.ts';

/** One figure read off a gauge, typed or taken from the monitor. */
export const READING: AnswerKind<'reading'> = {
  measured: ({ reading }) => ({ kind: 'one', reading }),
  isWhole: alwaysWhole,
  judge: recorded,
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe({ reading }, index, check) {
    const beside = edgesBeside(index, check, reading.unit);
    const spec = index.checks.get(check)?.answer;
    return spec?.kind === 'reading' && spec.directions
      ? directedText(reading, spec.directions, beside)
      : figureText(reading, beside);
  },
};
