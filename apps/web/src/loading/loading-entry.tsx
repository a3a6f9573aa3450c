import { useMemo, useState, type ReactElement } from 'react';
import {
  ownMember,
  aboardChanges,
  armText,
  convert,
  firstSheet,
  heaviestOf,
  isAlong,
  massText,
  readQuantity,
  sheetProblems,
  sheetRows,
  sheetStanding,
  sideText,
  type LoadingData,
  type LoadingSheet,
  type Part,
  type SheetStanding,
} from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { previewOf, VerdictLine } from '../station/figure-entry.tsx';
import type { PartDraft } from '../answers/desk.ts';
import { changeDraft, draftOf, useDrafts } from '../station/part-draft.ts';
import { Button } from '../ui/button.tsx';
import { LimitRuler } from '../ui/limit-ruler.tsx';
import { EnvelopePicture } from './envelope-picture.tsx';
import { draftFromSheet, sheetFromDraft } from './sheet-draft.ts';
import { SheetTable } from './sheet-table.tsx';
import { SolverPanel } from './solver-panel.tsx';
import { shareInWords } from './share-in-words.ts';
import { useProbability } from './use-probability.ts';

/** Every margin of the flight, edge by edge: along, and in mass. */
function Margins({ data, standing }: { data: LoadingData; standing: SheetStanding }): ReactElement {
  const { units } = data;
  const heaviest = heaviestOf(data);
  const rows = standing.tracks.flatMap(({ tilt, checks }) =>
    checks.flatMap((c) => {
      const names = [...new Set(c.margins.map((m) => m.edge.name))];
      const position = data.tilts.length > 1 ? data.tilts.find((t) => t.id === tilt)?.title : undefined;
      return names.map((name) => {
        const own = c.margins.filter((m) => m.edge.name === name);
        const least = (along: boolean): number =>
          Math.min(...own.filter((m) => isAlong(m.direction) === along).map((m) => m.value));
        const [arm, mass] = [least(true), least(false)];
        return {
          key: `${tilt ?? ''} ${c.envelope.id} ${name}`,
          title: position ? `${position}, to the ${name}` : `To the ${name}`,
          arm: Number.isFinite(arm) ? armText(arm, units, heaviest) : '',
          mass: Number.isFinite(mass) ? massText(mass, units, heaviest) : '',
          out: arm < 0 || mass < 0,
        };
      });
    }),
  );
  return (
    <table className="w-full" aria-label="Margins along the whole flight">
      <tbody>
        {rows.map((r) => (
          <tr key={r.key} className={`border-b border-rule-2 ${r.out ? 'font-semibold text-out' : ''}`}>
            <th className="py-0.5 text-left font-normal">{r.title}</th>
            <td className="py-0.5 pl-3 text-right font-semibold">{r.arm}</td>
            <td className="py-0.5 pl-3 text-right font-semibold">{r.mass}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Lateral({ data, standing }: { data: LoadingData; standing: SheetStanding }): ReactElement | null {
  if (!data.lateral) return null;
  const sigma = Math.max(...standing.tracks.flatMap((t) => t.points.map((p) => p.centre.sigmaLateral)));
  const { low, high } = data.lateral;
  const inside = standing.lateral >= low && standing.lateral <= high;
  return (
    <div className="mt-2">
      <p className="cap">Lateral, {data.units.arm} to the right</p>
      <LimitRuler
        bounds={{ low, high }}
        value={standing.lateral}
        uncertainty={2 * sigma}
        resolution={1}
        state={inside ? 'within' : 'out'}
        size="large"
        sentence={`${sideText(standing.lateral, data.units, heaviestOf(data))}; ${low} to ${high} are allowed.`}
      />
    </div>
  );
}

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

/** What the draws say; apart from the picture, which need not be drawn anew with every thousand of them. */
function Probability({ data, sheet }: { data: LoadingData; sheet: LoadingSheet }): ReactElement {
  const drawn = useProbability(data, sheet);
  return (
    <p className="mt-1 text-[0.82rem]" role="status" aria-label="Probability">
      {drawn
        ? `Stays inside until landing in ${shareInWords(drawn)} of ${drawn.done ? 'a million' : `${Math.round(drawn.draws / 1000)} thousand`} draws${drawn.reserve === undefined || drawn.reserve === drawn.inside ? '' : `; on the reserve too in ${shareInWords({ ...drawn, inside: drawn.reserve })}`}.`
        : 'Drawing…'}
    </p>
  );
}

/** The picture with everything said of it: shown while typing, and of what was kept. */
export function LoadingPicture({
  data,
  sheet,
  sentence,
}: {
  data: LoadingData;
  sheet: LoadingSheet | undefined;
  sentence: string;
}): ReactElement {
  const fit = useMemo(
    () => (sheet && sheetProblems(data, sheet).length === 0 ? sheet : undefined),
    [data, sheet],
  );
  const standing = useMemo(() => (fit ? sheetStanding(data, fit) : undefined), [data, fit]);
  return (
    <>
      <EnvelopePicture data={data} sheet={fit} standing={standing} sentence={sentence} />
      {standing ? (
        <div className="mt-1">
          <div>
            <Margins data={data} standing={standing} />
            {fit ? <Probability data={data} sheet={fit} /> : null}
          </div>
          <Lateral data={data} standing={standing} />
        </div>
      ) : null}
    </>
  );
}

/** The loading sheet on the desk: figures on the left change the picture on the right at once. */
export function LoadingEntry({ part }: { part: Part }): ReactElement {
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
        {preview.verdicts.slice(1).map((v, i) => (
          <p key={i} className="text-[0.8rem] text-ink-2">
            {view.say(v.reason)}
          </p>
        ))}
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
