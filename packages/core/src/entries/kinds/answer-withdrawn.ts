import { partKey } from '../../checks/basis-index.ts';
import { reason } from '../../reasons/reason.ts';
import { standingAnswer } from '../../record/state.ts';
import { aboutPart } from '../about.ts';
import { overruling } from '../admit-answer.ts';
import { partOf, unknownPart } from '../door.ts';
import type { EntryType } from '../kind.ts';
import { WATCHERS } from '../roles.ts';
import { restore, strike } from '../strike.ts';

/** The superseded answer was a slip; the one before it stands again. */
export const answerWithdrawn: EntryType<'answer.withdrawn'> = {
  kind: 'answer.withdrawn',
  version: 1,
  upcast: [],
  roles: WATCHERS,
  about: (body, state) => aboutPart(state, body.check, body.subject),
  admit: ({ body, supersedes, by, role }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (body.reason.trim() === '') return reason('needsReason');
    const standing = standingAnswer(door.state.parts.get(part.key));
    if (supersedes === undefined || standing?.entry !== supersedes) return reason('notStanding');
    return overruling({ by, role }, standing);
  },
  fold: (draft, index, entry) => {
    const part = index.parts.get(partKey(entry.body.check, entry.body.subject));
    if (!part || !entry.supersedes) return;
    const withdrawn = draft.history(part.key).find((record) => record.entry === entry.supersedes);
    strike(draft, part, entry.supersedes, entry.id, entry.body.reason);
    // Withdrawing a correction restores what it corrected.
    if (withdrawn?.supersedes) restore(draft, part, withdrawn.supersedes);
  },
};
