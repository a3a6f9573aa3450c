import { reason } from '../../reasons/reason.ts';
import { aboutPart } from '../about.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { WATCHERS } from '../roles.ts';

export const findingRaised: EntryType<'finding.raised'> = {
  kind: 'finding.raised',
  version: 1,
  upcast: [],
  roles: WATCHERS,
  about: (body, state) =>
    body.check === undefined ? 'nothing' : aboutPart(state, body.check, body.subject ?? ''),
  admit: ({ body }, door) => {
    if (door.state.findings.has(body.finding)) return reason('findingExists');
    return body.title.trim() === '' ? reason('findingNeedsTitle') : undefined;
  },
  fold: (draft, _index, entry) =>
    draft.put('findings', entry.body.finding, {
      raised: { ...deedOf(draft, entry), ...entry.body },
      actions: [],
    }),
};
