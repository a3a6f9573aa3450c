import {
  formatFigure,
  instrumentExpired,
  ownMember,
  unitOf,
  type FigureSpec,
  type Part,
  type Verdict,
} from '@kanzel/core';
import type { ReactElement } from 'react';
import { useCampaign, type CampaignView } from '../../station/campaign-context.ts';
import { serverInstant } from '../../sync/clock.ts';
import { useMonitor, useMonitorState } from '../../sync/monitor-store.ts';
import { useLineMode } from '../../ui/line-mode.ts';
import type { DeskFigures } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';
import { changeDraft, draftOf, useDrafts, writeFigure } from '../drafts.ts';
import { previewOf } from '../preview.ts';
import { PartRuler, VerdictLine } from '../verdict-line.tsx';
import { lookAt, settingMet, settingNow } from './live-take.ts';
import { putPadAway, usePad } from './pad-store.ts';
import { instrumentsFor, toolOf, usualInstrument } from './typed.ts';

/** How the fields stand: one large, two beside one another, or a grid of many. */
type Fields = 'one' | 'two' | 'many';

const WIDTHS: Readonly<Record<Fields, string>> = {
  one: 'w-36 py-1 text-[2.5rem] leading-none',
  two: 'w-32 py-1 text-3xl',
  many: 'w-full py-1 text-xl',
};

interface FieldProps {
  readonly part: Part;
  readonly spec: FigureSpec;
  readonly figures: DeskFigures;
  readonly fields: Fields;
}

/** One field: its label, what is typed or taken, and what the monitor shows meanwhile. */
function Field({
  part,
  figures,
  fields,
  name,
  unit,
  hint,
  focus,
}: Omit<FieldProps, 'spec'> & {
  readonly name: string;
  readonly unit: string | undefined;
  readonly hint: string;
  readonly focus: boolean;
}): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const line = useLineMode();
  const taken = ownMember(draft.taken, name);
  const shown = ownMember(draft.texts, name) ?? (taken ? formatFigure(taken.value, taken.resolution) : '');
  const label = figures.label(name, part, view.index);
  return (
    <label className="block">
      <span className="cap block">{label.over}</span>
      <span className="flex items-baseline gap-2">
        <input
          data-figure={`${part.key} ${name}`}
          inputMode={line ? 'none' : 'decimal'}
          autoComplete="off"
          autoFocus={focus && !line}
          onFocus={(e) => {
            usePad.setState({ part: part.key, name });
            if (line) e.target.scrollIntoView({ block: 'start' });
          }}
          onBlur={putPadAway}
          aria-label={`${view.names.part(part.key)}, ${label.spoken}`}
          value={shown}
          placeholder={hint}
          onChange={(e) => writeFigure(view.id, part.key, name, e.target.value)}
          className={`scroll-mt-24 border-0 border-b-[3px] bg-transparent font-mono font-bold outline-none placeholder:text-ink-3 focus:border-hand ${WIDTHS[fields]} ${shown ? 'border-hand' : 'border-rule'}`}
        />
        {unit === undefined ? null : <span className="text-ink-2">{unitOf(unit).symbol}</span>}
      </span>
    </label>
  );
}

/** The figures of one part: typed, or taken from the monitor, judged as they come. What a way of answering has of its own is put in. */
export function FigureEntry({
  part,
  spec,
  figures,
  fields,
  first,
  stopwatch = false,
  above = null,
  beside,
  waiting,
}: FieldProps & {
  /** The first part of the step: what is typed goes there. */
  readonly first: boolean;
  /** Timed by hand: in seconds, with no gauge to be named and nothing to be seen of it on the monitor. */
  readonly stopwatch?: boolean;
  readonly above?: ReactElement | null;
  /** What stands beside the fields once there is a verdict. */
  readonly beside?: (worst: Verdict | undefined) => ReactElement | null;
  /** What is said while nothing is typed, instead of what the monitor shows. */
  readonly waiting?: ReactElement | undefined;
}): ReactElement {
  const view = useCampaign();
  useMonitor((s) => s.tick);
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const preview = previewOf(view, part, draft);
  const [worst] = preview.verdicts;
  const names = figures.names(part, view.index);
  const last = names.length - 1;
  const unit = stopwatch ? 's' : spec.unit;
  return (
    <div>
      {above}
      <div
        className={
          fields === 'many'
            ? 'grid grid-cols-6 gap-x-2 max-sm:grid-cols-3'
            : 'flex flex-wrap items-end gap-x-5'
        }
      >
        {names.map((name, i) => (
          <Field
            key={name}
            part={part}
            figures={figures}
            fields={fields}
            name={name}
            unit={fields === 'many' || i < last ? undefined : unit}
            hint={stopwatch ? '—' : liveHint(view, part, name, spec.resolution)}
            focus={first && i === 0}
          />
        ))}
        {beside?.(worst)}
      </div>
      <SettingLine part={part} draft={draft} />
      <div className="mt-2">
        <PartRuler part={part} verdict={worst} size="large" />
      </div>
      {preview.empty ? (
        (waiting ?? <LiveLine part={part} spec={spec} names={names} />)
      ) : (
        <VerdictLine verdict={worst} {...(preview.doubt ? { doubt: preview.doubt } : {})} />
      )}
      {stopwatch ? null : <InstrumentLine part={part} draft={draft} />}
    </div>
  );
}

