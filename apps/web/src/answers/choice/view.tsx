import type { ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import { Choices } from '../../ui/field.tsx';
import type { AnswerView, EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';

function ChoiceEntry({ part, spec }: EntryProps<'choice'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  return (
    <Choices
      value={draftOf(drafts, view.id, part.key).option}
      options={spec.options.map((o) => ({ id: o.id, text: o.text }))}
      onChange={(option) => changeDraft(view.id, part.key, { option })}
    />
  );
}

export const CHOICE_VIEW: AnswerView<'choice'> = { Entry: ChoiceEntry, Kept: 'row' };
