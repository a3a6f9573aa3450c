import { reason, type Reason } from '../reasons/reason.ts';
import type { PartAnswer } from './part-answer.ts';

/** A list that was read from a vehicle longer ago than this is one that somebody may have changed since (minutes). */
const STILL_ABOARD = 15;

/**
 * Why a list that a vehicle gave is not taken any more: it lay on a desk, and what is aboard may be another by now. Undefined for every
 * other answer. Boundary: exactly fifteen minutes is taken; one from the future, by a clock that is wrong, by more than that is not.
 * Example: a mission read at eight and recorded at nine is `listReadLongAgo`.
 */
export function listReadLongAgo(answer: PartAnswer, at: string): Reason | undefined {
  if (answer.kind !== 'mission' && answer.kind !== 'parameters') return undefined;
  const { read } = answer;
  if (read.from !== 'vehicle') return undefined;
  const minutes =
    read.at === undefined ? Number.POSITIVE_INFINITY : (Date.parse(at) - Date.parse(read.at)) / 60_000;
  return Math.abs(minutes) <= STILL_ABOARD
    ? undefined
    : reason('listReadLongAgo', { minutes: Number.isFinite(minutes) ? Math.round(minutes) : 0 });
}
