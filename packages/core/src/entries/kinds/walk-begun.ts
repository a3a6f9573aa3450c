import { reason, type Reason } from '../../reasons/reason.ts';
import type { EntryDraft } from '../../record/entry.ts';
import { standingAnswer } from '../../record/state.ts';
import { secondWalk, walkInHand } from '../../standing/walked-again.ts';
import type { Door } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { ownLookRefusal } from '../own-look.ts';
import { CREW } from '../roles.ts';

/** Whoever walks again has given none of the answers that wait for a second pair of eyes. */
function ownAnswers(
  door: Door,
  draft: EntryDraft<'walk.begun'>,
  parts: Iterable<string>,
): Reason | undefined {
  for (const key of parts) {
    const answer = standingAnswer(door.state.parts.get(key));
    const refusal = answer?.by === draft.by ? ownLookRefusal(door, answer, draft) : undefined;
    if (refusal) return refusal.code === 'samePerson' ? reason('walkerIsFirst', { part: key }) : refusal;
  }
  return undefined;
}

/** A second walk of the inspection, by somebody who has given none of its answers. */
export const walkBegun: EntryType<'walk.begun'> = {
  kind: 'walk.begun',
  version: 1,
  upcast: [],
  roles: CREW,
  about: () => 'nothing',
  admit: (draft, door) => {
    const walk = secondWalk(door.state, door.index);
    if (!walk) return reason('noSecondWalk');
    if (door.state.walks.has(draft.body.walk)) return reason('walkExists');
    if (walkInHand(door.state, draft.by)) return reason('walkInHand');
    // Whoever gave one up has seen since what the first one found.
    for (const other of door.state.walks.values())
      if (other.begun.by === draft.by && other.finished?.givenUp !== undefined) return reason('gaveUpBefore');
    if (walk.drawn && walk.left.length === 0) return reason('nothingToWalk');
    return ownAnswers(door, draft, walk.drawn ? walk.left : walk.eligible);
  },
  fold: (draft, _index, entry) => {
    if (draft.state.walks.has(entry.body.walk)) return;
    draft.put('walks', entry.body.walk, {
      begun: { ...deedOf(draft, entry), ...entry.body },
      seed: entry.hash,
      said: new Map(),
    });
  },
};
