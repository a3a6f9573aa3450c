import { deriveStatus, type BasisIndex, type CampaignState, type CampaignStatus } from '@kanzel/core';
import type { RecordService } from '../record/index.ts';
import { refuse, refuseFor } from '../refusal.ts';

/** A campaign as reports are printed from it: folded, and derived at one instant. */
export interface ReadCampaign {
  readonly state: CampaignState;
  readonly status: CampaignStatus;
  readonly index: BasisIndex;
}

/** What every report of a campaign is made from. */
export interface CampaignSource extends ReadCampaign {
  readonly campaign: string;
  /** Names of people by id. */
  readonly people: ReadonlyMap<string, string>;
  readonly printedAt: string;
}

/**
 * Reads a campaign for a report, or refuses with the reason: not here, damaged, not understood. A released record is
 * judged as of its signature: what has outlived its validity since was valid then.
 */
export async function readCampaign(
  record: RecordService,
  campaign: string,
  now: string,
): Promise<ReadCampaign> {
  const folded = await record.fold(campaign);
  if (!folded) throw refuse(404, 'There is no such campaign here.');
  if (folded.damaged) throw refuseFor(409, folded.damaged);
  const { state } = folded;
  const status = deriveStatus(state, state.release?.at ?? now);
  if (!status || !state.index)
    throw refuse(409, 'This campaign cannot be read; its first entry is not understood.');
  return { state, status, index: state.index };
}
