import { reason } from '../../reasons/reason.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { CREW } from '../roles.ts';

/** A note is told by a finding, or put aside with a reason: none is lost. */
export const noteSettled: EntryType<'note.settled'> = {
  kind: 'note.settled',
  version: 1,
  upcast: [],
  roles: CREW,
  about: () => 'nothing',
  admit: ({ body }, door) => {
    const note = door.state.notes.get(body.note);
    if (!note || note.settled) return reason('noteNotOpen');
    if (body.finding === undefined) return body.reason.trim() === '' ? reason('needsReason') : undefined;
    return door.state.findings.has(body.finding) ? undefined : reason('findingNotOpen');
  },
  fold: (draft, _index, entry) => {
    const note = draft.state.notes.get(entry.body.note);
    if (note)
      draft.put('notes', entry.body.note, { ...note, settled: { ...deedOf(draft, entry), ...entry.body } });
  },
};
