import { partKey } from '../../checks/basis-index.ts';
import { kindOf } from '../../answers/answers.ts';
import { armedOther } from '../../answers/armed.ts';
import { saysSame } from '../../answers/says-same.ts';
import { TILTED, tiltedOtherwise } from '../../answers/sense.ts';
import { isSaidUnseen } from '../../answers/told-after.ts';
import { ownMember } from '../../own-member.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import type { EntryBodies } from '../../record/entry.ts';
import type { AnswerRecord } from '../../record/state.ts';
import { aboutPart } from '../about.ts';
import { partOf, standingFor, type Door } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { ownLookRefusal } from '../own-look.ts';
import { WATCHERS } from '../roles.ts';
import { amend } from '../strike.ts';

/** Where the second person says what he saw without being shown the first answer: whole, and once. */
function sawRefusal(
  door: Door,
  body: EntryBodies['answer.witnessed'],
  answer: AnswerRecord,
): Reason | undefined {
  const part = partOf(door, body);
  if (!part || !isSaidUnseen(part.check)) return body.saw === undefined ? undefined : reason('sawNotAsked');
  const { saw, facts = {} } = body;
  if (answer.differs) return reason('watchersDiffer');
  if (saw?.kind !== part.check.answer.kind) return reason('sayWhatYouSaw');
  if (!kindOf(saw).isWhole(saw, part, door.index)) return reason('sayWhatYouSaw');
  // What he saw of an armed aircraft, or of one that was held otherwise, is as little as the first one's would be.
  const { answer: spec } = part.check;
  return (
    armedOther(part.check, facts) ??
    (spec.kind === 'sense' ? tiltedOtherwise(spec.input, ownMember(facts, TILTED)) : undefined)
  );
}

/** A second person watched, or looked again, and agrees; or says what he saw, and it is compared. */
export const answerWitnessed: EntryType<'answer.witnessed'> = {
  kind: 'answer.witnessed',
  version: 1,
  upcast: [],
  roles: WATCHERS,
  about: (body, state) => aboutPart(state, body.check, body.subject),
  admit: (draft, door) => {
    const found = standingFor(door, draft.body);
    if (!found.ok) return found.error;
    const own = found.value.by === draft.by ? ownLookRefusal(door, found.value, draft) : undefined;
    return own ?? sawRefusal(door, draft.body, found.value);
  },
  fold: (draft, index, entry) => {
    const { body } = entry;
    const { saw } = body;
    const first = draft
      .history(partKey(body.check, body.subject))
      .findLast((record) => record.entry === body.answerEntry)?.answer;
    const check = index.checks.get(body.check);
    const isSame = !saw || (check !== undefined && saysSame(index, check, first, saw));
    amend(
      draft,
      body,
      isSame ? { witness: deedOf(draft, entry) } : { differs: { ...deedOf(draft, entry), saw } },
    );
  },
};
