import {
  ownMember,
  boundsOf,
  describeAnswer,
  figureDoubt,
  formatFigure,
  instrumentExpired,
  isFigureSpec,
  isWorked,
  judgeAnswer,
  marginFigure,
  MARK_WORDS,
  unitOf,
  verdictFigure,
  type Part,
  type Reason,
  type Verdict,
} from '@kanzel/core';
import type { ReactElement } from 'react';
import { useMonitor } from '../sync/monitor-store.ts';
import { useLineMode } from '../ui/line-mode.ts';
import { LimitRuler } from '../ui/limit-ruler.tsx';
import { MarkSign, markColour } from '../ui/mark.tsx';
import { useCampaign, type CampaignView } from './campaign-context.ts';
import { lookAt, runningSeries, settingMet, settingNow } from './live-take.ts';
import { putPadAway, usePad } from './pad-store.ts';
import type { PartDraft } from '../answers/desk.ts';
import {
  candidateOf,
  changeDraft,
  draftOf,
  figureNames,
  figuresKey,
  instrumentsFor,
  useDrafts,
} from './part-draft.ts';
import { serverInstant } from '../sync/clock.ts';
import { whenInWords } from '../ui/when.ts';

/** How a draft would be judged if it were kept now. */
export interface Preview {
  readonly verdicts: readonly Verdict[];
  /** Why it would be refused or asked back; absent when it would be kept. */
  readonly doubt?: Reason;
  /** Nothing there yet. */
  readonly empty: boolean;
}

/** Judgements of drafts that are worked out, by the draft they are of: asked for many times in one picture. */
const judged = new WeakMap<PartDraft, Map<string, { readonly key: unknown; readonly preview: Preview }>>();

/** Judges a draft as it stands: the same functions that judge what is kept. */
export function previewOf(view: CampaignView, part: Part, draft: PartDraft): Preview {
  if (!isWorked(part.check.answer)) return judgeDraft(view, part, draft);
  const own = judged.get(draft) ?? new Map<string, { key: unknown; preview: Preview }>();
  const known = own.get(part.key);
  if (known?.key === view.state) return known.preview;
  const preview = judgeDraft(view, part, draft);
  own.set(part.key, { key: view.state, preview });
  judged.set(draft, own);
  return preview;
}

function judgeDraft(view: CampaignView, part: Part, draft: PartDraft): Preview {
  const candidate = candidateOf(view.state, view.index, part, draft);
  if (!candidate.ok)
    return {
      verdicts: [],
      empty: candidate.error.code === 'noFigure' || candidate.error.code === 'notAnswered',
      doubt: candidate.error,
    };
  const doubt = figureDoubt(view.index, part, candidate.value.answer, draft.asked === figuresKey(draft));
  return {
    verdicts: judgeAnswer(view.index, part, candidate.value.answer, candidate.value.facts, serverInstant()),
    empty: false,
    ...(doubt ? { doubt } : {}),
  };
}

/** Bounds to draw before anything was measured: the first limit of the check that has edges. */
function emptyBounds(
  view: CampaignView,
  part: Part,
): { bounds: NonNullable<ReturnType<typeof boundsOf>>['bounds']; unit: string } | undefined {
  for (const key of part.check.limits) {
    const limit = view.index.limits.get(key);
    const drawn = limit ? boundsOf(limit) : undefined;
    if (drawn) return drawn;
  }
  return undefined;
}

/** The ruler beside an entry or a kept answer. */
export function PartRuler({
  part,
  verdict,
  size,
}: {
  part: Part;
  verdict: Verdict | undefined;
  size: 'large' | 'small';
}): ReactElement | null {
  const view = useCampaign();
  const drawn = verdict?.bounds ? { bounds: verdict.bounds } : emptyBounds(view, part);
  const any = drawn && Object.values(drawn.bounds).some((v) => v !== undefined);
  if (!drawn || !any) return null;
  const sentence = verdict ? view.say(verdict.reason) : `${view.names.part(part.key)}: nothing measured yet.`;
  return (
    <LimitRuler
      bounds={drawn.bounds}
      value={verdict?.value}
      uncertainty={verdict?.uncertainty}
      last={view.last.get(part.key)}
      state={verdict?.state}
      resolution={verdict?.resolution}
      size={size}
      sentence={sentence}
    />
  );
}

/** The verdict in one second: mark, words, and one sentence with the margin. */
export function VerdictLine({
  verdict,
  doubt,
}: {
  verdict: Verdict | undefined;
  doubt?: Reason;
}): ReactElement | null {
  const { say } = useCampaign();
  if (doubt)
    return (
      <p
        role="alert"
        className="mt-1 border-l-4 border-near bg-near-bg px-2 py-1 text-[0.82rem] font-medium text-near"
      >
        {say(doubt)}
      </p>
    );
  if (!verdict) return null;
  const margin = marginFigure(verdict);
  return (
    <div className="mt-1" role="status">
      <span className={`inline-flex items-center gap-2 text-base font-bold ${markColour(verdict.state)}`}>
        <MarkSign mark={verdict.state} size={18} label={false} />
        {MARK_WORDS[verdict.state]}
      </span>
      {margin ? (
        <span className="ml-3 text-[0.8rem] text-ink-2">
          {verdict.state === 'out' ? `beyond by ${margin.replace('−', '')}` : `margin ${margin}`}
        </span>
      ) : null}
      <p className="text-[0.8rem] leading-snug text-ink-2">{say(verdict.reason)}</p>
    </div>
  );
}

