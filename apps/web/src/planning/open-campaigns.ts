import type { EarlierCampaignView, PostEntriesResponse } from '@kanzel/contract';
import {
  describeWork,
  makeDraft,
  type Making,
  type Entry,
  type Occasion,
  type ScopeDecision,
  type WorkItem,
} from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';
import { DEVICE } from '../sync/device.ts';
import { newId } from '../sync/new-id.ts';
import type { roleAmong } from '../sync/session.ts';
import { newDeed } from '../sync/deed.ts';

/** A campaign before it is opened, as somebody writes it. */
export interface CampaignDraft {
  readonly occasion: Occasion;
  readonly title: string;
  readonly work: readonly WorkItem[];
  readonly added: readonly ScopeDecision[];
  readonly leftOut: readonly ScopeDecision[];
  /** Marks of the other aircraft on which the same is done. */
  readonly also: readonly string[];
  /** Begun as an earlier one: its ways, order and flights come along. */
  readonly like?: Pick<EarlierCampaignView, 'ways' | 'order' | 'flights'>;
}

/** Whether there is anything to settle: after maintenance only work makes a scope; a thin net comes from nothing. */
export const hasScope = ({ occasion, work, added, leftOut }: CampaignDraft): boolean =>
  occasion === 'ground-run' ||
  (occasion === 'post-maintenance' ? work.length > 0 : work.length + added.length + leftOut.length > 0);

/** Takes ways, order and flights of an earlier campaign into a new one, as far as the pack has the checks. */
export async function bringPlan(
  campaign: string,
  mark: string,
  draft: CampaignDraft,
  checks: readonly string[],
  by: string,
): Promise<string | undefined> {
  const { ways, order, flights } = draft.like ?? {};
  const known = (ids: readonly string[]): string[] => ids.filter((c) => checks.includes(c));
  const making = (): Making => ({ ...newDeed(1), campaign, by, role: 'technician' });
  const entries = [
    ...(ways ? [makeDraft('ways.chosen', ways, making())] : []),
    ...(order
      ? [
          makeDraft(
            'plan.kept',
            {
              order: known(order),
              note: `as ${mark}`,
              ...(flights ? { flights: { ...flights, flights: flights.flights.map(known) } } : {}),
            },
            making(),
          ),
        ]
      : []),
  ];
  if (entries.length === 0) return undefined;
  const sent = await api.post<PostEntriesResponse>(`/api/campaigns/${campaign}/entries`, { entries });
  if (!sent.ok) return sayFailure(sent.error);
  return sent.value.refused.length > 0 ? 'the record refused them' : undefined;
}

/** Opens one campaign and settles its scope; the reason when either is refused. */
export async function openOne(
  mark: string,
  draft: CampaignDraft,
  role: ReturnType<typeof roleAmong>,
  bring: (id: string) => Promise<string | undefined>,
): Promise<{ id: string; refused?: string }> {
  const id = newId();
  const at = new Date().toISOString();
  const opened = await api.post<Entry>('/api/campaigns', {
    id,
    mark,
    title: draft.title.trim(),
    occasion: draft.occasion,
    workItems: draft.work.map(describeWork),
    at,
    device: DEVICE,
  });
  if (!opened.ok) return { id: '', refused: `${mark}: ${sayFailure(opened.error)}` };
  const missed = await bring(id);
  if (missed !== undefined)
    return { id, refused: `${mark} is open, but ways, order and flights did not come along: ${missed}` };
  if (!hasScope(draft)) return { id };
  const { work, added, leftOut } = draft;
  const settled = await api.post<PostEntriesResponse>(`/api/campaigns/${id}/scope`, {
    ...newDeed(1, at),
    role,
    work,
    added,
    leftOut,
    note: '',
  });
  return settled.ok
    ? { id }
    : { id, refused: `${mark} is open, but its scope was refused: ${sayFailure(settled.error)}` };
}
