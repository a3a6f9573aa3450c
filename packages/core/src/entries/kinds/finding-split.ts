import { reason } from '../../reasons/reason.ts';
import { aboutFinding } from '../about.ts';
import { mergedWith } from '../closing.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

/** One finding is two. The new one is about the same check and begins as the old one was assessed: nothing is held less by it. */
export const findingSplit: EntryType<'finding.split'> = {
  kind: 'finding.split',
  version: 1,
  upcast: [],
  roles: CREW,
  about: (body, state) => aboutFinding(state, body.finding),
  admit: ({ body }, door) => {
    const finding = door.state.findings.get(body.finding);
    if (!finding || finding.closed) return reason('findingNotOpen');
    if (finding.merged) return mergedWith(door.state, finding);
    if (door.state.findings.has(body.into)) return reason('findingExists');
    if (body.title.trim() === '') return reason('findingNeedsTitle');
    return body.reason.trim() === '' ? reason('needsReason') : undefined;
  },
  fold: (draft, _index, entry) => {
    const { finding, into, title, where } = entry.body;
    const from = draft.state.findings.get(finding);
    if (!from || draft.state.findings.has(into)) return;
    const { check, subject } = from.raised;
    draft.put('findings', into, {
      raised: {
        ...deedOf(draft, entry),
        finding: into,
        title,
        where,
        ...(check === undefined ? {} : { check }),
        ...(subject === undefined ? {} : { subject }),
      },
      actions: [],
      splitFrom: from.splitFrom ?? finding,
      ...(from.assessed ? { assessed: from.assessed } : {}),
      ...(from.grounded ? { grounded: from.grounded } : {}),
    });
  },
};
