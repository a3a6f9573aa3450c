/** What was done with the aircraft before a round of samples: nothing since it stood, its tail raised, its wings rocked. */
export const SAMPLED_AFTER = ['standing', 'tail-raised', 'wings-rocked'] as const;
export type SampledAfter = (typeof SAMPLED_AFTER)[number];

/** What came into the glass. */
export const SAMPLES_SEEN = ['clear', 'water', 'sediment', 'colour'] as const;
export type SampleSeen = (typeof SAMPLES_SEEN)[number];

/** One sample at every drain. */
export interface SampleRound {
  readonly after: SampledAfter;
  /** By the name of the drain. */
  readonly seen: Readonly<Record<string, SampleSeen>>;
}

/** So many of the last rounds have to be clear. */
export const CLEAR_ROUNDS = 2;

/** One sample that was not clear. */
export interface FoundInSample {
  readonly drain: string;
  readonly seen: Exclude<SampleSeen, 'clear'>;
  /** Counted from 1. */
  readonly round: number;
}

/** Everything that came beside clear fuel, in the order in which it came. Example: water at the left drain in the first of three rounds. */
export const foundIn = (rounds: readonly SampleRound[]): readonly FoundInSample[] =>
  rounds.flatMap(({ seen }, i) =>
    Object.entries(seen).flatMap(([drain, what]) =>
      what === 'clear' ? [] : [{ drain, seen: what, round: i + 1 }],
    ),
  );

/**
 * What is left to do before sampling is at its end: what was asked to be moved and was not, and how many clear rounds are wanting behind
 * the last that was not. Nothing of either is the end, whatever came before.
 * Example: water, clear, with the wings still to be rocked: `{ moves: ['wings-rocked'], rounds: 1 }`.
 */
export function samplesLeft(
  rounds: readonly SampleRound[],
  asked: readonly SampledAfter[],
): { readonly moves: readonly SampledAfter[]; readonly rounds: number } {
  const dirty = rounds.findLastIndex((r) => Object.values(r.seen).some((s) => s !== 'clear'));
  return {
    moves: asked.filter((move) => !rounds.some((r) => r.after === move)),
    rounds: Math.max(0, CLEAR_ROUNDS - (rounds.length - 1 - dirty)),
  };
}
