import type { ReactElement } from 'react';
import { ownMember, type Part } from '@kanzel/core';
import { CopyList, TakeCopies } from '../papers/copies.tsx';
import { useCampaign } from '../station/campaign-context.ts';
import { changeDraft, draftOf, useDrafts } from '../station/part-draft.ts';

/** Photographs of each view that the check asks for: from the camera, or a file. */
export function PhotoEntry({ part, views }: { part: Part; views: readonly string[] }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  return (
    <ul className="divide-y divide-rule-2 border-y border-rule-2">
      {views.map((name) => (
        <li key={name} className="py-2">
          <TakeCopies
            images
            words={`Photograph: ${name}`}
            scans={ownMember(draft.scans ?? {}, name) ?? []}
            onChange={(scans) => changeDraft(view.id, part.key, { scans: { ...draft.scans, [name]: scans } })}
          />
        </li>
      ))}
    </ul>
  );
}

/** The photographs as they were kept, by view. */
export function KeptPhotos({ part }: { part: Part }): ReactElement | null {
  const { status } = useCampaign();
  const answer = status.parts.get(part.key)?.answer?.answer;
  if (answer?.kind !== 'photo') return null;
  const views = [...new Set(answer.photos.map((p) => p.view))];
  return (
    <ul className="mt-2">
      {views.map((name) => (
        <li key={name} className="flex flex-wrap items-center gap-x-3">
          <span className="cap">{name}</span>
          <CopyList scans={answer.photos.filter((p) => p.view === name).map((p) => p.scan)} />
        </li>
      ))}
    </ul>
  );
}
