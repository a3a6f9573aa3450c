import { makeSentences, type Pack, type Reason } from '@kanzel/core';

const sentences = makeSentences({
  part: (key) => key.replace(/@aircraft$/, '').replace('@', ', '),
  subject: String,
  thing: (id) => id.replace(/-/g, ' '),
});

/** A reason in words where no campaign is at hand to name its parts. */
export function plainWords(reason: Reason): string {
  return sentences.say(reason);
}

/** What is said of a pack that is being written: reasons, and parts of its work by the titles of their checks. */
export function wordsIn(pack: Pack): {
  readonly say: (reason: Reason) => string;
  readonly part: (key: string) => string;
} {
  const titles = new Map(pack.checks.map((c) => [c.id, c.title]));
  const part = (key: string): string => {
    const [id = key, subject] = key.split('@');
    const title = titles.get(id) ?? id;
    return subject === undefined || subject === 'aircraft' ? title : `${title}, ${subject}`;
  };
  return { part, say: makeSentences({ part, subject: String, thing: (id) => id.replace(/-/g, ' ') }).say };
}
