import { judgeAll } from '../limits/judge.ts';
import { worstFirst } from '../limits/worst-first.ts';
import type { Verdict } from '../limits/types.ts';
import { standingAnswer, type AnswerRecord, type CampaignState, type Deed } from '../record/state.ts';
import { reason } from '../reasons/reason.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
import { COMPUTATIONS } from '../answers/computations/index.ts';
import { surroundings } from '../answers/judge-answer.ts';
import { withoutLimit } from '../answers/without-limit.ts';
import { ownMember } from '../own-member.ts';

/** The answers that a figure is worked out from, as far as there are any: those that stand. */
export function figuresOf(state: CampaignState, part: Part): readonly AnswerRecord[] {
  return part.figures.flatMap((key) => standingAnswer(state.parts.get(key)) ?? []);
}

/** A figure worked out from others: what it says, and by which answers it is known. */
export interface Computed {
  readonly verdicts: readonly Verdict[];
  /** The newest of the answers it was worked out from. */
  readonly from: AnswerRecord;
  /** Names it: the answers it was worked out from. A decision holds for these and no others. */
  readonly figure: string;
  readonly decision?: Deed & { readonly reason: string };
}

/**
 * Verdicts of a computed check from what it is computed from; undefined as long as one of them has no figure.
 * Nothing is recorded for it: it follows its grounds; whether they are good is asked elsewhere (`Evidence`).
 * With one ground on several engines, all of them are compared. Facts, configuration and past are those of the check.
 * Example: drops of 78 and 112 rpm against a difference limit of 50 rpm are within, margin 16 rpm.
 */
export function computedVerdicts(state: CampaignState, index: BasisIndex, part: Part): Computed | undefined {
  const spec = part.check.answer;
  if (spec.kind !== 'computed') return undefined;
  const answers = part.figures.map((key) => standingAnswer(state.parts.get(key)));
  const { readingsOf, together } = COMPUTATIONS[spec.value];
  const given = answers.flatMap((a, i) => {
    const readings = a?.answer ? readingsOf(a.answer) : undefined;
    return readings ? [{ part: part.figures[i] ?? String(i), readings }] : [];
  });
  const [from] = answers.flatMap((a) => a ?? []).sort((a, b) => b.seq - a.seq);
  const measured = given.length === answers.length ? together(given) : undefined;
  if (!measured || !from) return undefined;
  const limits = part.check.limits.flatMap((key) => index.limits.get(key) ?? []);
  const facts = Object.assign({}, ...answers.map((a) => a?.facts ?? {})) as AnswerRecord['facts'];
  const around = surroundings(index, part, facts, new Date(from.instant).toISOString());
  const verdicts = worstFirst([...judgeAll(limits, measured, around), ...withoutLimit(index, part.check)]);
  const figure = answers.map((a) => a?.entry ?? '').join('+');
  const decision = ownMember(state.parts.get(part.key)?.decided, figure);
  return {
    verdicts:
      verdicts.length > 0
        ? verdicts
        : [{ state: 'unknown', decisionNeeded: false, reason: reason('notAnswered') }],
    from,
    figure,
    ...(decision ? { decision } : {}),
  };
}
