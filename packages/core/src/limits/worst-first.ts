import type { Verdict } from './types.ts';

const RANK: Readonly<Record<Verdict['state'], number>> = { within: 0, near: 1, unknown: 2, out: 3 };

/**
 * Verdicts with the worst first, of two alike the one that needs a decision, else in the order they came in: how every
 * list of them is kept. Example: of within, out and near the list begins with out.
 */
export function worstFirst(verdicts: readonly Verdict[]): readonly Verdict[] {
  return [...verdicts].sort(
    (a, b) => RANK[b.state] - RANK[a.state] || Number(b.decisionNeeded) - Number(a.decisionNeeded),
  );
}
