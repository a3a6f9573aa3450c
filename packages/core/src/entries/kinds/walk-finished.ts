import { reason } from '../../reasons/reason.ts';
import { unsaidOf } from '../../standing/walked-again.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

/** From here on what was said on a walk counts, and is held against what the first one found; unless it was given up. */
export const walkFinished: EntryType<'walk.finished'> = {
  kind: 'walk.finished',
  version: 1,
  upcast: [],
  roles: CREW,
  about: () => 'nothing',
  admit: ({ body, by }, door) => {
    const walk = door.state.walks.get(body.walk);
    if (!walk) return reason('walkUnknown');
    if (walk.begun.by !== by) return reason('notYourWalk');
    if (walk.finished) return reason('walkIsFinished');
    if (body.givenUp !== undefined) return body.givenUp.trim() === '' ? reason('needsReason') : undefined;
    // A draw that nobody knows yet has left nothing out.
    if (walk.said.size === 0) return reason('nothingSaidYet');
    const [next, ...more] = unsaidOf(door.state, door.index, walk);
    return next === undefined ? undefined : reason('walkNotWhole', { part: next, count: 1 + more.length });
  },
  fold: (draft, _index, entry) => {
    const walk = draft.state.walks.get(entry.body.walk);
    if (walk && !walk.finished)
      draft.put('walks', entry.body.walk, {
        ...walk,
        finished: { ...deedOf(draft, entry), ...entry.body },
      });
  },
};
