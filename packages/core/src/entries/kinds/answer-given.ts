import { partKey, reachFromParts, type BasisIndex, type Part } from '../../checks/basis-index.ts';
import { reason } from '../../reasons/reason.ts';
import type { Entry } from '../../record/entry.ts';
import type { AnswerRecord } from '../../record/state.ts';
import { stateSubject } from '../../record/states.ts';
import { wrongState } from '../../standing/evidence.ts';
import { judgedAnswer } from '../../standing/judged-answer.ts';
import { aboutPart } from '../about.ts';
import { answerRule } from '../admit-answer.ts';
import { deedOf, lose, setState } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import type { Draft } from '../next-state.ts';
import { WATCHERS } from '../roles.ts';
import { strike } from '../strike.ts';

/** A sheet stands on the empty aircraft it was made from: another weighing takes it, and what stands on it, with it. */
function weighedAgain(draft: Draft, index: BasisIndex, part: Part, entry: Entry): void {
  const weighedBefore = draft.history(part.key).length > 1;
  for (const found of reachFromParts(index, weighedBefore ? [...index.sheets, part.key] : index.sheets))
    if (found.part !== part.key) lose(draft, entry, found, reason('weighedAgain'));
}

/** Who called what an answer answers, and how long it took; a call that is not known, of a record from elsewhere, is left out. */
function calledOf(draft: Draft, entry: Entry<'answer.given'>): AnswerRecord['called'] {
  const call = draft.state.calls.get(entry.body.call ?? '');
  if (!call) return undefined;
  const together = call.device === entry.device || (call.clocked === true && entry.offset !== undefined);
  return {
    call: call.entry,
    by: call.by,
    to: call.to,
    ...(entry.body.spoken ? { spoken: true as const } : {}),
    // Who writes down what was spoken takes as long as a hand does: that says nothing of the eye.
    ...(together && !entry.body.spoken ? { seconds: (draft.instant - call.instant) / 1000 } : {}),
  };
}

/** An answer to a check on one subject. `facts` are the power setting and the like at that moment. */
export const answerGiven: EntryType<'answer.given'> = {
  kind: 'answer.given',
  version: 1,
  upcast: [],
  roles: WATCHERS,
  about: (body, state) => aboutPart(state, body.check, body.subject),
  admit: answerRule,
  fold: (draft, index, entry) => {
    const { check, subject, answer, correction } = entry.body;
    const part = index.parts.get(partKey(check, subject));
    if (!part) return;
    const deed = deedOf(draft, entry);
    if (entry.supersedes) strike(draft, part, entry.supersedes, entry.id, correction ?? '');
    const called = calledOf(draft, entry);
    const judged = judgedAnswer(index, part, deed, entry.body, {
      ...(entry.supersedes === undefined ? {} : { supersedes: entry.supersedes }),
      ...(called ? { called } : {}),
      ...(entry.body.afterwards ? { afterwards: true as const } : {}),
    });
    const misplaced = wrongState(draft.state, index, part, deed) !== undefined;
    draft.history(part.key).push(misplaced ? { ...judged, misplaced: true } : judged);
    // What failed, or was given in another state than it needs, brings nothing about.
    if (judged.good === 'no' || misplaced) return;
    if (answer.kind === 'weighing') weighedAgain(draft, index, part, entry);
    for (const [state, value] of Object.entries(part.check.sets))
      setState(draft, index, entry, {
        state,
        subject: stateSubject(index, state, subject),
        value,
        answer: entry.id,
      });
  },
};
