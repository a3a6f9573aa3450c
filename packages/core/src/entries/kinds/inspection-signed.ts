import { reason } from '../../reasons/reason.ts';
import { aboutSystems } from '../about.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { ownLookRefusal } from '../own-look.ts';
import { INSPECTING } from '../roles.ts';

export const inspectionSigned: EntryType<'inspection.signed'> = {
  kind: 'inspection.signed',
  version: 1,
  upcast: [],
  roles: INSPECTING,
  about: (body, state) => aboutSystems(state.actions.get(body.action)?.done.touches ?? []),
  admit: (draft, door) => {
    const action = door.state.actions.get(draft.body.action);
    if (!action) return reason('actionUnknown');
    if (action.done.by !== draft.by) return undefined;
    const refusal = ownLookRefusal(door, action.done, draft);
    return refusal?.code === 'samePerson' ? reason('inspectorIsDoer') : refusal;
  },
  fold: (draft, _index, entry) => {
    const action = draft.state.actions.get(entry.body.action);
    if (action)
      draft.put('actions', entry.body.action, {
        ...action,
        inspection: { ...deedOf(draft, entry), ...entry.body },
      });
  },
};