const LABELS: Readonly<Record<string, string>> = { value: 'Reading', before: 'Before', after: 'After' };

/** The figures of one part: typed, or taken from the monitor, judged as they come. */
export function FigureEntry({ part, first }: { part: Part; first: boolean }): ReactElement | null {
  const view = useCampaign();
  useMonitor((s) => s.tick);
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const line = useLineMode();
  const spec = part.check.answer;
  if (!isFigureSpec(spec)) return null;
  const preview = previewOf(view, part, draft);
  const [worst] = preview.verdicts;
  const names = figureNames(view.index, part);
  const cylinders = spec.kind === 'cylinders';
  const unit = spec.kind === 'series' ? 's' : spec.unit;
  const put = (name: string, text: string): void =>
    changeDraft(view.id, part.key, { texts: { ...draft.texts, [name]: text } });
  const shown = (name: string): string => {
    const taken = ownMember(draft.taken, name);
    return ownMember(draft.texts, name) ?? (taken ? formatFigure(taken.value, taken.resolution) : '');
  };
  return (
    <div>
      {spec.kind === 'series' ? <SeriesLine part={part} draft={draft} /> : null}
      <div
        className={
          cylinders ? 'grid grid-cols-6 gap-x-2 max-sm:grid-cols-3' : 'flex flex-wrap items-end gap-x-5'
        }
      >
        {names.map((name, i) => (
          <label key={name} className="block">
            <span className="cap block">
              {cylinders
                ? `Cylinder ${name}`.replace('Cylinder ', 'Cyl. ')
                : spec.kind === 'reading'
                  ? ''
                  : spec.kind === 'series'
                    ? 'Or by stopwatch'
                    : ownMember(LABELS, name)}
            </span>
            <span className="flex items-baseline gap-2">
              <input
                data-figure={`${part.key} ${name}`}
                inputMode={line ? 'none' : 'decimal'}
                autoComplete="off"
                autoFocus={first && i === 0 && !line}
                onFocus={(e) => {
                  usePad.setState({ part: part.key, name });
                  if (line) e.target.scrollIntoView({ block: 'start' });
                }}
                onBlur={putPadAway}
                aria-label={`${view.names.part(part.key)}, ${cylinders ? `cylinder ${name}` : (ownMember(LABELS, name) ?? name).toLowerCase()}`}
                value={shown(name)}
                placeholder={liveHint(view, part, name)}
                onChange={(e) => put(name, e.target.value)}
                className={`scroll-mt-24 border-0 border-b-[3px] bg-transparent font-mono font-bold outline-none placeholder:text-ink-3 focus:border-hand ${cylinders ? 'w-full py-1 text-xl' : spec.kind === 'drop' ? 'w-32 py-1 text-3xl' : 'w-36 py-1 text-[2.5rem] leading-none'} ${shown(name) ? 'border-hand' : 'border-rule'}`}
              />
              {cylinders || (spec.kind === 'drop' && name === 'before') ? null : (
                <span className="text-ink-2">{unitOf(unit).symbol}</span>
              )}
            </span>
          </label>
        ))}
        {spec.kind === 'drop' && worst?.value !== undefined ? (
          <p className="pb-2 text-lg font-bold">drop {verdictFigure(worst)}</p>
        ) : null}
      </div>
      <SettingLine part={part} draft={draft} />
      <div className="mt-2">
        <PartRuler part={part} verdict={worst} size="large" />
      </div>
      {preview.empty ? (
        <LiveLine part={part} draft={draft} />
      ) : (
        <VerdictLine verdict={worst} {...(preview.doubt ? { doubt: preview.doubt } : {})} />
      )}
      <InstrumentLine part={part} draft={draft} />
    </div>
  );
}

function liveHint(view: CampaignView, part: Part, name: string): string {
  if (part.check.answer.kind === 'series') return '—';
  const look = lookAt(view.index, part, name);
  return look.state === 'none'
    ? '—'
    : formatFigure(
        look.value,
        part.check.answer.kind === 'reading' ||
          part.check.answer.kind === 'drop' ||
          part.check.answer.kind === 'cylinders'
          ? part.check.answer.resolution
          : 1,
      );
}

