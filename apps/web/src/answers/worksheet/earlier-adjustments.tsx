import type { ReactElement } from 'react';
import { earlierAdjustments, ownMember, readFigure, type Part } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { Button } from '../../ui/button.tsx';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { cellName, choiceName } from './desk.ts';
import { without } from './from-track.tsx';

/** So many rows a sheet holds: the newest are taken. */
const MOST = 8;
const isFilled = (cell: string): boolean => / (moved|changed)$/.test(cell);

/** What the record says that this adjustment did before on the type, offered to the rows. */
export function EarlierAdjustments({ part }: { readonly part: Part }): ReactElement | null {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const what = ownMember(draft.picks, choiceName('what'));
  if (what === undefined || what === '') return null;
  const typed = (id: string): number => {
    const read = readFigure(ownMember(draft.texts, cellName(0, id)) ?? '');
    return read.ok ? read.value.value : NaN;
  };
  const measured = { off: typed('off'), now: typed('now') };
  const known = Number.isFinite(measured.off) && Number.isFinite(measured.now);
  const made = earlierAdjustments(view.state, what, known ? measured : undefined).slice(-MOST);
  if (made.length === 0)
    return (
      <p className="py-1 text-[0.9rem] text-ink-2">
        The record holds no earlier time on this type: it begins with the first safe step.
      </p>
    );
  const take = (): void =>
    changeDraft(view.id, part.key, {
      texts: {
        ...without(draft.texts, isFilled),
        ...Object.fromEntries(
          made.flatMap(({ moved, changed }, i) => [
            [cellName(i + 1, 'moved'), String(Number(moved.toFixed(3)))],
            [cellName(i + 1, 'changed'), String(Number(changed.toFixed(3)))],
          ]),
        ),
      },
      taken: without(draft.taken, isFilled),
      picks: { ...draft.picks, rows: String(made.length) },
    });
  return (
    <div className="flex flex-wrap items-center gap-x-4 py-1">
      <Button onClick={take}>
        {made.length === 1 ? 'Fill in the one earlier time' : `Fill in the ${made.length} earlier times`}
      </Button>
      <span className="text-[0.9rem] text-ink-2">As the record of this type has them.</span>
    </div>
  );
}
