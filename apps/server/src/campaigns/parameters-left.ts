import { standingAnswer, type CampaignState } from '@kanzel/core';
import type { ParametersView } from '@kanzel/contract';

/**
 * The parameters that the newest released campaign left, by its title and the day they were read; undefined where none did. What was
 * to be put back then was put back, or read again: the list that stands is the one that was left.
 */
export function parametersLeft(
  earlier: readonly { readonly state: CampaignState }[],
): ParametersView | undefined {
  for (const { state } of [...earlier].reverse()) {
    if (!state.release) continue;
    for (const part of state.parts.values()) {
      const standing = standingAnswer(part);
      if (standing?.answer?.kind !== 'parameters') continue;
      const { items } = standing.answer.read;
      return { name: `${state.opened?.title ?? ''}, ${standing.at.slice(0, 10)}`, items: [...items] };
    }
  }
  return undefined;
}
