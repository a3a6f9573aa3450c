import { partKey } from '../../checks/basis-index.ts';
import { reason } from '../../reasons/reason.ts';
import { standingAnswer } from '../../record/state.ts';
import { aboutPart } from '../about.ts';
import { overruling } from '../admit-answer.ts';
import { partOf, unknownPart } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW, MAY_OVERRULE } from '../roles.ts';

/** What keeps hands off a check whatever is said of it. */
const BARRED: readonly string[] = ['gateHeld', 'gateNotPassed', 'groundRunEnds'];

export const answerNotApplicable: EntryType<'answer.notApplicable'> = {
  kind: 'answer.notApplicable',
  version: 1,
  upcast: [],
  roles: CREW,
  about: (body, state) => aboutPart(state, body.check, body.subject),
  admit: ({ body, by, role }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (!part.check.notApplicable) return reason('notApplicableForbidden', { check: part.check.title });
    if (body.reason.trim() === '') return reason('needsReason');
    const blocked = door.seen.part(part.key)?.blocked;
    if (blocked && BARRED.includes(blocked.code)) return blocked;
    const standing = standingAnswer(door.state.parts.get(part.key));
    // What was found out of limits is not made to disappear by whoever found it inconvenient.
    return standing?.verdicts[0]?.state === 'out' && !MAY_OVERRULE.includes(role)
      ? reason('notApplicableOverOut', { roles: MAY_OVERRULE })
      : overruling({ by, role }, standing);
  },
  fold: (draft, index, entry) => {
    const part = index.parts.get(partKey(entry.body.check, entry.body.subject));
    if (!part) return;
    draft.history(part.key).push({
      ...deedOf(draft, entry),
      answer: null,
      notApplicable: entry.body.reason,
      facts: {},
      good: 'yes',
      verdicts: [],
    });
  },
};
