import { noiseAt } from '../quantity/noise.ts';
import { convert } from '../quantity/units.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { Condition, Fact } from './types.ts';
import { ownMember } from '../own-member.ts';

/** How a limit's conditions stand: all met, one not met, or one that nobody recorded. */
export type ConditionsOutcome =
  | { readonly state: 'met' }
  | { readonly state: 'notMet'; readonly reason: Reason }
  | { readonly state: 'unknown'; readonly reason: Reason };

const MET: ConditionsOutcome = { state: 'met' };

function judgeCondition(condition: Condition, fact: Fact | undefined): ConditionsOutcome {
  const { fact: name, low, high, unit = 'count' } = condition;
  if (fact === undefined) return { state: 'unknown', reason: reason('factMissing', { fact: name }) };
  if (typeof fact === 'string') {
    if (condition.equals === undefined)
      return { state: 'unknown', reason: reason('factNotAFigure', { fact: name }) };
    return fact === condition.equals
      ? { state: 'met' }
      : {
          state: 'notMet',
          reason: reason('conditionWord', { fact: name, is: fact, wanted: condition.equals }),
        };
  }
  const value = convert(fact.value, fact.unit, unit);
  if (!value.ok) return { state: 'unknown', reason: value.error };
  // The tolerance of limits: an edge typed in another unit is still that edge, and holds on both sides of it.
  const noise = noiseAt(value.value, low ?? 0, high ?? 0);
  const inside =
    (low === undefined || value.value >= low - noise) && (high === undefined || value.value <= high + noise);
  if (inside) return { state: 'met' };
  const edge = low !== undefined && value.value < low ? low : (high ?? 0);
  return {
    state: 'notMet',
    reason: reason('conditionFigure', {
      fact: name,
      value: { value: value.value, unit, resolution: 1, beside: [edge] },
      ...(low === undefined ? {} : { low: { value: low, unit } }),
      ...(high === undefined ? {} : { high: { value: high, unit } }),
    }),
  };
}

/**
 * Judges the conditions of a limit against the facts of the moment. Edges are inclusive. One condition not
 * met settles it; a missing fact leaves it unknown, never met.
 * Example: `[{ fact: 'rpm', low: 1650, high: 1750, unit: 'rpm' }]` with rpm 1702 is met.
 */
export function judgeConditions(
  conditions: readonly Condition[],
  facts: Readonly<Record<string, Fact>>,
): ConditionsOutcome {
  if (conditions.length === 0) return MET;
  const outcomes = conditions.map((c) => judgeCondition(c, ownMember(facts, c.fact)));
  return outcomes.find((o) => o.state === 'notMet') ?? outcomes.find((o) => o.state === 'unknown') ?? MET;
}
