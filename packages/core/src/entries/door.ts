import { partKey, type BasisIndex, type Part } from '../checks/basis-index.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { type CampaignStatus } from '../standing/derive.ts';
import { type PartStatus } from '../standing/status.ts';
import { type EntryDraft, type EntryKind } from '../record/entry.ts';
import { standingAnswer, type AnswerRecord, type CampaignState } from '../record/state.ts';

/** What the door knows beside the record. */
export interface Door {
  readonly state: CampaignState;
  readonly index: BasisIndex;
  /** Derived on demand, since most entries need only a part of it. */
  readonly status: () => CampaignStatus;
  /** The same of what the author had seen: what they could do is asked of what they had before them. */
  readonly seen: {
    readonly state: CampaignState;
    /** How one part stood by that, which costs less than the whole. */
    readonly part: (key: string) => PartStatus | undefined;
  };
}

export type Rule<K extends EntryKind> = (draft: EntryDraft<K>, door: Door) => Reason | undefined;

export function partOf(door: Door, body: { check: string; subject: string }): Part | undefined {
  return door.index.parts.get(partKey(body.check, body.subject));
}

export const unknownPart = (body: { check: string; subject: string }): Reason =>
  reason('checkUnknown', { check: body.check, subject: body.subject });

/** The standing answer that a second person or a decision refers to, or why there is none such. */
export function standingFor(
  door: Door,
  body: { check: string; subject: string; answerEntry: string },
): Result<AnswerRecord, Reason> {
  const part = partOf(door, body);
  if (!part) return err(unknownPart(body));
  const answer = standingAnswer(door.state.parts.get(part.key));
  return answer?.entry === body.answerEntry ? ok(answer) : err(reason('notStanding'));
}
