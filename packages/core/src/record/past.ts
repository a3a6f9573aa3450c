import type { Basis } from '../checks/types.ts';
import { hasLostStanding, standingAnswer, type CampaignState } from './state.ts';

/**
 * Figures that earlier campaigns of an airframe hold for the trend limits of a pack, by limit and subject, in the
 * order of the campaigns. Only readings that stand and were given in the right state count.
 * Example: three campaigns with climb temperatures of 188, 190 and 187 give those three under "climb-heads@left".
 */
export function pastFigures(
  campaigns: readonly CampaignState[],
  basis: Pick<Basis, 'pack' | 'limitBook'>,
): NonNullable<Basis['past']> {
  const trends = new Set(basis.limitBook.limits.filter((l) => l.kind === 'trend').map((l) => l.key));
  const past: Record<string, { value: number; unit: string }[]> = {};
  for (const state of campaigns)
    for (const [key, part] of state.parts) {
      const about = state.index?.parts.get(key);
      const record = standingAnswer(part);
      if (!about || record?.answer?.kind !== 'reading' || record.flaw || hasLostStanding(part)) continue;
      const { value, unit } = record.answer.reading;
      for (const limit of about.check.limits)
        if (trends.has(limit)) (past[`${limit}@${about.subject}`] ??= []).push({ value, unit });
    }
  return past;
}
