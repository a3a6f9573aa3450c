import { err, ok, ownMember, reason, type PartAnswer, type Reason, type Result } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** The photographs on the desk as an answer, or which view is missing yet. */
function photosFromDraft(views: readonly string[], draft: PartDraft): Result<PartAnswer, Reason> {
  const of = (view: string) => ownMember(draft.scans ?? {}, view) ?? [];
  const [first] = views.filter((view) => of(view).length === 0);
  if (first !== undefined)
    return err(
      views.every((view) => of(view).length === 0)
        ? reason('notAnswered')
        : reason('viewMissing', { view: first }),
    );
  const photos = views.flatMap((view) =>
    of(view).map((scan) => {
      const marks = ownMember(draft.marks, scan.sha256) ?? [];
      return { view, scan, ...(marks.length > 0 ? { marks } : {}) };
    }),
  );
  const twice = photos.find(({ scan }, i) => photos.slice(0, i).some((p) => p.scan.sha256 === scan.sha256));
  return twice ? err(reason('photoTwice', { view: twice.view })) : ok({ kind: 'photo', photos });
}

/** Photographs of each view that the check asks for: they are taken again, not brought back. */
export const PHOTO_DESK: AnswerDesk<'photo'> = {
  title: 'Photographs',
  begin: () => ({ kind: 'photo', views: ['whole of it'] }),
  figures: 'none',
  answer: ({ spec }, draft) => photosFromDraft(spec.views, draft),
  typeAgain: 'never',
};
