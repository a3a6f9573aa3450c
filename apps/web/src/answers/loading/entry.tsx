import { useMemo, useState, type ReactElement } from 'react';
import {
  ownMember,
  aboardChanges,
  convert,
  firstSheet,
  readQuantity,
  sheetProblems,
  sheetRows,
  sheetStanding,
  type LoadingData,
} from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { LoadingPicture } from '../../loading/loading-picture.tsx';
import { previewOf } from '../preview.ts';
import { OtherVerdicts } from '../other-verdicts.tsx';
import { VerdictLine } from '../verdict-line.tsx';
import type { EntryProps } from '../answer-view.ts';
import type { PartDraft } from '../desk.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { Button } from '../../ui/button.tsx';
import { draftFromSheet, sheetFromDraft } from '../../loading/sheet-draft.ts';
import { SheetTable } from '../../loading/sheet-table.tsx';
import { SolverPanel } from '../../loading/solver-panel.tsx';

/** Whether a text on the desk is not a figure of its unit: marked where it stands. */
function isWrong(draft: PartDraft, data: LoadingData, key: string): boolean {
  const text = ownMember(draft.texts, key);
  if (!text?.trim()) return false;
  const unit = key.startsWith('arm')
    ? data.units.arm
    : key.startsWith('mass')
      ? data.units.mass
      : data.units.volume;
  const read = readQuantity(text, unit);
  return !read.ok || !convert(read.value.value, read.value.unit, unit).ok;
}

/** The loading sheet on the desk: figures on the left change the picture on the right at once. */
export function LoadingEntry({ part }: EntryProps<'loading'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const [finding, setFinding] = useState(false);
  const draft = draftOf(drafts, view.id, part.key);
  const { index, state } = view;
  const data = index.basis.aircraft.loading;
  const base = useMemo(() => firstSheet(state, index), [state, index]);
  const made = useMemo(() => sheetFromDraft(state, index, draft), [state, index, draft]);
  const sheet = made.ok ? made.value : undefined;
  const fit = useMemo(
    () => (data && sheet && sheetProblems(data, sheet).length === 0 ? sheet : undefined),
    [data, sheet],
  );
  const standing = useMemo(() => (data && fit ? sheetStanding(data, fit) : undefined), [data, fit]);
  if (!data || !base)
    return (
      <p className="border-l-4 border-near bg-near-bg px-3 py-2 font-medium text-near" role="alert">
        {made.ok ? '' : view.say(made.error)}
      </p>
    );
  const preview = previewOf(view, part, draft);
  const [worst] = preview.verdicts;
  const change = (next: Partial<PartDraft>): void => changeDraft(view.id, part.key, next);
  const exchanged = sheet ? aboardChanges(state, data, sheet) : [];
  const doubt = preview.doubt ?? (made.ok ? undefined : made.error);
  return (
    <div className="grid grid-cols-1 gap-x-8 gap-y-2 [grid-template-areas:'verdict'_'table'_'picture'_'find'] xl:grid-cols-[minmax(19rem,23rem)_minmax(0,1fr)] xl:grid-rows-[auto_1fr_auto] xl:[grid-template-areas:'table_verdict'_'table_picture'_'find_find']">
      <div className="[grid-area:table]">
        <SheetTable
          index={index}
          data={data}
          base={base}
          draft={draft}
          rows={fit ? sheetRows(data, fit, standing) : []}
          wrong={(key) => isWrong(draft, data, key)}
          put={(key, text) => change({ texts: { ...draft.texts, [key]: text } })}
          pick={(key, value) => change({ picks: { ...draft.picks, [key]: value } })}
        />
        {exchanged.length > 0 ? (
          <p className="mt-2 border-l-4 border-again bg-again-bg px-2 py-1 text-[0.82rem] text-again">
            {exchanged
              .map(
                (e) =>
                  data.bays.find((b) => b.id === e.place)?.title ??
                  data.stations.find((s) => s.id === e.place)?.title,
              )
              .join(', ')}
            : other than what is aboard. Recording the sheet says that it was exchanged, and what stood on it
            is to be done again.
          </p>
        ) : null}
        {finding && sheet ? null : (
          <Button className="mt-3" onClick={() => setFinding(true)} disabled={!sheet}>
            Find a loading
          </Button>
        )}
      </div>
      {/* In line mode the verdict stays in sight while the figures are typed. */}
      <div className="min-w-0 bg-sheet [grid-area:verdict] max-lg:sticky max-lg:top-0 max-lg:z-10 max-lg:border-b max-lg:border-rule max-lg:pb-1">
        <VerdictLine verdict={worst} {...(doubt ? { doubt } : {})} />
        <OtherVerdicts verdicts={preview.verdicts} say={view.say} />
      </div>
      <div className="min-w-0 max-w-2xl [grid-area:picture]">
        <h3 className="mt-2 text-[0.82rem] font-bold">
          {data.tanks.length > 0
            ? 'Mass against centre of gravity, whole flight'
            : 'Mass against centre of gravity'}
        </h3>
        <LoadingPicture
          data={data}
          sheet={sheet}
          sentence={worst ? view.say(worst.reason) : 'Nothing typed yet.'}
        />
      </div>
      {finding && sheet ? (
        <div className="[grid-area:find]">
          <SolverPanel
            data={data}
            sheet={sheet}
            onApply={(next) => {
              const typed = draftFromSheet(state, index, next);
              change({ texts: typed.texts ?? {}, picks: { ...draft.picks, ...typed.picks } });
            }}
            onClose={() => setFinding(false)}
          />
        </div>
      ) : null}
    </div>
  );
}
