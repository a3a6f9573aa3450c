import type { CampaignView, EntriesResponse } from '@kanzel/contract';
import { emptyLine, foldEntries, sayDay, type WeighingReport } from '@kanzel/core';
import { api, sayFailure } from '../../../api/client.ts';

/**
 * The newest weighing of an aircraft that stands in a campaign, as the report it makes: its figures, and the equipment
 * list of that campaign. A sentence when there is none, or the server is not heard.
 */
export async function newestWeighing(mark: string): Promise<WeighingReport | string> {
  const campaigns = await api.get<CampaignView[]>(`/api/campaigns?${new URLSearchParams({ mark })}`);
  if (!campaigns.ok) return sayFailure(campaigns.error);
  for (const campaign of campaigns.value) {
    const answer = await api.get<EntriesResponse>(`/api/campaigns/${campaign.id}/entries`);
    if (!answer.ok) return sayFailure(answer.error);
    const state = foldEntries(answer.value.entries);
    const line = state.index && emptyLine(state, state.index);
    if (!line || line.source !== 'weighing') continue;
    const on = answer.value.entries.find((e) => e.id === line.from)?.at.slice(0, 10) ?? '';
    const { mass, arm, lateral, uncertainty } = line;
    const plain = (value: number): number => Number(value.toFixed(2));
    return {
      number: `Weighed ${on === '' ? '' : sayDay(on)}, ${campaign.title}`,
      on,
      mass: plain(mass),
      arm: plain(arm),
      lateral: plain(lateral),
      uncertainty: { mass: plain(uncertainty.mass), arm: plain(uncertainty.arm) },
      equipment: state.index?.basis.aircraft.equipment ?? [],
    };
  }
  return 'No campaign of this aircraft holds a weighing that stands.';
}
