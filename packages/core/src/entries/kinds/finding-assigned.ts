import { isDay } from '../../quantity/instant.ts';
import { reason } from '../../reasons/reason.ts';
import { aboutFinding } from '../about.ts';
import { mergedWith } from '../closing.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

/** Who works on a finding next, in about how many minutes, by which day. */
export const findingAssigned: EntryType<'finding.assigned'> = {
  kind: 'finding.assigned',
  version: 1,
  upcast: [],
  roles: CREW,
  about: (body, state) => aboutFinding(state, body.finding),
  admit: ({ body }, door) => {
    const finding = door.state.findings.get(body.finding);
    if (!finding || finding.closed) return reason('findingNotOpen');
    if (finding.merged) return mergedWith(door.state, finding);
    return body.due === undefined || isDay(body.due) ? undefined : reason('notADay', { text: body.due });
  },
  fold: (draft, _index, entry) => {
    const finding = draft.state.findings.get(entry.body.finding);
    if (finding)
      draft.put('findings', entry.body.finding, {
        ...finding,
        assigned: { ...deedOf(draft, entry), ...entry.body },
      });
  },
};
