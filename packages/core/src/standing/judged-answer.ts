import type { BasisIndex, Part } from '../checks/basis-index.ts';
import { judgeAnswer } from '../answers/judge-answer.ts';
import type { Verdict } from '../limits/types.ts';
import type { EntryBodies } from '../record/entry.ts';
import type { AnswerRecord, Deed } from '../record/state.ts';

/** Whether a verdict lets a check be proven: within, or near with the decision where one is needed. */
export function isFine(verdicts: readonly Verdict[], decided: boolean): boolean {
  return verdicts.every(
    (v) => v.state === 'within' || (v.state === 'near' && (!v.decisionNeeded || decided)),
  );
}

/**
 * An answer with what is thought of it. Whether it is good is found at once; the verdicts themselves, which are many
 * and long, are let go and found again when they are first read, which of most answers of a long record nobody does.
 * They cannot come out otherwise: neither the basis nor the answer ever changes.
 */
export function judgedAnswer(
  index: BasisIndex,
  part: Part,
  deed: Deed,
  { answer, facts }: Pick<EntryBodies['answer.given'], 'answer' | 'facts'>,
  also: Pick<AnswerRecord, 'supersedes' | 'called' | 'afterwards'> = {},
): AnswerRecord {
  const { instant } = deed;
  const judge = (): readonly Verdict[] =>
    judgeAnswer(index, part, answer, facts, new Date(instant).toISOString());
  let read: readonly Verdict[] | undefined;
  const now = judge();
  return {
    entry: deed.entry,
    seq: deed.seq,
    at: deed.at,
    instant,
    by: deed.by,
    role: deed.role,
    device: deed.device,
    seen: deed.seen,
    pending: deed.pending,
    answer,
    facts,
    good: isFine(now, false) ? 'yes' : isFine(now, true) ? 'whenDecided' : 'no',
    get verdicts() {
      return (read ??= judge());
    },
    ...also,
  };
}
