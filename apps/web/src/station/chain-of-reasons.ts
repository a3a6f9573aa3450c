import type { Reason } from '@kanzel/core';

/** Why something is to be done again, as a chain: what it began with, and through which parts it came here, root first. */
export interface ReasonChain {
  readonly roots: readonly Reason[];
  /** Part keys, each standing on the one before. */
  readonly through: readonly string[];
}

/**
 * The reasons of a part as a chain. Whatever is not "stands on" is where it began.
 * Example: touched, stands on the left drop, stands on the difference: one root, through two parts.
 */
export function chainOfReasons(reasons: readonly Reason[]): ReasonChain {
  const roots: Reason[] = [];
  const through: string[] = [];
  for (const reason of reasons) {
    const part = reason.code === 'standsOnPart' ? reason.params['part'] : undefined;
    if (typeof part !== 'string') roots.push(reason);
    else if (!through.includes(part)) through.push(part);
  }
  return { roots, through };
}
