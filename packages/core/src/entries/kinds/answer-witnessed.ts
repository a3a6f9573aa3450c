import { aboutPart } from '../about.ts';
import { standingFor } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { ownLookRefusal } from '../own-look.ts';
import { WATCHERS } from '../roles.ts';
import { amend } from '../strike.ts';

/** A second person watched, or looked again, and agrees. */
export const answerWitnessed: EntryType<'answer.witnessed'> = {
  kind: 'answer.witnessed',
  version: 1,
  upcast: [],
  roles: WATCHERS,
  about: (body, state) => aboutPart(state, body.check, body.subject),
  admit: (draft, door) => {
    const found = standingFor(door, draft.body);
    if (!found.ok) return found.error;
    return found.value.by === draft.by ? ownLookRefusal(door, found.value, draft) : undefined;
  },
  fold: (draft, _index, entry) => amend(draft, entry.body, { witness: deedOf(draft, entry) }),
};
