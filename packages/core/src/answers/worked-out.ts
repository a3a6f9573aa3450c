import { judgeAll } from '../limits/judge.ts';
import type { Reading, Verdict } from '../limits/types.ts';
import { findUnit } from '../quantity/units.ts';
import type { AnswerRoom } from './kind.ts';

/** Figures that were worked out, against the limits of the book that are in their kind of unit. */
export function judgeWorkedOut({ index, part, around }: AnswerRoom, readings: readonly Reading[]): Verdict[] {
  return part.check.limits.flatMap((key): Verdict[] => {
    const limit = index.limits.get(key);
    const kind = limit && findUnit(limit.unit)?.kind;
    const own = readings.filter((r) => findUnit(r.unit)?.kind === kind);
    return limit ? own.flatMap((reading) => judgeAll([limit], { kind: 'one', reading }, around).slice()) : [];
  });
}
