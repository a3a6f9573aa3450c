import type { EarlierCampaignView, PostEntriesResponse } from '@kanzel/contract';
import {
  describeWork,
  err,
  makeDraft,
  makeSentences,
  reason,
  type Entry,
  type EntryBodies,
  type Making,
  type Occasion,
  type Reason,
  type Result,
  type Role,
  type ScopeDecision,
  type WorkItem,
} from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';
import { openHere, submit } from '../sync/campaign-store.ts';
import { newDeed } from '../sync/deed.ts';
import { DEVICE } from '../sync/device.ts';
import { newId } from '../sync/new-id.ts';
import { keptProspect } from '../sync/prospects.ts';

/** Reasons that are of no campaign yet. */
const { say: SAY } = makeSentences({ part: (key) => key, subject: (id) => id, thing: (id) => id });

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

/** Ways, order and flights of an earlier campaign for a new one, as far as the pack has the checks. */
function plansOf(
  mark: string,
  draft: CampaignDraft,
  checks: readonly string[],
): {
  readonly ways?: EntryBodies['ways.chosen'];
  readonly plan?: EntryBodies['plan.kept'];
} {
  const { ways, order, flights } = draft.like ?? {};
  const known = (ids: readonly string[]): string[] => ids.filter((c) => checks.includes(c));
  return {
    ...(ways ? { ways } : {}),
    ...(order
      ? {
          plan: {
            order: known(order),
            note: `as ${mark}`,
            ...(flights ? { flights: { ...flights, flights: flights.flights.map(known) } } : {}),
          },
        }
      : {}),
  };
}

/** Takes ways, order and flights of an earlier campaign into a new one, as far as the pack has the checks. */
export async function bringPlan(
  campaign: string,
  mark: string,
  draft: CampaignDraft,
  checks: readonly string[],
  by: string,
): Promise<string | undefined> {
  const { ways, plan } = plansOf(mark, draft, checks);
  const making = (): Making => ({ ...newDeed(1), campaign, by, role: 'technician' });
  const entries = [
    ...(ways ? [makeDraft('ways.chosen', ways, making())] : []),
    ...(plan ? [makeDraft('plan.kept', plan, making())] : []),
  ];
  if (entries.length === 0) return undefined;
  const sent = await api.post<PostEntriesResponse>(`/api/campaigns/${campaign}/entries`, { entries });
  if (!sent.ok) return sayFailure(sent.error);
  return sent.value.refused.length > 0 ? 'the record refused them' : undefined;
}

/**
 * Opens one campaign on this device, without the server, by what was last heard: with its plan, and its scope on the evidence as last seen,
 * which the server looks up anew. The reason when any of it is refused.
 */
export async function openOneHere(
  mark: string,
  draft: CampaignDraft,
  role: Role,
): Promise<Result<string, Reason>> {
  const known = await keptProspect(mark);
  if (known?.prospect.revision === undefined) return err(reason('neverHeardOf', { mark }));
  const { basis, evidence, revision } = known.prospect;
  const opened = await openHere(
    {
      title: draft.title.trim(),
      occasion: draft.occasion,
      workItems: draft.work.map(describeWork),
      basis,
    },
    revision,
  );
  if (!opened.ok) return opened;
  const id = opened.value;
  const checks = basis.pack.checks.map((c) => c.id);
  const { ways, plan } = plansOf(mark, draft, checks);
  const { work, added, leftOut } = draft;
  const made = [
    ...(ways ? [await submit(id, 'ways.chosen', ways, 'technician')] : []),
    ...(plan ? [await submit(id, 'plan.kept', plan, 'technician')] : []),
    ...(hasScope(draft)
      ? [await submit(id, 'scope.settled', { work, added, leftOut, evidence, note: '' }, role)]
      : []),
  ];
  return made.find((m) => !m.ok) ?? opened;
}

/** Opens one campaign and settles its scope; the reason when either is refused. */
export async function openOne(
  mark: string,
  draft: CampaignDraft,
  role: Role,
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
  if (!opened.ok && opened.error.kind === 'unreachable') {
    const here = await openOneHere(mark, draft, role);
    return here.ok ? { id: here.value } : { id: '', refused: `${mark}: ${SAY(here.error)}` };
  }
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
