import {
  walkOf,
  worstMark,
  type AnswerRecord,
  type BasisIndex,
  type CheckStatus,
  type Layout,
  type Mark,
  type Part,
} from '@kanzel/core';
import { placesOnWalk, stopsOf, type WalkedStop } from './walked.ts';

/** What is thought of what was said on a walk, as a mark. */
function markOf(said: AnswerRecord | undefined): Mark {
  if (!said) return 'notStarted';
  return said.answer === null ? 'notApplicable' : (said.verdicts[0]?.state ?? 'unknown');
}

/** A second walk as the one who walks it sees it: nothing in it is of the first. */
export interface BlindWalk {
  /** In the order in which one comes to them. */
  readonly parts: readonly Part[];
  readonly stops: readonly WalkedStop[];
}

/**
 * The steps of a second walk in the order of the way round the aircraft, and the places with what was said at them on this walk
 * alone. Example: with nothing said every place is not started, whatever the first one found there.
 */
export function blindWalk(
  keys: readonly string[],
  said: ReadonlyMap<string, AnswerRecord>,
  index: BasisIndex,
  layout: Layout | undefined,
): BlindWalk {
  const own = keys.flatMap((key) => index.parts.get(key) ?? []);
  const checks = [...new Map(own.map((p) => [p.check.id, p.check])).values()];
  const walk = layout ? walkOf(checks, layout) : undefined;
  const place = walk ? placesOnWalk(walk) : new Map<string, number>();
  const at = (part: Part): number => place.get(part.check.id) ?? place.size;
  const parts = own.toSorted((a, b) => at(a) - at(b));
  const statuses = checks.map((check): CheckStatus => {
    const mine = parts
      .filter((p) => p.check.id === check.id)
      .map((p) => ({
        key: p.key,
        mark: markOf(said.get(p.key)),
        proven: said.has(p.key),
        verdicts: [],
        reasons: [],
      }));
    return {
      check,
      parts: mine,
      mark: worstMark(mine.map((p) => p.mark)),
      proven: mine.every((p) => p.proven),
      outside: false,
    };
  });
  return { parts, stops: walk ? stopsOf(walk, statuses) : [] };
}
