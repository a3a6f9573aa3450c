import { reason } from '../../reasons/reason.ts';
import { togetherWith } from '../../standing/findings.ts';
import { aboutFinding } from '../about.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { WATCHERS } from '../roles.ts';

/**
 * A finding stands again as it stood: one that was closed, with all that were closed with it, or one that was told to be one
 * with another, by itself. Whoever sees it again may say so; it is closed only after something was done or said about it since.
 */
export const findingReopened: EntryType<'finding.reopened'> = {
  kind: 'finding.reopened',
  version: 1,
  upcast: [],
  roles: WATCHERS,
  about: (body, state) => aboutFinding(state, body.finding),
  admit: ({ body }, door) => {
    const finding = door.state.findings.get(body.finding);
    if (!finding) return reason('findingNotOpen');
    if (!finding.closed && !finding.merged) return reason('findingStands');
    return body.reason.trim() === '' ? reason('needsReason') : undefined;
  },
  fold: (draft, _index, entry) => {
    const finding = draft.state.findings.get(entry.body.finding);
    if (!finding) return;
    const reopened = { ...deedOf(draft, entry), ...entry.body };
    for (const one of togetherWith(draft.state, finding)) {
      const { closed: _closed, merged, ...open } = one;
      const stays = one === finding || merged === undefined ? {} : { merged };
      draft.put('findings', one.raised.finding, { ...open, ...stays, reopened });
    }
  },
};
