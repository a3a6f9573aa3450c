import { useState, type ReactElement } from 'react';
import { ownMember, type Photo, type Scan } from '@kanzel/core';
import { TakeCopies } from '../../papers/copies.tsx';
import { useCampaign } from '../../station/campaign-context.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { MarkSlip, PhotoSlip } from './marked-photo.tsx';
import { Thumb } from './thumb.tsx';

/** Photographs of each view that the check asks for: from the camera or a file, marked, beside last time's of the same view. */
export function PhotoEntry({ part, spec: { views } }: EntryProps<'photo'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const [marking, setMarking] = useState<Scan>();
  const [looking, setLooking] = useState<Photo>();
  const before = view.lastAnswers.get(part.key);
  const last = (name: string): readonly Photo[] =>
    before?.kind === 'photo' ? before.photos.filter((p) => p.view === name) : [];
  const marksOf = ({ sha256 }: Scan) => ownMember(draft.marks, sha256) ?? [];
  return (
    <>
      <ul className="divide-y divide-rule-2 border-y border-rule-2">
        {views.map((name) => {
          const scans = ownMember(draft.scans, name) ?? [];
          return (
            <li key={name} className="py-2">
              <TakeCopies
                images
                words={`Photograph: ${name}`}
                scans={scans}
                onChange={(next) =>
                  changeDraft(view.id, part.key, { scans: { ...draft.scans, [name]: next } })
                }
              />
              <span className="flex flex-wrap gap-x-4">
                {scans.map((scan) => (
                  <button
                    key={scan.sha256}
                    type="button"
                    className="min-h-9 font-semibold underline decoration-rule underline-offset-4 max-lg:min-h-14"
                    onClick={() => setMarking(scan)}
                  >
                    <Thumb scan={scan} />
                    Mark {scan.name}
                    {marksOf(scan).length > 0 ? ` (${marksOf(scan).length})` : ''}
                  </button>
                ))}
                {last(name).map((photo) => (
                  <button
                    key={photo.scan.sha256}
                    type="button"
                    className="min-h-9 text-ink-2 underline decoration-rule underline-offset-4 max-lg:min-h-14"
                    onClick={() => setLooking(photo)}
                  >
                    <Thumb scan={photo.scan} />
                    Last time: {photo.scan.name}
                  </button>
                ))}
              </span>
            </li>
          );
        })}
      </ul>
      {marking ? (
        <MarkSlip
          scan={marking}
          marks={marksOf(marking)}
          onChange={(marks) =>
            changeDraft(view.id, part.key, { marks: { ...draft.marks, [marking.sha256]: marks } })
          }
          onClose={() => setMarking(undefined)}
        />
      ) : null}
      {looking ? (
        <PhotoSlip scan={looking.scan} marks={looking.marks ?? []} onClose={() => setLooking(undefined)} />
      ) : null}
    </>
  );
}
