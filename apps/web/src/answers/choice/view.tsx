import type { ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import { Choices } from '../../ui/field.tsx';
import { isFreeKey } from '../../ui/free-key.ts';
import { useKeys } from '../../ui/use-keys.ts';
import type { AnswerView, EntryProps } from '../answer-view.ts';
import { DiedInTrace } from './died-in-trace.tsx';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';

/** One of several answers: pressed, or by its number. */
function ChoiceEntry({ part, spec, first }: EntryProps<'choice'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const choose = (option: string): void => changeDraft(view.id, part.key, { option });
  useKeys((event) => {
    const option = first && isFreeKey(event) ? spec.options[Number(event.key) - 1] : undefined;
    if (!option) return;
    event.preventDefault();
    choose(option.id);
  }, true);
  return (
    <>
      <Choices
        value={draftOf(drafts, view.id, part.key).option}
        options={spec.options.map((o) => ({ id: o.id, text: o.text }))}
        onChange={choose}
      />
      {part.check.proves.some((system) => system.endsWith('.ignition.grounding')) ? (
        <DiedInTrace part={part} />
      ) : null}
      {first ? (
        <p className="cap -mt-3 mb-3 max-lg:hidden">
          Keys: {spec.options.map((o, i) => `${i + 1} ${o.text.toLowerCase()}`).join(', ')}
        </p>
      ) : null}
    </>
  );
}

export const CHOICE_VIEW: AnswerView<'choice'> = { Entry: ChoiceEntry, Kept: 'row' };
