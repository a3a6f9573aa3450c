import type { CampaignStatus, CheckStatus, PartStatus } from '@kanzel/core';

const unknownPart = ({ key }: PartStatus): PartStatus => ({
  key,
  mark: 'notStarted',
  proven: false,
  verdicts: [],
  reasons: [],
});

const unknownCheck = (status: CheckStatus): CheckStatus => ({
  ...status,
  parts: status.parts.map(unknownPart),
  mark: 'notStarted',
  proven: false,
});

/**
 * How a campaign stands for somebody who walks its inspection blind: of the inspection nothing is told on any sheet, not its
 * marks, not what of it holds a gate, and not what was found.
 */
export function blinded(status: CampaignStatus): CampaignStatus {
  const hidden = new Set(
    (status.stations.find((s) => s.station === 'inspection')?.checks ?? []).map((c) => c.check.id),
  );
  return {
    ...status,
    parts: new Map(
      [...status.parts].map(([key, part]) => [
        key,
        hidden.has(key.split('@')[0] ?? '') ? unknownPart(part) : part,
      ]),
    ),
    checks: new Map(
      [...status.checks].map(([id, check]) => [id, hidden.has(id) ? unknownCheck(check) : check]),
    ),
    stations: status.stations.map((s) =>
      s.station === 'inspection' ? { ...s, mark: 'inHand', done: 0, checks: s.checks.map(unknownCheck) } : s,
    ),
    gates: status.gates.map((g) => ({
      ...g,
      holdings: g.holdings.filter(
        (h) => h.cure.to !== 'finding' && !(h.cure.to === 'check' && hidden.has(h.cure.check)),
      ),
      remaining: g.remaining.filter((id) => !hidden.has(id)),
    })),
    openFindings: [],
  };
}
