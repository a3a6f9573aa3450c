import { scansOf } from '../answers/answers.ts';
import type { Scan } from '../papers/types.ts';
import type { EntryDraft } from '../record/entry.ts';

/**
 * Files that an entry names: photographs and copies of its answer, or what was spoken as a note. It is not taken before they are here.
 * Example: an answer of two photographs names two; a note that was typed names none.
 */
export function filesOf(entry: EntryDraft): readonly Scan[] {
  if (entry.kind === 'answer.given') return scansOf(entry.body.answer);
  if (entry.kind === 'walk.said') return entry.body.answer ? scansOf(entry.body.answer) : [];
  return entry.kind === 'note.kept' && entry.body.sound ? [entry.body.sound] : [];
}
