import type { EarlierCampaignView } from '@kanzel/contract';
import type { CampaignState } from '@kanzel/core';

/** A campaign as a later one looks back on it: what was worked on, what was settled, and how it ended. */
export function earlierView(id: string, state: CampaignState): EarlierCampaignView {
  const { opened, scope, release, ways, plan } = state;
  return {
    id,
    mark: state.index?.basis.aircraft.mark ?? '',
    title: opened?.title ?? '',
    occasion: opened?.occasion ?? '',
    openedAt: opened?.at ?? '',
    workItems: opened?.workItems ?? [],
    ...(release ? { releasedAt: release.at } : {}),
    ...(ways ? { ways: { profile: ways.profile, ways: ways.ways } } : {}),
    ...(plan ? { order: plan.order } : {}),
    ...(plan?.flights ? { flights: plan.flights } : {}),
    ...(scope ? { scope: { work: scope.work, added: scope.added, leftOut: scope.leftOut } } : {}),
  };
}