function liveHint(view: CampaignView, part: Part, name: string, resolution: number): string {
  const look = lookAt(view.index, part, name);
  return look.state === 'none' ? '—' : formatFigure(look.value, resolution);
}

/** What the monitor shows for this part, and whether it can be taken. */
function LiveLine({
  part,
  spec,
  names,
}: {
  part: Part;
  spec: FigureSpec;
  names: readonly string[];
}): ReactElement {
  const view = useCampaign();
  const line = useMonitorState(view.index.basis.aircraft.mark);
  if (!spec.channel) return <p className="cap mt-1">Type the figure.</p>;
  const looks = names.map((n) => lookAt(view.index, part, n));
  if (looks.every((l) => l.state === 'none'))
    return line?.note ? (
      <p role="status" className="mt-1 text-[0.82rem] font-semibold text-near">
        {line.note} Read the gauge and type it.
      </p>
    ) : (
      <p className="cap mt-1">
        {line && line.speaker !== 'monitor' ? `No figure from the ${line.speaker}` : 'No engine monitor'}:
        read the gauge and type it.
      </p>
    );
  const met = settingMet(part);
  const way = looks.map((l) => (l.state === 'none' ? undefined : l.way)).find((w) => w !== undefined);
  if (met === false)
    return (
      <p className="mt-1 text-[0.82rem] font-semibold text-near">
        Set {formatFigure(part.check.setting?.value ?? 0, 1)} {part.check.setting?.unit} first.
      </p>
    );
  return (
    <p className="mt-1 text-[0.82rem] text-ink-2">
      {way
        ? `Still ${way}: it can be taken once it is within limits, or has settled.`
        : looks.every((l) => l.state === 'steady')
          ? line && line.speaker !== 'monitor'
            ? `Steady, as the ${line.speaker} says.`
            : 'Steady on the monitor.'
          : 'Waiting for it to settle.'}
    </p>
  );
}

/** Power setting: what the monitor said when the figure was taken, or a line to type it on. */
function SettingLine({ part, draft }: { part: Part; draft: PartDraft }): ReactElement | null {
  const view = useCampaign();
  const { setting } = part.check;
  const typed = Object.values(draft.texts ?? {}).some((t) => t.trim() !== '');
  if (!setting || part.check.answer.kind === 'drop' || !typed || ownMember(draft.facts, setting.channel))
    return null;
  const now = settingNow(part);
  return (
    <label className="mt-1 flex items-baseline gap-2 text-[0.82rem]">
      <span>{view.names.thing(setting.channel)} on the gauge at that moment</span>
      <input
        className="w-24 border-0 border-b-2 border-ink bg-transparent font-mono text-base outline-none focus:border-hand"
        inputMode="decimal"
        value={draft.setting ?? ''}
        placeholder={
          now && Object.hasOwn(now, setting.channel)
            ? String((ownMember(now, setting.channel) as { value: number }).value)
            : ''
        }
        onChange={(e) => changeDraft(view.id, part.key, { setting: e.target.value })}
        aria-label={`${view.names.part(part.key)}, ${view.names.thing(setting.channel)} on the gauge`}
      />
      <span>{setting.unit}</span>
    </label>
  );
}

/** Which gauge a typed figure was read from; an expired one is said before it is kept. */
function InstrumentLine({ part, draft }: { part: Part; draft: PartDraft }): ReactElement | null {
  const view = useCampaign();
  const typed = Object.values(draft.texts ?? {}).some((t) => t.trim() !== '');
  const choices = instrumentsFor(view.index, part.check, false);
  const tool = toolOf(part.check);
  if (typed && choices.length === 0 && tool !== undefined)
    return (
      <p className="mt-1 text-[0.86rem] font-semibold text-near">
        No tool of the register that measures {tool} is noted in this campaign. An inspector notes one under
        “Judged by”.
      </p>
    );
  if (!typed || choices.length === 0) return null;
  const now = serverInstant();
  return (
    <label className="mt-1 flex flex-wrap items-baseline gap-2 text-[0.8rem]">
      <span className="text-ink-2">read from</span>
      <select
        className="min-h-8 max-w-full border-b border-ink bg-transparent"
        value={draft.instrument ?? usualInstrument(view.index, part.check) ?? ''}
        onChange={(e) => changeDraft(view.id, part.key, { instrument: e.target.value })}
      >
        {toolOf(part.check) === undefined ? null : (
          <option value="" disabled className="bg-sheet">
            which tool?
          </option>
        )}
        {choices.map((i) => (
          <option key={i.id} value={i.id} className="bg-sheet">
            {i.name}
            {instrumentExpired(i, now) ? ` (calibration ended ${i.calibratedUntil ?? ''})` : ''}
          </option>
        ))}
      </select>
    </label>
  );
}
