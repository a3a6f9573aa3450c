import { reason } from '../../reasons/reason.ts';
import { togetherWith } from '../../standing/findings.ts';
import { aboutFinding, aboutSystems } from '../about.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { INSPECTING } from '../roles.ts';

/**
 * Two findings are one. Each goes on holding as it was assessed, until the one that stays is assessed or closed for both; one
 * that nobody has assessed takes what was said of the one that stays. That may be less than what it held before, so whoever
 * may say less of a finding says this.
 */
export const findingMerged: EntryType<'finding.merged'> = {
  kind: 'finding.merged',
  version: 1,
  upcast: [],
  roles: INSPECTING,
  about: (body, state) => {
    const both = [aboutFinding(state, body.finding), aboutFinding(state, body.into)];
    if (both.includes('whole')) return 'whole';
    return aboutSystems(both.flatMap((a) => (typeof a === 'string' ? [] : a)));
  },
  admit: ({ body }, door) => {
    const [finding, into] = [door.state.findings.get(body.finding), door.state.findings.get(body.into)];
    if (!finding || finding.closed) return reason('findingNotOpen');
    if (!into || into.closed || into.merged || finding.merged || into === finding)
      return reason('findingNotMerged');
    return body.reason.trim() === '' ? reason('needsReason') : undefined;
  },
  fold: (draft, _index, entry) => {
    const { finding: id, into: intoId } = entry.body;
    const [finding, into] = [draft.state.findings.get(id), draft.state.findings.get(intoId)];
    if (!finding || !into || into === finding || into.merged || finding.closed || into.closed) return;
    const merged = { ...deedOf(draft, entry), ...entry.body };
    const { assessed, grounded } = into;
    for (const one of togetherWith(draft.state, finding))
      draft.put('findings', one.raised.finding, {
        ...one,
        merged: { ...merged, finding: one.raised.finding },
        ...(one.assessed === undefined && assessed !== undefined
          ? { assessed, ...(grounded === undefined ? {} : { grounded }) }
          : {}),
      });
  },
};
