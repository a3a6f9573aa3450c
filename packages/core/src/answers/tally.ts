import { many } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import type { TallyRow } from './part-answer.ts';
import { measuresNothing, noCopies, plain } from './said.ts';

const isCount = (n: number): boolean => Number.isInteger(n) && n >= 0;
const nameOf = ({ what }: TallyRow): string => what.trim().toLowerCase();

/**
 * Things counted out to the aircraft and in again: what did not come back is still aboard until it is found, and one more than
 * went out came from somewhere. Where nothing went out, nothing is proven by nothing coming back.
 * Example: 14 screws out and 13 in is out of limits by name; 0 of everything is unknown.
 */
export const TALLY: AnswerKind<'tally'> = {
  measured: measuresNothing,
  isWhole({ rows }, { check: { answer: spec } }) {
    const names = rows.map(nameOf);
    return (
      rows.length > 0 &&
      rows.every((r) => nameOf(r) !== '' && isCount(r.out) && isCount(r.in)) &&
      new Set(names).size === names.length &&
      (spec.kind !== 'tally' || spec.listed.every((what) => names.includes(what.trim().toLowerCase())))
    );
  },
  judge({ rows }) {
    const off = rows.filter((r) => r.in !== r.out);
    if (off.length > 0)
      return off.map((r) =>
        r.in < r.out
          ? plain('out', 'tallyShort', { what: r.what, count: r.out - r.in })
          : plain('out', 'tallyOver', { what: r.what, count: r.in - r.out }),
      );
    const count = rows.reduce((sum, r) => sum + r.out, 0);
    return [count === 0 ? plain('unknown', 'tallyOfNothing') : plain('within', 'tallyAgrees', { count })];
  },
  copies: noCopies,
  agrees: 'never',
  over: 'never',
  describe: ({ rows }) => {
    const sum = (of: 'out' | 'in'): number => rows.reduce((all, r) => all + r[of], 0);
    return `${many(sum('out'), 'thing', 'things')} out, ${sum('in')} in`;
  },
};
