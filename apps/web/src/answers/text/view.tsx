import type { AnswerView } from '../answer-view.ts';
import { NoteField } from '../note-field.tsx';

export const TEXT_VIEW: AnswerView<'text'> = {
  Entry: ({ part }) => <NoteField part={part} label="In words" />,
  Kept: 'row',
};
