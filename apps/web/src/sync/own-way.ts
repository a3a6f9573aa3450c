import type { PostEntriesResponse } from '@kanzel/contract';
import type { Entry, EntryDraft } from '@kanzel/core';
import { api, type Answer } from '../api/client.ts';

const isOpening = (draft: EntryDraft): draft is EntryDraft<'campaign.opened'> =>
  draft.kind === 'campaign.opened';
const isScope = (draft: EntryDraft): draft is EntryDraft<'scope.settled'> => draft.kind === 'scope.settled';

/** Drafts that the server completes with what only it can look up: they go one by one, by routes of their own. */
export const goesItsOwnWay = (draft: EntryDraft): boolean => isOpening(draft) || isScope(draft);

/** Sends a campaign opened without the server by its revisions, or its scope without the evidence: both are looked up anew there. */
export async function sendItsOwnWay(
  draft: EntryDraft,
  revision: number | undefined,
): Promise<Answer<PostEntriesResponse>> {
  const { id, at, device, seen, offset, role, campaign } = draft;
  const clock = offset === undefined ? {} : { offset };
  if (isScope(draft)) {
    const { work, added, leftOut, note } = draft.body;
    return api.post<PostEntriesResponse>(`/api/campaigns/${campaign}/scope`, {
      ...{ id, at, device, seen, ...clock, role },
      ...{ work, added, leftOut, note },
    });
  }
  if (!isOpening(draft)) throw new Error(`${draft.kind} goes with the others.`);
  const { title, occasion, workItems, basis } = draft.body;
  const opened = await api.post<Entry>('/api/campaigns', {
    ...{ id: campaign, mark: basis.aircraft.mark, title, occasion, workItems, at, device, ...clock },
    openedHere: {
      entry: id,
      aircraft: revision,
      pack: basis.pack.revision,
      limitBook: basis.limitBook.revision,
    },
  });
  return opened.ok ? { ok: true, value: { accepted: [opened.value], refused: [] } } : opened;
}
