import { togetherWith } from '../../standing/findings.ts';
import { aboutFinding } from '../about.ts';
import { closingHeld } from '../closing.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { INSPECTING } from '../roles.ts';

export const findingClosed: EntryType<'finding.closed'> = {
  kind: 'finding.closed',
  version: 1,
  upcast: [],
  roles: INSPECTING,
  about: (body, state) => aboutFinding(state, body.finding),
  admit: ({ body }, door) => closingHeld(door, body.finding),
  fold: (draft, _index, entry) => {
    const finding = draft.state.findings.get(entry.body.finding);
    for (const one of finding ? togetherWith(draft.state, finding) : [])
      draft.put('findings', one.raised.finding, {
        ...one,
        closed: { ...deedOf(draft, entry), ...entry.body },
      });
  },
};
