import type { Pace } from '../calls/pace.ts';

/** How an answer came, as it is said behind its seconds. */
export const PACE_WORDS: Readonly<Record<Pace, string>> = {
  habitual: 'faster than a look takes',
  attentive: 'in the time of a look',
  hesitant: 'with hesitation',
};

/** Why a call is made again, as it is chosen and as whoever is called reads it. */
export const AGAIN_WORDS: Readonly<Record<'wrong' | 'hesitant' | 'habitual', string>> = {
  wrong: 'the answer was wrong',
  hesitant: 'it came with hesitation',
  habitual: 'it came faster than a look takes',
};
