import type { ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import { isFreeKey } from '../../ui/free-key.ts';
import { useKeys } from '../../ui/use-keys.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { SaidRow } from '../said-row.tsx';
import { saidOnDesk, withSaid } from './desk.ts';

/** What is seen at each position, one after the other: by its row, or by the number of the word for the next one. */
export function PositionsEntry({ part, spec, first }: EntryProps<'positions'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const said = saidOnDesk(spec, draft);
  const say = (at: number, id: string): void => changeDraft(view.id, part.key, withSaid(spec, draft, at, id));
  useKeys((event) => {
    if (!first || !isFreeKey(event)) return;
    const word = spec.seen[Number(event.key) - 1];
    const last = said[said.length - 1];
    if (word && said.length < spec.steps.length) {
      event.preventDefault();
      say(said.length, word.id);
    } else if (event.key === 'Backspace' && last !== undefined) {
      event.preventDefault();
      say(said.length - 1, last);
    }
  }, true);
  return (
    <div className="max-w-[44rem]">
      <p className="cap">{spec.of}</p>
      <ul>
        {spec.steps.map(({ position }, i) => (
          <SaidRow
            key={i}
            title={position}
            words={spec.seen}
            said={said[i]}
            next={i === said.length}
            waits={i > said.length}
            say={(id) => say(i, id)}
          />
        ))}
      </ul>
      <p className="cap mt-1 max-lg:hidden">
        Keys: {spec.seen.map((s, i) => `${i + 1} ${s.text.toLowerCase()}`).join(', ')}
      </p>
    </div>
  );
}
