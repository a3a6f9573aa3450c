import { reason } from '../../reasons/reason.ts';
import { aboutSystems } from '../about.ts';
import { asksInspection } from '../asks-inspection.ts';
import { mergedWith } from '../closing.ts';
import { deedOf, disturb } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

/** Work done: what was done, by what measure, and the systems it touched. */
export const actionRecorded: EntryType<'action.recorded'> = {
  kind: 'action.recorded',
  version: 1,
  upcast: [],
  roles: CREW,
  about: (body) => aboutSystems(body.touches),
  admit: ({ body }, door) => {
    if (door.state.actions.has(body.action) || door.state.tags.has(body.action))
      return reason('actionExists');
    const finding = body.finding === undefined ? undefined : door.state.findings.get(body.finding);
    if (body.finding !== undefined && (!finding || finding.closed)) return reason('findingNotOpen');
    if (finding?.merged) return mergedWith(door.state, finding);
    if (body.what.trim() === '') return reason('actionNeedsWords');
    return body.touches.length === 0 ? reason('actionNeedsSystems') : undefined;
  },
  fold: (draft, index, entry) => {
    const { body } = entry;
    const inspectionNeeded = asksInspection(index, body.touches);
    draft.put('actions', body.action, { done: { ...deedOf(draft, entry), ...body }, inspectionNeeded });
    const finding = body.finding === undefined ? undefined : draft.state.findings.get(body.finding);
    if (finding)
      draft.put('findings', finding.raised.finding, {
        ...finding,
        actions: [...finding.actions, body.action],
      });
    disturb(draft, index, entry, body.touches, body.what);
  },
};
