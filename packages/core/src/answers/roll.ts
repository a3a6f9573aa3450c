import { formatFigure } from '../quantity/format.ts';
import type { AnswerKind } from './kind.ts';
import { judgedAlone, measuresNothing, noCopies, plain } from './said.ts';

const seconds = (after: number): string => `${formatFigure(after, 0.1)} s`;

/**
 * Calls on the take-off run: power reached, speed alive, pressures, rotate, in that order. A call that did not come is a reason to stop, and
 * whoever went on all the same is told so; a run that was stopped proves nothing of the calls that it did not get to.
 *
 * Whole: the calls of the check from the first on without a gap, none of them earlier than the one before; all of them where it lifted off;
 * where it was stopped, the last one did not come, or it says why.
 * Example: power after 2.1 s, and no speed after 5.0 s, stopped: out, "Speed alive" did not come.
 */
export const ROLL: AnswerKind<'roll'> = {
  measured: measuresNothing,
  isWhole({ calls, ended, why = '' }, { check: { answer: spec } }) {
    if (spec.kind !== 'roll') return false;
    const inOrder = calls.every(
      ({ id, after }, i) =>
        id === spec.calls[i]?.id &&
        Number.isFinite(after) &&
        after >= 0 &&
        after >= (calls[i - 1]?.after ?? 0),
    );
    if (!inOrder) return false;
    if (ended === 'lifted') return calls.length === spec.calls.length;
    return calls.at(-1)?.came === false || why.trim() !== '';
  },
  judge({ calls, ended, why = '' }, { part: { check } }) {
    const spec = check.answer;
    const title = (id: string): string =>
      (spec.kind === 'roll' ? spec.calls.find((c) => c.id === id)?.title : undefined) ?? id;
    const missing = calls.find((c) => !c.came);
    if (!missing)
      return ended === 'lifted'
        ? [plain('within', 'rollCalled', { count: calls.length })]
        : [plain('out', 'rollStopped', { why })];
    const params = { call: title(missing.id), after: seconds(missing.after) };
    return [plain('out', ended === 'lifted' ? 'rollWentOn' : 'rollNoCall', params)];
  },
  copies: noCopies,
  agrees: judgedAlone,
  over: 'never',
  describe({ calls, ended }, index, check) {
    const spec = index.checks.get(check)?.answer;
    const said = calls.map(({ id, came, after }) => {
      const title = (spec?.kind === 'roll' ? spec.calls.find((c) => c.id === id)?.title : undefined) ?? id;
      return `${came ? '' : 'no '}${title.toLowerCase()} ${seconds(after)}`;
    });
    return [...said, ended === 'lifted' ? 'lifted off' : 'stopped'].join(', ');
  },
};
