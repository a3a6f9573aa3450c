import {
  isSaidUnseen,
  reason,
  standingAnswer,
  type AnswerRecord,
  type CampaignState,
  type CampaignStatus,
  type CheckStatus,
  type PartStatus,
} from '@kanzel/core';

/**
 * Answers that somebody else gave and that this person has not been shown: as the second one, he says first what he sees himself. What
 * was touched since, or was seen otherwise by two, is answered anew and hidden from nobody.
 */
export function unseenBy(
  state: CampaignState,
  status: CampaignStatus,
  person: string,
): ReadonlyMap<string, AnswerRecord> {
  const found = new Map<string, AnswerRecord>();
  for (const part of state.index?.parts.values() ?? []) {
    if (!isSaidUnseen(part.check)) continue;
    const answer = standingAnswer(state.parts.get(part.key));
    const mark = status.parts.get(part.key)?.mark;
    if (!answer?.answer || answer.by === person || answer.witness || answer.differs) continue;
    if (mark !== 'again' && mark !== 'unknown') found.set(part.key, answer);
  }
  return found;
}

const hidden = ({ key }: PartStatus): PartStatus => ({
  key,
  mark: 'inHand',
  proven: false,
  verdicts: [],
  reasons: [reason('witnessMissing')],
});

/** How a campaign stands for somebody who was not shown these answers: not by a mark, a gate or a finding either. */
export function withoutUnseen(
  status: CampaignStatus,
  unseen: ReadonlyMap<string, AnswerRecord>,
): CampaignStatus {
  if (unseen.size === 0) return status;
  const entries = new Set([...unseen.values()].map((a) => a.entry));
  const checks = new Set([...unseen.keys()].map((key) => key.slice(0, key.lastIndexOf('@'))));
  const check = (own: CheckStatus): CheckStatus =>
    checks.has(own.check.id)
      ? {
          ...own,
          mark: 'inHand',
          proven: false,
          parts: own.parts.map((p) => (unseen.has(p.key) ? hidden(p) : p)),
        }
      : own;
  return {
    ...status,
    parts: new Map([...status.parts].map(([key, part]) => [key, unseen.has(key) ? hidden(part) : part])),
    checks: new Map([...status.checks].map(([id, own]) => [id, check(own)])),
    stations: status.stations.map((s) =>
      s.checks.some((c) => checks.has(c.check.id))
        ? { ...s, mark: 'inHand', checks: s.checks.map(check) }
        : s,
    ),
    gates: status.gates.map((g) => ({
      ...g,
      holdings: g.holdings
        .filter(
          (h) =>
            h.cure.to !== 'finding' ||
            !status.openFindings.some(
              (f) =>
                h.cure.to === 'finding' &&
                f.raised.finding === h.cure.finding &&
                entries.has(f.raised.answerEntry ?? ''),
            ),
        )
        .map((h) =>
          h.cure.to === 'check' && checks.has(h.cure.check)
            ? { ...h, reason: reason('checksUnwitnessed', h.reason.params) }
            : h,
        ),
    })),
    openFindings: status.openFindings.filter((f) => !entries.has(f.raised.answerEntry ?? '')),
  };
}
