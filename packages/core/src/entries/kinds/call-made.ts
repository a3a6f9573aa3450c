import type { Part } from '../../checks/basis-index.ts';
import { reason } from '../../reasons/reason.ts';
import { standingAnswer, type CampaignState } from '../../record/state.ts';
import { aboutSystems } from '../about.ts';
import { unknownPart } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { WATCHERS } from '../roles.ts';
import { strike } from '../strike.ts';

const partsOf = (state: CampaignState, check: string): readonly Part[] =>
  state.index?.partsOfCheck.get(check) ?? [];

/** Why an answer that was not taken is struck: in words, since it stands in the history beside what people wrote. */
const AGAIN = {
  wrong: 'Called again: the answer was wrong',
  hesitant: 'Called again: the answer came hesitantly',
  habitual: 'Called again: the answer came faster than a look takes',
} as const;

/** One reads, another looks: a check is called to a position, and its answer names both. */
export const callMade: EntryType<'call.made'> = {
  kind: 'call.made',
  version: 1,
  upcast: [],
  roles: WATCHERS,
  about: ({ check }, state) => aboutSystems(partsOf(state, check).flatMap((p) => p.proves)),
  admit: ({ body, by }, door) => {
    const parts = door.index.partsOfCheck.get(body.check) ?? [];
    const [first] = parts;
    if (!first) return unknownPart({ check: body.check, subject: '' });
    if (first.check.decides || first.check.answer.kind === 'computed')
      return reason('notCalled', { check: first.check.title });
    if (body.to.trim() === '') return reason('callToNobody');
    // The next is not called before what it stands on has been answered.
    const blocked = parts.map((p) => door.seen.part(p.key)?.blocked);
    if (blocked.every((b) => b !== undefined)) return blocked[0];
    for (const answer of body.again?.answers ?? []) {
      const standing = parts
        .map((p) => standingAnswer(door.state.parts.get(p.key)))
        .find((a) => a?.entry === answer);
      if (!standing) return reason('notStanding');
      if (standing.called?.by !== by) return reason('notYourCall');
    }
    return undefined;
  },
  fold: (draft, index, entry) => {
    const { again, check, to } = entry.body;
    for (const part of again ? (index.partsOfCheck.get(check) ?? []) : [])
      for (const record of draft.state.parts.get(part.key)?.history ?? [])
        if (again?.answers.includes(record.entry) && record.called?.by === entry.by)
          strike(draft, part, record.entry, entry.id, AGAIN[again.because]);
    draft.put('calls', entry.id, {
      ...deedOf(draft, entry),
      check,
      to,
      ...(again ? { again: again.because } : {}),
      ...(entry.offset === undefined ? {} : { clocked: true as const }),
    });
  },
};
