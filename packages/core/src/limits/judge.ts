import { reason } from '../reasons/reason.ts';
import { judgeBounds } from './judge-bounds.ts';
import { judgeConditions, type ConditionsOutcome } from './conditions.ts';
import { limitTypeOf } from './kinds.ts';
import type { Limit, Measured, Surroundings, Verdict } from './types.ts';

/**
 * Judges what was measured against one limit. Missing or non-finite figures, a wrong kind of unit, an
 * unknown or expired instrument and a condition that is not met or not recorded give `unknown` with the
 * reason: never a pass. See `judgeBounds` for edges and for the simple and guarded rules.
 *
 * Example: a drop limit 10..150 rpm, caution above 110, with 1702 before and 1590 after: `near`, margin 38 rpm.
 */
export function judge(limit: Limit, measured: Measured, around: Surroundings): Verdict {
  return judgeUnder(judgeConditions(limit.conditions, around.facts), limit, measured, around);
}

/** The same where it is known already how the conditions of the limit stand. */
function judgeUnder(
  conditions: ConditionsOutcome,
  limit: Limit,
  measured: Measured,
  around: Surroundings,
): Verdict {
  const base = { limit: limit.key, class: limit.class, rule: limit.acceptance, decisionNeeded: false };
  if (conditions.state !== 'met') return { ...base, state: 'unknown', reason: conditions.reason };
  const { judging } = limitTypeOf(limit);
  if (judging.by === 'words')
    return measured.kind === 'words'
      ? { ...base, ...judging.compare(limit, measured.words, around) }
      : { ...base, state: 'unknown', reason: reason('wrongShape', { wanted: 'words', got: measured.kind }) };
  const distilled = judging.distil(limit, measured, around);
  if (!distilled.ok) return { ...base, state: 'unknown', reason: distilled.error };
  const { unit, bounds, value, uncertainty, resolution } = distilled.value;
  const verdict = judgeBounds({
    limit: limit.key,
    class: limit.class,
    rule: limit.acceptance,
    unit,
    value,
    uncertainty,
    resolution,
    bounds,
    because: limit.because,
    ...(judging.per ? { per: judging.per } : {}),
  });
  if (!informsOfItself(limit) || verdict.state !== 'out') return verdict;
  // Nothing is left of a margin to an edge that nobody is held by.
  const { margin: _, ...unlike } = verdict;
  return { ...unlike, state: 'near', reason: reason('unlikeItself', verdict.reason.params) };
}

/** A trend that informs only holds nobody up: the hard limits beside it do that. */
const informsOfItself = (limit: Limit): boolean => limit.kind === 'trend' && limit.class === 'information';

/** Whether a verdict says no more than that an aircraft is too young to be compared with itself, where that only informs. */
const saysNothingYet = (limit: Limit, { reason: { code } }: Verdict): boolean =>
  informsOfItself(limit) && code === 'pastTooShort';

const SEVERITY: Readonly<Record<Verdict['state'], number>> = { within: 0, near: 1, unknown: 2, out: 3 };

/**
 * Judges against every limit that applies and returns the verdicts, worst first. Among several limits, those
 * whose conditions are not met are left out as long as at least one holds; when none holds, all stay, as
 * `unknown`. Order of worst: out, unknown, near (a needed decision first), within; then the smaller margin.
 * A trend that informs only is left out until there is enough of a past, and is `near` (`unlikeItself`) where it would be out.
 * Example: a hot and a cold oil pressure limit with oil at 80 °C: only the hot one is judged.
 */
export function judgeAll(
  limits: readonly Limit[],
  measured: Measured,
  around: Surroundings,
): readonly Verdict[] {
  const standing = limits.map((limit) => ({
    limit,
    conditions: judgeConditions(limit.conditions, around.facts),
  }));
  const applying = standing.filter((s) => s.conditions.state !== 'notMet');
  const judged = (applying.length > 0 ? applying : standing).flatMap((s) => {
    const verdict = judgeUnder(s.conditions, s.limit, measured, around);
    return saysNothingYet(s.limit, verdict) ? [] : [verdict];
  });
  return judged.sort(
    (a, b) =>
      SEVERITY[b.state] - SEVERITY[a.state] ||
      Number(b.decisionNeeded) - Number(a.decisionNeeded) ||
      (a.margin?.share ?? a.margin?.value ?? Infinity) - (b.margin?.share ?? b.margin?.value ?? Infinity),
  );
}
