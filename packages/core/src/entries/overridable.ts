import type { CampaignStatus } from '../standing/derive.ts';

/** The holdings of a gate that an override of one condition may name, as they are now. */
export function overridable(status: CampaignStatus, gate: string, condition: string): readonly string[] {
  const found = status.gates.find((g) => g.gate.id === gate);
  return (found?.holdings ?? [])
    .filter((h) => h.overridable && h.condition === condition)
    .flatMap((h) => h.ids);
}
