import { SAMPLE_WORDS } from '../answers/samples.ts';
import type { BasisIndex } from '../checks/basis-index.ts';
import { foundIn } from '../fuel/samples.ts';
import { standingAnswer, type CampaignState } from '../record/state.ts';

/** What came out of a drain before it came clear, and is carried on the flight until a screen was opened. */
export interface StirredUp {
  /** Part of the samples, and check of the screen that settles it. */
  readonly key: string;
  readonly opened: string;
  /** "Water at the bowl at the firewall, round 1". */
  readonly drain: string;
  readonly seen: string;
  readonly round: number;
}

/**
 * What samples stirred up and nothing has settled yet: fuel that is clear now was not, and what was stirred may come again. It is settled
 * when the check that the pack names for it was answered behind the samples, and the screen was as it should be.
 * Example: water in round 1 of three, and the filters not opened since: one; with the filters opened clean after the flight: none.
 */
export function stirredUp(state: CampaignState, index: BasisIndex): readonly StirredUp[] {
  return [...index.parts.values()].flatMap(({ key, check }): readonly StirredUp[] => {
    const { answer: spec } = check;
    if (spec.kind !== 'samples' || spec.opened === undefined) return [];
    const { opened } = spec;
    const samples = standingAnswer(state.parts.get(key));
    if (samples?.answer?.kind !== 'samples') return [];
    const [found] = foundIn(samples.answer.rounds);
    if (!found) return [];
    const settled = (index.partsOfCheck.get(opened) ?? []).some((part) => {
      const screen = standingAnswer(state.parts.get(part.key));
      return (
        screen?.answer !== undefined &&
        screen.answer !== null &&
        screen.good === 'yes' &&
        screen.instant > samples.instant
      );
    });
    if (settled) return [];
    const drain = spec.drains.find((d) => d.id === found.drain)?.title ?? found.drain;
    return [{ key, opened, drain, seen: SAMPLE_WORDS[found.seen], round: found.round }];
  });
}
