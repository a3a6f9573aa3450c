import { makeSentences, type Reason } from '@kanzel/core';

const sentences = makeSentences({
  part: (key) => key.replace(/@aircraft$/, '').replace('@', ', '),
  subject: String,
  thing: (id) => id.replace(/-/g, ' '),
});

/** A reason in words where no campaign is at hand to name its parts. */
export function plainWords(reason: Reason): string {
  return sentences.say(reason);
}
