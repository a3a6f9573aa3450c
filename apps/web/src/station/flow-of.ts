import { canBeTickedAfterwards, type CheckStatus } from '@kanzel/core';
import type { CampaignView } from './campaign-context.ts';

/** Steps of a station that may be done as one flow: open, looked at and said, and waiting for nothing that is not itself among them. */
export function flowOf(view: CampaignView, station: string | undefined): readonly CheckStatus[] {
  const checks = view.status.stations.find((s) => s.station === station)?.checks ?? [];
  return checks.filter(
    (c) =>
      !c.outside &&
      !c.proven &&
      canBeTickedAfterwards(c.check) &&
      c.parts.every((p) => !p.answer && (!p.blocked || p.blocked.code === 'groundNotProven')),
  );
}
