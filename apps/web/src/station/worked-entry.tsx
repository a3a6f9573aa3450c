import type { ReactElement } from 'react';
import type { Part, WorkedSpec } from '@kanzel/core';
import { KeptPhotos } from '../answers/photo-entry.tsx';
import { KeptSheet, KeptWeighing } from '../loading/kept-loading.tsx';
import { LoadingEntry } from '../loading/loading-entry.tsx';
import { WeighingEntry } from '../loading/weighing-entry.tsx';
import { DocumentEntry } from '../papers/document-entry.tsx';
import { EquipmentEntry } from '../papers/equipment-entry.tsx';
import { KeptPaper } from '../papers/kept-paper.tsx';
import { draftFromPaper } from '../papers/paper-draft.ts';
import { PlateEntry } from '../papers/plate-entry.tsx';
import { SignaturesEntry } from '../papers/signatures-entry.tsx';
import { TrailEntry } from '../papers/trail-entry.tsx';
import { Button } from '../ui/button.tsx';
import { useCampaign } from './campaign-context.ts';
import { changeDraft, draftOf, useDrafts } from './part-draft.ts';

/** What was kept for this check in the campaign before, to be looked at and kept again with one press. */
function AsLastTime({ part }: { part: Part }): ReactElement | null {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const before = view.lastAnswers.get(part.key);
  const typed = before ? draftFromPaper(before) : undefined;
  const begun = draft.texts !== undefined || draft.lists !== undefined || draft.scans !== undefined;
  if (!typed || begun) return null;
  return (
    <Button className="mb-3" onClick={() => changeDraft(view.id, part.key, typed)}>
      Begin with what was there last time
    </Button>
  );
}

/** Entries for what is worked out rather than read: weighings, loading sheets and papers. */
export default function WorkedEntry({ part, spec }: { part: Part; spec: WorkedSpec }): ReactElement {
  switch (spec.kind) {
    case 'weighing':
      return <WeighingEntry part={part} />;
    case 'loading':
      return <LoadingEntry part={part} />;
    case 'document':
      return (
        <>
          <AsLastTime part={part} />
          <DocumentEntry part={part} />
        </>
      );
    case 'trail':
      return (
        <>
          <AsLastTime part={part} />
          <TrailEntry part={part} />
        </>
      );
    case 'signatures':
      return <SignaturesEntry part={part} />;
    case 'equipment':
      return <EquipmentEntry part={part} />;
    case 'plate':
      return <PlateEntry part={part} />;
  }
}

/** The same, as it was kept. */
export function KeptWorked({ part }: { part: Part }): ReactElement | null {
  const { status } = useCampaign();
  const answer = status.parts.get(part.key)?.answer?.answer;
  switch (answer?.kind) {
    case 'weighing':
      return <KeptWeighing weighing={answer.weighing} />;
    case 'loading':
      return <KeptSheet part={part} sheet={answer.sheet} />;
    case 'document':
    case 'trail':
    case 'signatures':
    case 'equipment':
      return <KeptPaper part={part} answer={answer} />;
    case 'photo':
      return <KeptPhotos part={part} />;
    // The row says all there is of these.
    case 'count':
    case 'plate':
    case 'reading':
    case 'drop':
    case 'cylinders':
    case 'series':
    case 'choice':
    case 'confirm':
    case 'timer':
    case 'text':
    case undefined:
      return null;
  }
}
