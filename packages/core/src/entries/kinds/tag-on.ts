import { reason } from '../../reasons/reason.ts';
import { aboutSystems } from '../about.ts';
import { deedOf, disturb } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { WATCHERS } from '../roles.ts';

export const tagOn: EntryType<'tag.on'> = {
  kind: 'tag.on',
  version: 2,
  // On for no check in particular.
  upcast: [(body) => body],
  roles: WATCHERS,
  about: (body) => aboutSystems(body.touches),
  admit: ({ body }, door) => {
    if (door.state.tags.has(body.tag) || door.state.actions.has(body.tag)) return reason('tagExists');
    if (body.check !== undefined && !door.index.checks.has(body.check))
      return reason('checkUnknown', { check: body.check, subject: '' });
    return body.thing.trim() === '' || body.why.trim() === '' ? reason('tagNeedsWords') : undefined;
  },
  fold: (draft, index, entry) => {
    draft.put('tags', entry.body.tag, { on: { ...deedOf(draft, entry), ...entry.body } });
    disturb(draft, index, entry, entry.body.touches, entry.body.thing);
  },
};
