import { Evidence } from '../standing/evidence.ts';
import type { CampaignState } from '../record/state.ts';

/**
 * The second route to what a record proves: everything asked anew of everything there is, where the fold asks only of what
 * an entry or the clock can have moved. Sorted, to be compared with the proofs that were folded.
 */
export function provenAnew(state: CampaignState): readonly string[] {
  const { index } = state;
  if (!index) return [];
  const anew = new Evidence(state, index, state.clock);
  return [...index.parts.keys()].filter((key) => anew.proven(key)).sort();
}
