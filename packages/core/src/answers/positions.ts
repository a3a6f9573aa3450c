import type { AnswerSpec } from '../checks/types.ts';
import type { AnswerKind } from './kind.ts';
import { measuresNothing, noCopies, plain } from './said.ts';

type PositionsSpec = Extract<AnswerSpec, { readonly kind: 'positions' }>;

/** What was seen at each position, in the words of the check; undefined where the answer holds no such thing. */
const textOf = ({ seen }: PositionsSpec, id: string | undefined): string =>
  seen.find((s) => s.id === id)?.text ?? '';

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/**
 * A switch, lever or knob, tried at each of its positions in their order: what was seen at each. A cut is proven off, on and off
 * again, since one that never lets go looks like one that works as long as it is tried on alone. A position may come twice.
 * Example: "off: motor turns, on: motor stops, off: motor turns" is within; "off: motor stops" proves nothing of on.
 */
export const POSITIONS: AnswerKind<'positions'> = {
  measured: measuresNothing,
  isWhole({ seen }, { check: { answer: spec } }) {
    return (
      spec.kind === 'positions' &&
      seen.length === spec.steps.length &&
      seen.every((id) => spec.seen.some((s) => s.id === id))
    );
  },
  judge({ seen }, { part: { check } }) {
    const spec = check.answer;
    if (spec.kind !== 'positions') return [plain('unknown', 'notAnswered')];
    const wrong = spec.steps.flatMap((step, i) =>
      seen[i] === step.expected
        ? []
        : [
            plain('out', 'positionWrong', {
              what: spec.of,
              at: lower(step.position),
              seen: lower(textOf(spec, seen[i])),
              expected: lower(textOf(spec, step.expected)),
            }),
          ],
    );
    // What never changes although it should was not moved, or is not connected: worth more than a list of what is wrong.
    const alike = new Set(seen).size === 1 && new Set(spec.steps.map((s) => s.expected)).size > 1;
    if (alike)
      return [
        plain('out', 'positionsAlike', { what: spec.of, seen: lower(textOf(spec, seen[0])) }),
        ...wrong,
      ];
    return wrong.length > 0 ? wrong : [plain('within', 'positionsAsExpected', { count: seen.length })];
  },
  copies: noCopies,
  agrees: ({ seen }, second) =>
    seen.length === second.seen.length && seen.every((id, i) => second.seen[i] === id),
  over: 'never',
  describe({ seen }, index, check) {
    const spec = index.checks.get(check)?.answer;
    if (spec?.kind !== 'positions') return '';
    return spec.steps.map((s, i) => `${s.position}: ${lower(textOf(spec, seen[i]))}`).join(' · ');
  },
};
