import type { AnswerKind } from './kind.ts';
import { alwaysWhole, noCopies, plain } from './said.ts';

/** One of the answers that the check offers. */
export const CHOICE: AnswerKind<'choice'> = {
  measured: ({ option }) => ({ kind: 'words', words: { answer: option } }),
  isWhole: alwaysWhole,
  judge({ option }, { part }) {
    const { answer: spec } = part.check;
    const chosen = spec.kind === 'choice' ? spec.options.find((o) => o.id === option) : undefined;
    if (!chosen) return [plain('unknown', 'optionUnknown', { option })];
    return [
      plain(chosen.good ? 'within' : 'out', chosen.good ? 'asExpected' : 'notAsExpected', {
        answer: chosen.text,
      }),
    ];
  },
  copies: noCopies,
  agrees: ({ option }, second) => option === second.option,
  over: 'never',
  describe({ option }, index, check) {
    const spec = index.checks.get(check)?.answer;
    return (spec?.kind === 'choice' ? spec.options.find((o) => o.id === option)?.text : undefined) ?? option;
  },
};
