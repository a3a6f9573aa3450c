import { many } from './figure-text.ts';
import { MOST_MARKS, type PhotoMark } from '../papers/types.ts';
import type { AnswerKind } from './kind.ts';
import { measuresNothing, recorded } from './said.ts';

const isOnIt = (n: number): boolean => Number.isFinite(n) && n >= 0 && n <= 1;

/** Marks that lie on the photograph, each of some length, and not too many of them. */
function areMarks(marks: readonly PhotoMark[]): boolean {
  return (
    marks.length <= MOST_MARKS &&
    marks.every(
      ({ from, to }) =>
        [...from, ...to].length === 4 &&
        [...from, ...to].every(isOnIt) &&
        (from[0] !== to[0] || from[1] !== to[1]),
    )
  );
}

/** Photographs: one at least of every view that the check asks for, of no other, and no photograph twice. */
export const PHOTO: AnswerKind<'photo'> = {
  measured: measuresNothing,
  isWhole({ photos }, { check: { answer: spec } }) {
    const views: readonly string[] = spec.kind === 'photo' ? spec.views : [];
    return (
      views.length > 0 &&
      views.every((view) => photos.some((p) => p.view === view)) &&
      photos.every((p) => views.includes(p.view) && p.scan.type.startsWith('image/')) &&
      photos.every((p) => areMarks(p.marks ?? [])) &&
      new Set(photos.map((p) => p.scan.sha256)).size === photos.length
    );
  },
  // What is to be seen on them is told by whoever looked; that they were taken is what is proven.
  judge: recorded,
  copies: ({ photos }) => photos.map((p) => p.scan),
  agrees: 'never',
  over: 'never',
  describe: ({ photos }) => {
    const marks = photos.reduce((sum, p) => sum + (p.marks?.length ?? 0), 0);
    return `${many(photos.length, 'photograph', 'photographs')}${marks === 0 ? '' : `, ${many(marks, 'mark', 'marks')}`}`;
  },
};
