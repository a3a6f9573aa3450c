import { reason } from '../../reasons/reason.ts';
import { unknownPart } from '../door.ts';
import { deedOf } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { WATCHERS } from '../roles.ts';

/** Something noticed, with its time: by whoever is there, on whatever device. */
export const noteKept: EntryType<'note.kept'> = {
  kind: 'note.kept',
  version: 1,
  upcast: [],
  roles: WATCHERS,
  about: () => 'nothing',
  admit: ({ body, by }, door) => {
    const note = door.state.notes.get(body.note);
    // Words of somebody else are theirs: whoever noticed something more keeps a note of their own.
    if (note && note.kept.by !== by) return reason('noteOfOther');
    if (note?.settled) return reason('noteSettled');
    return body.check === undefined || door.index.checks.has(body.check)
      ? undefined
      : unknownPart({ check: body.check, subject: '' });
  },
  fold: (draft, _index, entry) => {
    const { note, text, check, sound } = entry.body;
    const before = draft.state.notes.get(note);
    const about = check ?? before?.check;
    // Words that come later take nothing away from what was spoken.
    const spoken = sound ?? before?.sound;
    draft.put('notes', note, {
      kept: before?.kept ?? deedOf(draft, entry),
      text,
      ...(about === undefined ? {} : { check: about }),
      ...(spoken ? { sound: spoken } : {}),
    });
  },
};
