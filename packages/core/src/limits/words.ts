import { reason } from '../reasons/reason.ts';
import type { EqualsLimit, Measured, SenseLimit, Surroundings, Verdict } from './types.ts';
import { ownMember } from '../own-member.ts';

type WordsVerdict = Pick<Verdict, 'state' | 'reason'>;

/** Spaces at the ends and doubled ones are how people type, not what they mean. */
const tidy = (text: string): string => text.trim().replace(/\s+/g, ' ');

function judgeSense(limit: SenseLimit, words: Readonly<Record<string, string>>): WordsVerdict {
  const surfaces = Object.entries(limit.expected);
  const wrong = surfaces.find(
    ([surface, wanted]) => ownMember(words, surface) !== undefined && ownMember(words, surface) !== wanted,
  );
  if (wrong) {
    const [surface, wanted] = wrong;
    return {
      state: 'out',
      reason: reason('senseWrong', { surface, wanted, is: ownMember(words, surface) ?? '' }),
    };
  }
  const missing = surfaces.find(([surface]) => ownMember(words, surface) === undefined);
  return missing
    ? { state: 'unknown', reason: reason('senseMissing', { surface: missing[0] }) }
    : { state: 'within', reason: reason('senseRight', { count: surfaces.length }) };
}

function judgeEquals(limit: EqualsLimit, said: string | undefined, around: Surroundings): WordsVerdict {
  const fact = 'fact' in limit.expected ? ownMember(around.facts, limit.expected.fact) : limit.expected.text;
  if (typeof fact !== 'string')
    return {
      state: 'unknown',
      reason: reason('factMissing', { fact: 'fact' in limit.expected ? limit.expected.fact : '' }),
    };
  if (said === undefined || tidy(said) === '') return { state: 'unknown', reason: reason('notAnswered') };
  return tidy(said) === tidy(fact)
    ? { state: 'within', reason: reason('readBackAgrees') }
    : { state: 'out', reason: reason('readBackDiffers', { wanted: tidy(fact), is: tidy(said) }) };
}

/**
 * Judges words: the sense of each surface, or a read-back. A surface that moves the wrong way is `out` at once,
 * even while others have not been answered; one not answered leaves it `unknown`. A read-back is compared
 * letter by letter, with spaces tidied and nothing else forgiven.
 * Example: expected { 'left aileron': 'up' } with { 'left aileron': 'down' } is `out`.
 */
export function judgeWords(
  limit: SenseLimit | EqualsLimit,
  measured: Measured,
  around: Surroundings,
): WordsVerdict {
  if (measured.kind !== 'words')
    return { state: 'unknown', reason: reason('wrongShape', { wanted: 'words', got: measured.kind }) };
  return limit.kind === 'sense'
    ? judgeSense(limit, measured.words)
    : judgeEquals(limit, measured.words['answer'], around);
}
