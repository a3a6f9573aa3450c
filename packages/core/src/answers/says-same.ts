import type { BasisIndex } from '../checks/basis-index.ts';
import type { Check } from '../checks/types.ts';
import { kindOf } from './answers.ts';
import type { PartAnswer } from './part-answer.ts';
import { sameWays } from './sense.ts';

/** Whether two people who looked at the same thing without each other said the same of it, by what was said alone. */
export function saysSame(
  index: BasisIndex,
  { answer: spec }: Check,
  first: PartAnswer | null | undefined,
  second: PartAnswer,
): boolean {
  if (!first || first.kind !== second.kind) return false;
  if (first.kind === 'sense' && second.kind === 'sense' && spec.kind === 'sense')
    return sameWays(index, spec, first.moves, second.moves);
  const { agrees } = kindOf(second);
  return agrees !== 'never' && agrees(first, second);
}
