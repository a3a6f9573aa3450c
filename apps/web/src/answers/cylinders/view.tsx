import type { ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import type { AnswerView, EntryProps, KeptProps } from '../answer-view.ts';
import { draftOf, useDrafts } from '../drafts.ts';
import { FigureEntry } from '../figures/figure-entry.tsx';
import { CYLINDER_FIGURES, CYLINDERS_DESK } from './desk.ts';
import { CylinderPattern } from './pattern.tsx';

function CylindersEntry(props: EntryProps<'cylinders'>): ReactElement {
  const { part, spec } = props;
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const answer = CYLINDERS_DESK.answer({ state: view.state, index: view.index, part, spec }, draft);
  return (
    <div>
      <FigureEntry {...props} figures={CYLINDER_FIGURES} fields="many" />
      <CylinderPattern
        part={part}
        readings={answer.ok && answer.value.kind === 'cylinders' ? answer.value.readings : undefined}
        live
      />
    </div>
  );
}

const CylindersKept = ({ part, answer }: KeptProps<'cylinders'>): ReactElement => (
  <CylinderPattern part={part} readings={answer.readings} live={false} />
);

export const CYLINDERS_VIEW: AnswerView<'cylinders'> = { Entry: CylindersEntry, Kept: CylindersKept };
