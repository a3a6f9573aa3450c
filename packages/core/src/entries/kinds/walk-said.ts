import { partKey } from '../../checks/basis-index.ts';
import { reason } from '../../reasons/reason.ts';
import { standingAnswer } from '../../record/state.ts';
import { wrongState } from '../../standing/evidence.ts';
import { judgedAnswer } from '../../standing/judged-answer.ts';
import { secondWalk } from '../../standing/walked-again.ts';
import { aboutPart } from '../about.ts';
import { figureDoubt, formFits } from '../admit-answer.ts';
import { partOf, unknownPart } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { ownLookRefusal } from '../own-look.ts';
import { CREW } from '../roles.ts';

/** What was found on a second walk: judged as an answer is, and kept beside it. */
export const walkSaid: EntryType<'walk.said'> = {
  kind: 'walk.said',
  version: 1,
  upcast: [],
  roles: CREW,
  about: (body, state) => aboutPart(state, body.check, body.subject),
  admit: (draft, door) => {
    const { body } = draft;
    const walk = door.state.walks.get(body.walk);
    if (!walk) return reason('walkUnknown');
    if (walk.begun.by !== draft.by) return reason('notYourWalk');
    if (walk.finished) return reason('walkIsFinished');
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    const asked = secondWalk(door.state, door.index);
    if (asked?.drawn === false) return reason('walkNotDrawn');
    if (!asked?.asked.includes(part.key)) return reason('notWalkedAgain', { check: part.check.title });
    const answer = standingAnswer(door.state.parts.get(part.key));
    const own = answer?.by === draft.by ? ownLookRefusal(door, answer, draft) : undefined;
    if (own) return own.code === 'samePerson' ? reason('walkerIsFirst', { part: part.key }) : own;
    if (body.answer === undefined) {
      if (!part.check.notApplicable) return reason('notApplicableForbidden', { check: part.check.title });
      return body.notApplicable?.trim() ? undefined : reason('needsReason');
    }
    if (body.notApplicable !== undefined || !formFits(part, body.answer, door))
      return reason('wrongForm', { wanted: part.check.answer.kind, got: body.answer.kind });
    return figureDoubt(door.index, part, body.answer, true) ?? wrongState(door.state, door.index, part);
  },
  fold: (draft, index, entry) => {
    const { walk: id, check, subject, answer, notApplicable, facts } = entry.body;
    const walk = draft.state.walks.get(id);
    const part = index.parts.get(partKey(check, subject));
    if (!walk || walk.finished || !part) return;
    const deed = deedOf(draft, entry);
    const said =
      answer === undefined
        ? {
            ...deed,
            answer: null,
            notApplicable: notApplicable ?? '',
            facts: {},
            good: 'yes' as const,
            verdicts: [],
          }
        : judgedAnswer(index, part, deed, { answer, facts });
    draft.put('walks', id, { ...walk, said: new Map(walk.said).set(part.key, said) });
  },
};
