import { many } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import { measuresNothing, recorded } from './said.ts';

/** Photographs: one at least of every view that the check asks for, of no other, and no photograph twice. */
export const PHOTO: AnswerKind<'photo'> = {
  measured: measuresNothing,
  isWhole({ photos }, { check: { answer: spec } }) {
    const views: readonly string[] = spec.kind === 'photo' ? spec.views : [];
    return (
      views.length > 0 &&
      views.every((view) => photos.some((p) => p.view === view)) &&
      photos.every((p) => views.includes(p.view) && p.scan.type.startsWith('image/')) &&
      new Set(photos.map((p) => p.scan.sha256)).size === photos.length
    );
  },
  // What is to be seen on them is told by whoever looked; that they were taken is what is proven.
  judge: recorded,
  copies: ({ photos }) => photos.map((p) => p.scan),
  over: 'never',
  describe: ({ photos }) => many(photos.length, 'photograph', 'photographs'),
};
