import type { ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import { Choices } from '../../ui/field.tsx';
import type { AnswerView, EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { FigureEntry } from '../figures/figure-entry.tsx';
import { ONE_FIGURE } from '../figures/typed.ts';

/** Which way it is, of what is told by how much and which way. */
function Which({ part, spec }: EntryProps<'reading'>): ReactElement | null {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  if (!spec.directions) return null;
  const { picks } = draftOf(drafts, view.id, part.key);
  return (
    <Choices
      unseen="Which way"
      value={picks?.['direction']}
      options={[
        { id: 'plus', text: spec.directions.plus },
        { id: 'minus', text: spec.directions.minus },
      ]}
      onChange={(direction) => changeDraft(view.id, part.key, { picks: { ...picks, direction } })}
    />
  );
}

export const READING_VIEW: AnswerView<'reading'> = {
  Entry: (props) => (
    <FigureEntry {...props} figures={ONE_FIGURE} fields="one" beside={() => <Which {...props} />} />
  ),
  Kept: 'row',
};
