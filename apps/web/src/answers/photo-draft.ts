import { err, ok, ownMember, reason, type PartAnswer, type Reason, type Result } from '@kanzel/core';
import type { PartDraft } from './desk.ts';

/** The photographs on the desk as an answer, or which view is missing yet. */
export function photosFromDraft(views: readonly string[], draft: PartDraft): Result<PartAnswer, Reason> {
  const of = (view: string) => ownMember(draft.scans ?? {}, view) ?? [];
  const [first] = views.filter((view) => of(view).length === 0);
  if (first !== undefined)
    return err(
      views.every((view) => of(view).length === 0)
        ? reason('notAnswered')
        : reason('viewMissing', { view: first }),
    );
  const photos = views.flatMap((view) => of(view).map((scan) => ({ view, scan })));
  const twice = photos.find(({ scan }, i) => photos.slice(0, i).some((p) => p.scan.sha256 === scan.sha256));
  return twice ? err(reason('photoTwice', { view: twice.view })) : ok({ kind: 'photo', photos });
}
