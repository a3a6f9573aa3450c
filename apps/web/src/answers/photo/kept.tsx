import { useState, type ReactElement } from 'react';
import type { Photo } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { KeptProps } from '../answer-view.ts';
import { Thumb } from './thumb.tsx';
import { PhotoSlip } from './marked-photo.tsx';

/** The photographs as they were kept, by view: one press lays one over the sheet with its marks, last time's beside it. */
export function KeptPhoto({ part, answer }: KeptProps<'photo'>): ReactElement {
  const { lastAnswers } = useCampaign();
  const [shown, setShown] = useState<Photo>();
  const views = [...new Set(answer.photos.map((p) => p.view))];
  const before = lastAnswers.get(part.key);
  const last = (view: string): Photo | undefined =>
    before?.kind === 'photo' ? before.photos.find((p) => p.view === view) : undefined;
  const beside = shown && last(shown.view);
  return (
    <>
      <ul className="mt-2">
        {views.map((name) => (
          <li key={name} className="flex flex-wrap items-center gap-x-4">
            <span className="cap">{name}</span>
            {answer.photos
              .filter((p) => p.view === name)
              .map((p) => (
                <button
                  key={p.scan.sha256}
                  type="button"
                  className="min-h-9 text-left font-semibold underline decoration-rule underline-offset-4 hover:decoration-ink max-lg:min-h-14"
                  onClick={() => setShown(p)}
                >
                  <Thumb scan={p.scan} />
                  {p.scan.name}
                  {p.marks ? `, ${p.marks.length} marked` : ''}
                </button>
              ))}
          </li>
        ))}
      </ul>
      {shown ? (
        <PhotoSlip
          scan={shown.scan}
          marks={shown.marks ?? []}
          last={beside ? { scan: beside.scan, marks: beside.marks ?? [] } : undefined}
          onClose={() => setShown(undefined)}
        />
      ) : null}
    </>
  );
}
