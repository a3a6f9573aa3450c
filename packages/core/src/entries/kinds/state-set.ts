import { reason } from '../../reasons/reason.ts';
import { subjectsOfState } from '../../record/states.ts';
import { setState } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { WATCHERS } from '../roles.ts';

export const stateSet: EntryType<'state.set'> = {
  kind: 'state.set',
  version: 1,
  upcast: [],
  // Saying that an engine stands must be possible for whoever sees it.
  roles: WATCHERS,
  about: () => 'nothing',
  admit: ({ body }, door) => {
    const definition = door.index.states.get(body.state);
    if (!definition?.values.includes(body.value))
      return reason('stateUnknown', { state: body.state, value: body.value });
    return subjectsOfState(door.index, body.state).includes(body.subject)
      ? undefined
      : reason('stateSubjectUnknown', { state: definition.title, subject: body.subject });
  },
  fold: (draft, index, entry) => setState(draft, index, entry, entry.body),
};