/** What the monitor shows for this part, and whether it can be taken. */
function LiveLine({ part, draft }: { part: Part; draft: PartDraft }): ReactElement {
  const view = useCampaign();
  const spec = part.check.answer;
  if (!isFigureSpec(spec) || !spec.channel) return <p className="cap mt-1">Type the figure.</p>;
  const looks = figureNames(view.index, part).map((n) => lookAt(view.index, part, n));
  if (spec.kind === 'series')
    return <p className="cap mt-1">{draft.series ? '' : 'Recorded from the monitor, or timed by hand.'}</p>;
  if (looks.every((l) => l.state === 'none'))
    return <p className="cap mt-1">No engine monitor: read the gauge and type it.</p>;
  const met = settingMet(part);
  const way = looks.map((l) => (l.state === 'none' ? undefined : l.way)).find((w) => w !== undefined);
  const before = draft.taken?.['before'];
  if (spec.kind === 'drop' && before)
    return (
      <p className="mt-1 text-[0.82rem] font-semibold text-hand">
        Now: {spec.switchTo}. Waiting for the speed to settle.
      </p>
    );
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
          ? 'Steady on the monitor.'
          : 'Waiting for it to settle.'}
    </p>
  );
}

/** The recording of a series: running since when, and how it would be judged. */
function SeriesLine({ part, draft }: { part: Part; draft: PartDraft }): ReactElement {
  const view = useCampaign();
  const spec = part.check.answer;
  if (draft.series) {
    const length = draft.series.t[draft.series.t.length - 1] ?? 0;
    return (
      <p className="text-sm">
        Recorded {formatFigure(length, 0.1)} s from the monitor, {draft.series.t.length} samples.
      </p>
    );
  }
  if (spec.kind !== 'series') return <></>;
  const live = runningSeries(view.index, part);
  const [worst] = live
    ? judgeAnswer(view.index, part, { kind: 'series', series: live }, {}, serverInstant())
    : [];
  if (spec.trigger && !live)
    return (
      <p className="cap">
        The recording starts by itself when the {spec.trigger.channel} rises through{' '}
        {formatFigure(spec.trigger.above, 1)}.
      </p>
    );
  return (
    <p className="cap">
      {live
        ? `${formatFigure(live.t[live.t.length - 1] ?? 0, 1)} s recorded so far. ${worst?.state === 'unknown' ? view.say(worst.reason) : 'Take it when it is over.'}`
        : 'No engine monitor: time it by hand.'}
    </p>
  );
}

/** Power setting: what the monitor said when the figure was taken, or a line to type it on. */
function SettingLine({ part, draft }: { part: Part; draft: PartDraft }): ReactElement | null {
  const view = useCampaign();
  const { setting } = part.check;
  const kind = part.check.answer.kind;
  const typed = Object.values(draft.texts ?? {}).some((t) => t.trim() !== '');
  if (!setting || kind === 'drop' || !typed || ownMember(draft.facts, setting.channel)) return null;
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
  if (!typed || choices.length === 0 || part.check.answer.kind === 'series') return null;
  const now = serverInstant();
  return (
    <label className="mt-1 flex flex-wrap items-baseline gap-2 text-[0.8rem]">
      <span className="text-ink-2">read from</span>
      <select
        className="min-h-8 max-w-full border-b border-ink bg-transparent"
        value={draft.instrument ?? choices[0]?.id}
        onChange={(e) => changeDraft(view.id, part.key, { instrument: e.target.value })}
      >
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

/** A kept answer: its figure, ruler, verdict, and by whom. */
export function KeptAnswer({ part }: { part: Part }): ReactElement | null {
  const view = useCampaign();
  const status = view.status.parts.get(part.key);
  if (!status) return null;
  const [worst] = status.verdicts;
  const record = status.answer;
  // What was worked out is told as a whole; the figure closest to a limit belongs beside its ruler.
  const worked = isWorked(part.check.answer);
  const figure = worked ? undefined : verdictFigure(worst);
  const text = record?.answer
    ? describeAnswer(view.index, part.check.id, record.answer)
    : record
      ? `Not applicable: ${record.notApplicable ?? ''}`
      : '';
  return (
    <div>
      <p
        className={
          figure || part.check.answer.kind === 'weighing' || part.check.answer.kind === 'loading'
            ? worked
              ? 'text-[1.7rem] leading-tight font-bold'
              : 'font-mono text-[2rem] leading-tight font-bold'
            : 'text-lg font-semibold'
        }
      >
        {figure ?? text}
      </p>
      {figure && text && text.replace(/\s/g, ' ') !== figure.replace(/\s/g, ' ') ? (
        <p className="cap">{text}</p>
      ) : null}
      {worked ? null : (
        <div className="mt-1">
          <PartRuler part={part} verdict={worst} size="large" />
        </div>
      )}
      <span className={`inline-flex items-center gap-2 text-base font-bold ${markColour(status.mark)}`}>
        <MarkSign mark={status.mark} size={18} label={false} />
        {MARK_WORDS[status.mark]}
      </span>
      {status.reasons.map((r, i) => (
        <p key={i} className="text-[0.82rem] leading-snug text-ink-2">
          {view.say(r)}
        </p>
      ))}
      {worked
        ? status.verdicts.slice(1).map((v, i) => (
            <p key={i} className="text-[0.82rem] leading-snug text-ink-2">
              {view.say(v.reason)}
            </p>
          ))
        : null}
      {record ? (
        <p className="cap mt-1">
          {view.who(record.by)}, {whenInWords(record.at)}
          {record.witness ? `; seen by ${view.who(record.witness.by)}` : ''}
          {record.pending ? '; not sent yet' : ''}
        </p>
      ) : null}
    </div>
  );
}
