import { keptSheet, solvePack } from '@kanzel/core';
import { useCampaign } from '../../../station/campaign-context.ts';

/** Whether each pack balances, by the loading sheet that stands; empty without one. */
export function useBalance(): ReadonlyMap<string, string> {
  const { state, index } = useCampaign();
  const { loading } = index.basis.aircraft;
  const sheet = keptSheet(state)?.sheet;
  if (!loading || !sheet) return new Map();
  return new Map(
    solvePack(loading, sheet, 0).map((c) => [
      c.pack,
      c.inside ? 'balances' : 'does not balance anywhere in its bay',
    ]),
  );
}
