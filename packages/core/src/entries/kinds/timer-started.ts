import { partKey } from '../../checks/basis-index.ts';
import { reason } from '../../reasons/reason.ts';
import { aboutPart } from '../about.ts';
import { partOf, unknownPart } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { WATCHERS } from '../roles.ts';

export const timerStarted: EntryType<'timer.started'> = {
  kind: 'timer.started',
  version: 1,
  upcast: [],
  roles: WATCHERS,
  about: (body, state) => aboutPart(state, body.check, body.subject),
  admit: ({ body }, door) => {
    const part = partOf(door, body);
    if (!part) return unknownPart(body);
    if (part.check.answer.kind !== 'timer')
      return reason('wrongForm', { wanted: part.check.answer.kind, got: 'timer' });
    return door.seen.part(part.key)?.blocked;
  },
  fold: (draft, index, entry) => {
    const part = index.parts.get(partKey(entry.body.check, entry.body.subject));
    if (part) draft.part(part.key, { timerStarted: deedOf(draft, entry) });
  },
};
