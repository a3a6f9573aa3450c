import { callOfCheck, callStanding, type CallStanding, type Part } from '@kanzel/core';
import { create } from 'zustand';
import type { CampaignView } from '../station/campaign-context.ts';
import { useSession } from '../sync/session.ts';

interface Spoken {
  /** The call whose answer was heard, and is being written down by whoever called. */
  readonly call: string | undefined;
}

/** What whoever reads is writing down for somebody who answered by voice. */
export const useSpoken = create<Spoken>(() => ({ call: undefined }));

/** The newest call of a check, as long as something of it waits; undefined otherwise. */
export function waitingCall(view: CampaignView, check: string): CallStanding | undefined {
  const call = callOfCheck(view.state, check);
  const standing = call && callStanding(view.state, view.index, call);
  return standing && standing.waiting.length > 0 ? standing : undefined;
}

/** What an answer to a part says of the call that it answers: nothing where none waits, or where whoever called looked himself. */
export function answersCall(view: CampaignView, part: Part): { call?: string; spoken?: true } {
  const waiting = waitingCall(view, part.check.id);
  if (!waiting?.waiting.some((p) => p.key === part.key)) return {};
  const { by, entry } = waiting.call;
  if (by !== useSession.getState().person?.id) return { call: entry };
  return useSpoken.getState().call === entry ? { call: entry, spoken: true } : {};
}
