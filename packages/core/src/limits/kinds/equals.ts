import { type LimitType, type WordsVerdict } from '../kind.ts';
import { reason } from '../../reasons/reason.ts';
import type { EqualsLimit, Surroundings } from '../types.ts';
import { ownMember } from '../../own-member.ts';

/** Spaces at the ends and doubled ones are how people type, not what they mean. */
const tidy = (text: string): string => text.trim().replace(/\s+/g, ' ');

/** `equals`: a read-back, compared letter by letter, with spaces tidied and nothing else forgiven. */
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

export const equals: LimitType<EqualsLimit> = {
  kind: 'equals',
  takes: 'words',
  edges: 'none',
  ofDifferences: false,
  straight: () => false,
  unit: '1',
  members: [
    { name: 'expected', form: 'text', ofType: true, label: 'What is read back', first: { text: 'as filed' } },
  ],
  judging: {
    by: 'words',
    compare: (limit, said, around) => judgeEquals(limit, ownMember(said, 'answer'), around),
  },
  drawn: () => undefined,
};
