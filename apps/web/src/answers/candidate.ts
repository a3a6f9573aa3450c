import {
  err,
  ok,
  ownMember,
  readQuantity,
  reason,
  type BasisIndex,
  type CampaignState,
  type Fact,
  type Part,
  type PartAnswer,
  type Reason,
  type Result,
} from '@kanzel/core';
import type { TypedAgain } from './answer-desk.ts';
import type { PartDraft } from './desk.ts';
import { deskOf } from './desks.ts';

/** A candidate answer: what would be kept now. */
export interface Candidate {
  readonly answer: PartAnswer;
  readonly facts: Readonly<Record<string, Fact>>;
}

function factsOf(
  part: Part,
  draft: PartDraft,
  answer: PartAnswer,
): Result<Readonly<Record<string, Fact>>, Reason> {
  const { setting } = part.check;
  // How a vehicle felt itself held while it was answered.
  if (!setting) return ok(answer.kind === 'sense' ? (draft.facts ?? {}) : {});
  if (answer.kind === 'drop')
    return ok({ [setting.channel]: { value: answer.before.value, unit: answer.before.unit } });
  if (draft.facts && ownMember(draft.facts, setting.channel) !== undefined) return ok(draft.facts);
  if (!draft.setting?.trim()) return ok({});
  const typed = readQuantity(draft.setting, setting.unit);
  return typed.ok ? ok({ [setting.channel]: { value: typed.value.value, unit: typed.value.unit } }) : typed;
}

/** What the draft of a part amounts to, or why it is not an answer yet. What is worked out from other checks is typed by nobody. */
export function candidateOf(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  draft: PartDraft,
): Result<Candidate, Reason> {
  const { answer: spec } = part.check;
  if (spec.kind === 'computed') return err(reason('notAnswered'));
  const answer = deskOf(spec.kind).answer({ state, index, part, spec }, draft);
  if (!answer.ok) return answer;
  const facts = factsOf(part, draft, answer.value);
  return facts.ok ? ok({ answer: answer.value, facts: facts.value }) : facts;
}

/** The draft that would give an answer again, for answers that are long to type; undefined where it is answered anew. */
export function draftFromAnswer(answer: PartAnswer, why: TypedAgain): Partial<PartDraft> | undefined {
  const { typeAgain } = deskOf(answer.kind);
  return typeAgain !== 'never' && typeAgain.on.includes(why) ? typeAgain.draft(answer) : undefined;
}

/** A text that stands for the figures of a draft, to tell whether they are still those a person was asked about. */
export function figuresKey(draft: PartDraft): string {
  return JSON.stringify([draft.texts, draft.taken && Object.values(draft.taken).map((r) => r.value)]);
}
