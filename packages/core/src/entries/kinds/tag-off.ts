import { reason } from '../../reasons/reason.ts';
import { aboutSystems } from '../about.ts';
import { asksInspection } from '../asks-inspection.ts';
import { deedOf, disturb } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

export const tagOff: EntryType<'tag.off'> = {
  kind: 'tag.off',
  version: 2,
  // A tag taken off before tags asked for an inspection asks for none.
  upcast: [(body) => ({ ...(body as object), uninspected: true })],
  roles: CREW,
  about: (body) => aboutSystems(body.touches),
  admit: ({ body }, door) => {
    const tag = door.state.tags.get(body.tag);
    return tag && !tag.off ? undefined : reason('tagNotOn');
  },
  fold: (draft, index, entry) => {
    const tag = draft.state.tags.get(entry.body.tag);
    if (!tag) return;
    draft.put('tags', entry.body.tag, { ...tag, off: { ...deedOf(draft, entry), ...entry.body } });
    const touches = [...new Set([...tag.on.touches, ...entry.body.touches])];
    // What was open on controls or fuel lines and was closed again is work like any other: another person looks at it.
    if (!entry.body.uninspected && asksInspection(index, touches))
      draft.put('actions', entry.body.tag, {
        done: {
          ...deedOf(draft, entry),
          action: entry.body.tag,
          what: tag.on.thing,
          measure: entry.body.note,
          touches,
        },
        inspectionNeeded: true,
      });
    disturb(draft, index, entry, touches, tag.on.thing);
  },
};
