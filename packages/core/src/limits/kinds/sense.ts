import { type LimitType, type WordsVerdict } from '../kind.ts';
import { reason } from '../../reasons/reason.ts';
import type { SenseLimit } from '../types.ts';
import { ownMember } from '../../own-member.ts';

/**
 * `sense`: a surface that moves the wrong way is `out` at once, even while others have not been answered; one not
 * answered leaves it `unknown`. Example: expected { 'left aileron': 'up' } with { 'left aileron': 'down' } is `out`.
 */
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

export const sense: LimitType<SenseLimit> = {
  kind: 'sense',
  takes: 'words',
  edges: 'none',
  ofDifferences: false,
  straight: () => false,
  unit: '1',
  members: [
    {
      name: 'expected',
      form: 'ways',
      ofType: true,
      label: 'Each surface and its way, as: left aileron = up; right aileron = down',
      first: { answer: 'right' },
    },
  ],
  judging: { by: 'words', compare: judgeSense },
  drawn: () => undefined,
};
