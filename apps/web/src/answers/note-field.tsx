import type { ReactElement } from 'react';
import type { Part } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { changeDraft, draftOf, useDrafts } from './drafts.ts';

/** Words on the desk of a part. */
export function NoteField({ part, label }: { part: Part; label: string }): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  return (
    <label className="block">
      <span className="text-sm font-semibold">{label}</span>
      <textarea
        rows={2}
        value={draftOf(drafts, view.id, part.key).note ?? ''}
        onChange={(e) => changeDraft(view.id, part.key, { note: e.target.value })}
        className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-1 outline-none focus:border-hand"
      />
    </label>
  );
}
