import type { ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import { Choices } from '../../ui/field.tsx';
import type { AnswerView, EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { NoteField } from '../note-field.tsx';

/** As expected, or not: then what it is instead is asked. */
function ConfirmEntry({ part }: EntryProps<'confirm'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const { asExpected } = draftOf(drafts, view.id, part.key);
  return (
    <>
      <Choices
        value={asExpected === undefined ? undefined : asExpected ? 'yes' : 'no'}
        options={[
          { id: 'yes', text: 'As expected' },
          { id: 'no', text: 'Not as expected' },
        ]}
        onChange={(v) => changeDraft(view.id, part.key, { asExpected: v === 'yes' })}
      />
      {asExpected === false ? <NoteField part={part} label="What is it instead?" /> : null}
    </>
  );
}

export const CONFIRM_VIEW: AnswerView<'confirm'> = { Entry: ConfirmEntry, Kept: 'row' };
