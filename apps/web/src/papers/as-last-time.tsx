import type { ReactElement } from 'react';
import type { Part } from '@kanzel/core';
import { draftFromAnswer } from '../answers/candidate.ts';
import { changeDraft, draftOf, useDrafts } from '../answers/drafts.ts';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';

/** What was kept for this check in the campaign before, to be looked at and kept again with one press. */
export function AsLastTime({ part }: { part: Part }): ReactElement | null {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const before = view.lastAnswers.get(part.key);
  const typed = before ? draftFromAnswer(before, 'again') : undefined;
  const begun = draft.texts !== undefined || draft.lists !== undefined || draft.scans !== undefined;
  if (!typed || begun) return null;
  return (
    <Button className="mb-3" onClick={() => changeDraft(view.id, part.key, typed)}>
      Begin with what was there last time
    </Button>
  );
}
