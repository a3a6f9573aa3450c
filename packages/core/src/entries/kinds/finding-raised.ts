import type { EntryBodies } from '../../record/entry.ts';
import { recordingOf, type CampaignState } from '../../record/state.ts';
import { reason } from '../../reasons/reason.ts';
import { aboutPart } from '../about.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { WATCHERS } from '../roles.ts';

/** Whether a stretch is one of the recording that a finding names: it begins before it ends, and both lie within. */
function isWithinRecording(
  state: CampaignState,
  { check = '', subject = '', answerEntry, stretch }: EntryBodies['finding.raised'],
): boolean {
  const series = recordingOf(state, check, subject, answerEntry);
  const [first, last] = [series?.t[0], series?.t.at(-1)];
  return (
    stretch !== undefined &&
    first !== undefined &&
    last !== undefined &&
    first <= stretch.from &&
    stretch.from < stretch.to &&
    stretch.to <= last
  );
}

export const findingRaised: EntryType<'finding.raised'> = {
  kind: 'finding.raised',
  version: 1,
  upcast: [],
  roles: WATCHERS,
  about: (body, state) =>
    body.check === undefined ? 'nothing' : aboutPart(state, body.check, body.subject ?? ''),
  admit: ({ body }, door) => {
    if (door.state.findings.has(body.finding)) return reason('findingExists');
    if (body.title.trim() === '') return reason('findingNeedsTitle');
    return body.stretch === undefined || isWithinRecording(door.state, body)
      ? undefined
      : reason('stretchOutside');
  },
  fold: (draft, _index, entry) =>
    draft.put('findings', entry.body.finding, {
      raised: { ...deedOf(draft, entry), ...entry.body },
      actions: [],
    }),
};
