import type { AnswerSpec, Check } from '../checks/types.ts';

/** Ways of answering in which whoever is told what there has to be to see sees it. */
const TOLD_AFTER: readonly AnswerSpec['kind'][] = ['sense', 'positions'];

/** Whether what is right is said only after the answer. Example: which way a surface has to go; not how far it may. */
export const isToldAfter = ({ answer }: Check): boolean => TOLD_AFTER.includes(answer.kind);

/**
 * Whether the second person says what he saw instead of agreeing with what he is shown: two who look at the same surface and expect
 * the same direction see it. Example: a correction sense that asks for a second person; not a torque that does.
 */
export const isSaidUnseen = (check: Check): boolean => check.secondPerson && isToldAfter(check);
