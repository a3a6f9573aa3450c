import type { ReactElement } from 'react';
import { verdictFigure } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { AnswerView, EntryProps } from '../answer-view.ts';
import { draftOf, useDrafts } from '../drafts.ts';
import { FigureEntry } from '../figures/figure-entry.tsx';
import { DROP_FIGURES } from './desk.ts';
import { SeenInTrace } from './seen-in-trace.tsx';

/** A drop: once its first figure is taken, what to switch to. */
function DropEntry({ part, spec, first }: EntryProps<'drop'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const before = draft.taken?.['before'];
  const bare = !before && Object.values(draft.texts ?? {}).every((text) => text.trim() === '');
  return (
    <>
      <FigureEntry
        part={part}
        spec={spec}
        first={first}
        figures={DROP_FIGURES}
        fields="two"
        beside={(worst) =>
          worst?.value === undefined ? null : (
            <p className="pb-2 text-lg font-bold">drop {verdictFigure(worst)}</p>
          )
        }
        waiting={
          before && spec.channel ? (
            <p className="mt-1 text-[0.82rem] font-semibold text-hand">
              Now: {spec.switchTo}. Waiting for the speed to settle.
            </p>
          ) : undefined
        }
      />
      {bare && spec.channel ? <SeenInTrace part={part} /> : null}
    </>
  );
}

export const DROP_VIEW: AnswerView<'drop'> = { Entry: DropEntry, Kept: 'row' };
