/** Small letters and digits, in words. */
const wordsOf = (text: string): readonly string[] =>
  text
    .toLowerCase()
    .replace(/[’']/g, '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w !== '' && !['the', 'a', 'an', 'of', 'at', 'on', 'in', 'and'].includes(w));

/** Something that has a name. */
interface Named {
  readonly title: string;
}

/** One and many are the same thing: "fasteners" names a "fastener". */
const same = (said: string, word: string): boolean =>
  said === word || said === `${word}s` || `${said}s` === word;

/**
 * Which of some things a sentence names: those all of whose words are in it, in whatever order. Words of `place` count
 * as said where the sentence names something there, since whoever stands at the left engine says "carburettor". The most
 * words count: "left propeller governor" is not "left propeller" as well.
 * Example: "hose off at the carburettor", said at the left engine, names "Left engine, carburettor".
 */
export function namedIn<T extends Named>(text: string, things: readonly T[], place = ''): readonly T[] {
  const said = wordsOf(text);
  const around = wordsOf(place);
  const fit = things.flatMap((thing) => {
    const words = wordsOf(thing.title);
    const own = words.filter((w) => said.some((s) => same(s, w)));
    const whole = words.every((w) => own.includes(w) || around.some((s) => same(s, w)));
    return words.length > 0 && own.length > 0 && whole ? [{ thing, words, own }] : [];
  });
  const most = [...fit].sort((a, b) => b.own.length - a.own.length || b.words.length - a.words.length);
  return most
    .filter((one, i) => !most.slice(0, i).some((other) => one.own.every((w) => other.own.includes(w))))
    .map(({ thing }) => thing);
}
