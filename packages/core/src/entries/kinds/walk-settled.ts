import { partKey } from '../../checks/basis-index.ts';
import { reason } from '../../reasons/reason.ts';
import { differenceAt, settlementKey } from '../../standing/walked-again.ts';
import { aboutPart } from '../about.ts';
import { partOf, unknownPart } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

/**
 * Two did not find the same: which of them holds. Nobody settles it for themselves; either of them may say that the other one was
 * right, and anybody else either.
 */
export const walkSettled: EntryType<'walk.settled'> = {
  kind: 'walk.settled',
  version: 1,
  upcast: [],
  roles: CREW,
  about: (body, state) => aboutPart(state, body.check, body.subject),
  admit: ({ body, by }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (body.reason.trim() === '') return reason('needsReason');
    const difference = differenceAt(door.state, part.key);
    if (difference?.second.entry !== body.said || difference.first.entry !== body.answerEntry)
      return reason('noDifference');
    return difference[body.holds].by === by ? reason('settlesForOneself') : undefined;
  },
  fold: (draft, index, entry) => {
    const { check, subject, said, answerEntry } = entry.body;
    if (!index.parts.has(partKey(check, subject))) return;
    draft.put('settlements', settlementKey(said, answerEntry), {
      ...deedOf(draft, entry),
      ...entry.body,
    });
    draft.stir([partKey(check, subject)]);
  },
};
