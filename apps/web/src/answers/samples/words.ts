import { SAMPLE_WORDS, SAMPLES_SEEN } from '@kanzel/core';

/** What there is to say of a sample, in the order of its keys. */
export const SEEN_WORDS = SAMPLES_SEEN.map((id) => ({
  id,
  text: SAMPLE_WORDS[id].replace(/^./, (c) => c.toUpperCase()),
}));
