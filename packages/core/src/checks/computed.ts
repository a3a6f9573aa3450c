import { judgeAll } from '../limits/judge.ts';
import type { Measured, Reading, Verdict } from '../limits/types.ts';
import {
  hasLostStanding,
  isProven,
  outsideScope,
  standingAnswer,
  type CampaignState,
} from '../record/state.ts';
import { reason } from '../words/reason.ts';
import type { BasisIndex, Part } from './basis-index.ts';

/** Brings a drop or reading out of an answer as one figure with what it was read by. */
function figureOf(
  state: CampaignState,
  key: string,
  wanted: 'drop' | 'reading',
): { readings: Reading[]; at: string; seq: number } | undefined {
  const record = standingAnswer(state.parts.get(key));
  const answer = record?.answer;
  if (!record || record.flaw || hasLostStanding(state.parts.get(key))) return undefined;
  if (wanted === 'reading' && answer?.kind === 'reading')
    return { readings: [answer.reading], at: record.at, seq: record.seq };
  if (wanted === 'drop' && answer?.kind === 'drop')
    return { readings: [answer.before, answer.after], at: record.at, seq: record.seq };
  return undefined;
}

type Found = NonNullable<ReturnType<typeof figureOf>>;

/** Two figures as a pair, two drops as such, more than two single figures as a set by the part they come from. */
function measuredTogether(found: readonly Found[], keys: readonly string[]): Measured | undefined {
  const [a1, a2] = found[0]?.readings ?? [];
  const [b1, b2] = found[1]?.readings ?? [];
  if (!a1 || !b1) return undefined;
  if (found.length === 2)
    return a2 && b2
      ? { kind: 'drops', first: [a1, a2], second: [b1, b2] }
      : { kind: 'pair', before: a1, after: b1 };
  if (found.some((f) => f.readings.length !== 1)) return undefined;
  return {
    kind: 'many',
    readings: Object.fromEntries(found.flatMap((f, i) => f.readings.map((r) => [keys[i] ?? String(i), r]))),
  };
}

/**
 * Verdicts of a computed check from what it is computed from; undefined as long as one of them is not
 * answered or has lost its standing. Nothing is recorded for it: it follows its grounds.
 * With one ground on several engines, all of them are compared.
 * Example: drops of 78 and 112 rpm against a difference limit of 50 rpm are within, margin 16 rpm.
 */
export function computedVerdicts(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
): { verdicts: readonly Verdict[]; at: string; seq: number } | undefined {
  const spec = part.check.answer;
  if (spec.kind !== 'computed') return undefined;
  const found = part.standsOn.map((key) => figureOf(state, key, spec.value));
  const known = found.filter((f) => f !== undefined);
  const measured = known.length === found.length ? measuredTogether(known, part.standsOn) : undefined;
  if (!measured) return undefined;
  const limits = part.check.limits.flatMap((key) => index.limits.get(key) ?? []);
  const at = known.reduce((latest, f) => (f.at > latest ? f.at : latest), '');
  const seq = Math.max(...known.map((f) => f.seq));
  const verdicts = judgeAll(limits, measured, {
    instruments: index.instruments,
    at,
    facts: { engine: part.subject },
  });
  if (verdicts.length === 0)
    return {
      verdicts: [{ state: 'unknown', decisionNeeded: false, reason: reason('notAnswered') }],
      at,
      seq,
    };
  return { verdicts, at, seq };
}

/** Whether a part, computed or answered, is proven by the record or need not be, the clock apart. */
export function provenOf(state: CampaignState, index: BasisIndex, key: string): boolean {
  if (outsideScope(state, key)) return true;
  const part = index.parts.get(key);
  if (part?.check.answer.kind !== 'computed') return isProven(index, state.parts.get(key), key);
  const computed = computedVerdicts(state, index, part);
  return (
    computed !== undefined &&
    computed.verdicts.every((v) => (v.state === 'within' || v.state === 'near') && !v.decisionNeeded)
  );
}
