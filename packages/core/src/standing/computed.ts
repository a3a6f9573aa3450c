import { judgeAll } from '../limits/judge.ts';
import { worstFirst } from '../limits/worst-first.ts';
import type { Measured, Reading, Verdict } from '../limits/types.ts';
import { standingAnswer, type AnswerRecord, type CampaignState, type Deed } from '../record/state.ts';
import { reason } from '../reasons/reason.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
import { surroundings, withoutLimit } from '../answers/judge-answer.ts';
import { ownMember } from '../own-member.ts';

/** The answers that a figure is worked out from, as far as there are any: those that stand. */
export function figuresOf(state: CampaignState, part: Part): readonly AnswerRecord[] {
  return part.figures.flatMap((key) => standingAnswer(state.parts.get(key)) ?? []);
}

/** Brings a drop or reading out of an answer as the readings it was made by. */
function readingsOf(record: AnswerRecord | undefined, wanted: 'drop' | 'reading'): Reading[] | undefined {
  const answer = record?.answer;
  if (wanted === 'reading' && answer?.kind === 'reading') return [answer.reading];
  if (wanted === 'drop' && answer?.kind === 'drop') return [answer.before, answer.after];
  return undefined;
}

/** Two figures as a pair, two drops as such, more than two single figures as a set by the part they come from. */
function measuredTogether(found: readonly Reading[][], keys: readonly string[]): Measured | undefined {
  const [a1, a2] = found[0] ?? [];
  const [b1, b2] = found[1] ?? [];
  if (!a1 || !b1) return undefined;
  if (found.length === 2)
    return a2 && b2
      ? { kind: 'drops', first: [a1, a2], second: [b1, b2] }
      : { kind: 'pair', before: a1, after: b1 };
  if (found.some((readings) => readings.length !== 1)) return undefined;
  return {
    kind: 'many',
    readings: Object.fromEntries(found.flatMap((own, i) => own.map((r) => [keys[i] ?? String(i), r]))),
  };
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
  const figures = answers.map((a) => readingsOf(a, spec.value));
  const [from] = answers.flatMap((a) => a ?? []).sort((a, b) => b.seq - a.seq);
  const known = figures.flatMap((f) => (f ? [f] : []));
  const measured = known.length === figures.length ? measuredTogether(known, part.figures) : undefined;
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
