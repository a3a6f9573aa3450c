import type { ReactElement } from 'react';
import type { Part } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { previewOf } from './preview.ts';
import { OtherVerdicts } from './other-verdicts.tsx';
import { VerdictLine } from './verdict-line.tsx';
import type { PartDraft } from './desk.ts';

/** What would be said of a draft if it were kept now: the worst large, the rest as quiet lines; nothing while it is empty. */
export function PreviewVerdicts({ part, draft }: { part: Part; draft: PartDraft }): ReactElement | null {
  const view = useCampaign();
  const { empty, verdicts, doubt } = previewOf(view, part, draft);
  if (empty) return null;
  return (
    <>
      <VerdictLine verdict={verdicts[0]} {...(doubt ? { doubt } : {})} />
      <OtherVerdicts verdicts={verdicts} say={view.say} />
    </>
  );
}
