import { useEffect, useMemo, useState } from 'react';
import {
  type Fact,
  aboardChanges,
  armedOther,
  saysSame,
  type AnswerRecord,
  isAskedBack,
  isFigureSpec,
  judgeAnswer,
  ok,
  reason,
  runningTimer,
  type Check,
  type LoadingSheet,
  type Part,
  type PartAnswer,
  type Reason,
  type Role,
} from '@kanzel/core';
import { newest, newestAt, useMonitor } from '../sync/monitor-store.ts';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, rolesForStation, useSession } from '../sync/session.ts';
import { useCampaign, type CampaignView } from './campaign-context.ts';
import {
  lookAt,
  runningSeries,
  settingMet,
  settingNow,
  takeAll,
  wayOf,
} from '../answers/figures/live-take.ts';
import type { PartDraft } from '../answers/desk.ts';
import { candidateOf, draftFromAnswer, figuresKey, type Candidate } from '../answers/candidate.ts';
import { changeDraft, clearDraft, draftOf, useDrafts } from '../answers/drafts.ts';
import { answersCall } from '../calls/answering-call.ts';
import { vehicleFacts } from './vehicle-says.ts';
import { previewOf } from '../answers/preview.ts';
import { serverInstant, serverNow } from '../sync/clock.ts';

/** Whether a part is being answered rather than shown as kept. */
export function inEntry(view: CampaignView, part: Part, draft: PartDraft): boolean {
  const status = view.status.parts.get(part.key);
  if (part.check.answer.kind === 'computed' || part.check.decides) return false;
  if (draft.again || draft.correction !== undefined) return true;
  // What a second person found otherwise is not asked for again: it is settled.
  if (status?.reasons.some((r) => r.code === 'secondSaysOther')) return false;
  return !status?.answer || status.mark === 'again' || status.mark === 'unknown';
}

/** How far off a value must be from "before" to count as switched, in units of its own resolution. */
const SWITCHED = 8;

/** How long a hand may take to move the lever before a value that has not moved is offered as no drop (ms). */
const HAND = 6000;

/** Takes the second figure of a drop by itself once the signal has moved away and settled again. */
function autoTakeAfter(view: CampaignView, part: Part, draft: PartDraft): void {
  const before = draft.taken?.['before'];
  if (part.check.answer.kind !== 'drop' || !before || draft.taken?.['after'] || draft.texts?.['after'])
    return;
  const look = lookAt(view.index, part, 'after');
  if (
    look.state === 'steady' &&
    look.reading &&
    Math.abs(look.reading.value - before.value) > SWITCHED * before.resolution
  ) {
    changeDraft(view.id, part.key, { taken: { ...draft.taken, after: look.reading } });
  }
}

/** What taking a part from the monitor would put on the desk now; undefined when it cannot be taken yet. */
function takingOf(view: CampaignView, part: Part, draft: PartDraft): Partial<PartDraft> | undefined {
  const spec = part.check.answer;
  if (!isFigureSpec(spec) || !spec.channel) return undefined;
  if (spec.kind === 'series') return seriesThatTells(view, part);
  // The second figure of a drop comes by itself; a press of Enter too many must not take it before the lever moves.
  if (spec.kind === 'drop' && draft.taken?.['before']) return undefined;
  if (settingMet(part) !== true) return undefined;
  if (spec.kind === 'drop') {
    const look = lookAt(view.index, part, 'before');
    return look.state === 'steady' && look.reading
      ? { taken: { before: look.reading }, takenAt: newestAt(), texts: {} }
      : undefined;
  }
  const taken = takeAll(view.index, part);
  return taken && { taken, facts: settingNow(part) ?? {}, texts: {} };
}

/** What taking "after" would put on the desk although nothing moved: no drop is an answer too, and a telling one. */
function stillOf(view: CampaignView, part: Part, draft: PartDraft): Partial<PartDraft> | undefined {
  if (part.check.answer.kind !== 'drop' || !draft.taken?.['before'] || draft.taken['after']) return undefined;
  if (draft.texts?.['after'] || (newestAt() ?? 0) - (draft.takenAt ?? 0) < HAND) return undefined;
  const look = lookAt(view.index, part, 'after');
  return look.state === 'steady' && look.reading
    ? { taken: { ...draft.taken, after: look.reading }, texts: {} }
    : undefined;
}

/** Another pack or payload on the sheet than aboard was put in: said first, since it opens again what stood on it. */
async function sayExchanged(
  view: CampaignView,
  sheet: LoadingSheet,
  role: Role,
): Promise<Reason | undefined> {
  const data = view.index.basis.aircraft.loading;
  for (const change of data ? aboardChanges(view.state, data, sheet) : []) {
    const said = await submit(view.id, 'loadout.changed', { ...change, note: 'By the loading sheet' }, role);
    if (!said.ok) return said.error;
  }
  return undefined;
}

export interface Step {
  readonly entering: readonly Part[];
  /** Parts whose draft would be kept now. */
  readonly ready: readonly Part[];
  /** Parts that the monitor could fill now. */
  readonly takeable: readonly Part[];
  /** Parts where the lever has had time to move and nothing has dropped. */
  readonly still: readonly Part[];
  /** What the monitor says against “as expected”: it is not one press away then. */
  readonly against: Reason | undefined;
  readonly problem: string | undefined;
  readonly keep: () => Promise<boolean>;
  /** Keeps "as expected" on the parts named; true when nothing of the step waits for an answer then. */
  readonly keepAsExpected: (parts: readonly Part[]) => Promise<boolean>;
  /** Something is on the desk that is not kept yet. */
  readonly written: boolean;
  readonly takeNow: () => void;
  readonly takeStill: () => void;
  readonly startTimers: () => Promise<void>;
  readonly again: () => void;
}

/** A recording is taken only once it says something: not before it has settled, nor across a gap. */
function seriesThatTells(view: CampaignView, part: Part): Partial<PartDraft> | undefined {
  const series = runningSeries(view.index, part);
  if (!series) return undefined;
  const [worst] = judgeAnswer(view.index, part, { kind: 'series', series }, {}, serverInstant());
  return worst !== undefined && worst.state !== 'unknown' ? { series } : undefined;
}

/** That somebody was asked back because the monitor says otherwise, and may mean it all the same. */
const MONITOR_ASKED = 'monitor';
/** Below this an engine does not run by itself (rpm). */
const STANDS = 100;

/** Why a figure that is out of limits should be waited for: the monitor says that it is still on its way. */
function stillMoving(
  view: CampaignView,
  part: Part,
  answer: PartAnswer,
  facts: Readonly<Record<string, Fact>>,
): Reason | undefined {
  const way = wayOf(part);
  if (answer.kind !== 'reading' || way === undefined) return undefined;
  const [worst] = judgeAnswer(view.index, part, answer, facts, serverInstant());
  return worst?.state === 'out' ? reason('stillMoving', { part: part.key, way }) : undefined;
}

/** Why the monitor makes a confirmed start doubtful: the engine that is said to run stands. */
function saysOther(part: Part, answer: PartAnswer): Reason | undefined {
  if (answer.kind !== 'confirm' || !answer.asExpected || part.check.sets['engine'] !== 'running')
    return undefined;
  const rpm = newest(part.subject, 'rpm');
  return rpm !== undefined && rpm < STANDS
    ? reason('monitorSaysOther', { subject: part.subject, value: { value: rpm, unit: 'rpm', resolution: 1 } })
    : undefined;
}

function timerDone(view: CampaignView, part: Part): boolean {
  const started = runningTimer(view.state.parts.get(part.key));
  return (
    part.check.answer.kind === 'timer' &&
    started !== undefined &&
    Math.min(Date.now() - Date.parse(started.at), serverNow() - started.instant) >=
      part.check.answer.seconds * 1000
  );
}

/** What a clock that has run says of its part; undefined for every other way of answering. */
function clockAnswer(view: CampaignView, part: Part, at: string): Candidate | undefined {
  const started = runningTimer(view.state.parts.get(part.key));
  return part.check.answer.kind === 'timer' && started
    ? { answer: { kind: 'timer', startedAt: started.at, endedAt: at }, facts: {} }
    : undefined;
}

/** Says what a second person saw who was not shown the first answer; true when both saw the same. */
async function saySecond({
  view,
  part,
  first,
  answer,
  facts,
  tell,
}: {
  readonly view: CampaignView;
  readonly part: Part;
  readonly first: AnswerRecord;
  readonly answer: PartAnswer;
  readonly facts: Readonly<Record<string, Fact>>;
  readonly tell: (problem: string) => void;
}): Promise<boolean> {
  const { person } = useSession.getState();
  const said = await submit(
    view.id,
    'answer.witnessed',
    { check: part.check.id, subject: part.subject, answerEntry: first.entry, saw: answer, facts },
    roleAmong(person, ['inspector', 'certifier', 'technician', 'observer', 'pilot']),
  );
  if (!said.ok) {
    tell(view.say(said.error));
    return false;
  }
  clearDraft(view.id, part.key);
  return saysSame(view.index, part.check, first.answer, answer) && first.good === 'yes';
}

/**
 * Keeps what is on the desk of a part. True when the step may go on: what is out, or proves nothing, stays in sight until
 * somebody has decided what to do about it. What keeps it from being kept is told.
 */
async function keepPart({
  view,
  part,
  own,
  role,
  tell,
}: {
  readonly view: CampaignView;
  readonly part: Part;
  readonly own: PartDraft;
  readonly role: Role;
  readonly tell: (problem: string) => void;
}): Promise<boolean> {
  const at = new Date().toISOString();
  const clock = clockAnswer(view, part, at);
  const candidate = clock ? ok(clock) : candidateOf(view.state, view.index, part, own);
  if (!candidate.ok) {
    tell(view.say(candidate.error));
    return false;
  }
  const { answer } = candidate.value;
  const facts = { ...vehicleFacts(view.index), ...candidate.value.facts };
  const exchanged = answer.kind === 'loading' ? await sayExchanged(view, answer.sheet, role) : undefined;
  if (exchanged) {
    tell(view.say(exchanged));
    return false;
  }
  const other = saysOther(part, answer) ?? stillMoving(view, part, answer, facts);
  if (other && own.asked !== MONITOR_ASKED) {
    changeDraft(view.id, part.key, { ...own, asked: MONITOR_ASKED });
    tell(view.say(other));
    return false;
  }
  const confirmed = own.asked === figuresKey(own);
  const first = view.unseen.get(part.key);
  if (first) return saySecond({ view, part, first, answer, facts, tell });
  const standing = view.status.parts.get(part.key)?.answer;
  const correcting = own.correction !== undefined && standing !== undefined;
  const kept = await submit(
    view.id,
    'answer.given',
    {
      check: part.check.id,
      subject: part.subject,
      answer,
      facts,
      ...(confirmed ? { confirmed } : {}),
      ...(correcting ? { correction: own.correction } : answersCall(view, part)),
    },
    role,
    { at, ...(correcting ? { supersedes: standing.entry } : {}) },
  );
  if (kept.ok) {
    clearDraft(view.id, part.key);
    const [worst] = judgeAnswer(view.index, part, answer, facts, at);
    return worst?.state === 'within' || worst?.state === 'near';
  }
  if (isAskedBack(kept.error)) changeDraft(view.id, part.key, { asked: figuresKey(own) });
  tell(view.say(kept.error));
  return false;
}

/** What kept something from being kept; `of`: the figures it was about, if any. */
interface Told {
  readonly text: string;
  readonly of?: { readonly part: Part; readonly typed: string };
}

/**
 * What somebody put on the desk, to tell whether it is still that. What was wrong with figures is not said of others: a question about one
 * that was put right since would be answered of the wrong one.
 */
const typedOf = (own: PartDraft): string => JSON.stringify([figuresKey(own), own.picks]);

/** Everything the hand can do with the step in hand. */
export function useStep(check: Check): Step {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const drafts = useDrafts((s) => s.drafts);
  const tick = useMonitor((s) => s.tick);
  const [told, setTold] = useState<Told>();
  const [, renew] = useState(0);
  const parts = useMemo(() => view.index.partsOfCheck.get(check.id) ?? [], [view.index, check.id]);
  const draft = (part: Part): PartDraft => draftOf(drafts, view.id, part.key);
  const entering = parts.filter((p) => inEntry(view, p, draft(p)) && !view.status.parts.get(p.key)?.blocked);
  useEffect(() => setTold(undefined), [check.id]);
  useEffect(() => {
    for (const part of entering) autoTakeAfter(view, part, draft(part));
    // The monitor's beat drives this; the rest is read fresh.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [tick, check.id]);
  useEffect(() => {
    if (check.answer.kind !== 'timer') return;
    const timer = setInterval(() => renew((n) => n + 1), 500);
    return () => clearInterval(timer);
  }, [check]);

  const ready = entering.filter((p) =>
    check.answer.kind === 'timer' ? timerDone(view, p) : !previewOf(view, p, draft(p)).empty,
  );
  // What is offered is what will be taken: the figures stand from the picture in which they were offered.
  const offers = (of: typeof takingOf): { part: Part; taking: Partial<PartDraft> }[] =>
    entering.flatMap((part) => {
      if (!previewOf(view, part, draft(part)).empty) return [];
      const taking = of(view, part, draft(part));
      return taking ? [{ part, taking }] : [];
    });
  const offered = offers(takingOf);
  const unmoved = offers(stillOf);

  const keepOne = (part: Part, own: PartDraft = draft(part)): Promise<boolean> =>
    keepPart({
      view,
      part,
      own,
      role: roleAmong(person, rolesForStation(check.station)),
      tell: (text) => setTold({ text, of: { part, typed: typedOf(own) } }),
    });

  return {
    entering,
    ready,
    takeable: offered.map((o) => o.part),
    still: unmoved.map((o) => o.part),
    against:
      (entering.length > 0 ? armedOther(check, vehicleFacts(view.index)) : undefined) ??
      entering
        .map((p) => saysOther(p, { kind: 'confirm', asExpected: true }))
        .find((why) => why !== undefined),
    problem: told?.of && typedOf(draft(told.of.part)) !== told.of.typed ? undefined : told?.text,
    keep: async () => {
      setTold(undefined);
      let all = ready.length > 0;
      for (const part of ready) all = (await keepOne(part)) && all;
      return all && ready.length === entering.length;
    },
    keepAsExpected: async (asked) => {
      setTold(undefined);
      let all = asked.length > 0;
      for (const part of asked) all = (await keepOne(part, { ...draft(part), asExpected: true })) && all;
      return all && asked.length === entering.length;
    },
    written: entering.some((p) => Object.keys(draft(p)).some((k) => k !== 'again')),
    takeNow: () => {
      for (const { part, taking } of offered) changeDraft(view.id, part.key, taking);
    },
    takeStill: () => {
      for (const { part, taking } of unmoved) changeDraft(view.id, part.key, taking);
    },
    startTimers: async () => {
      const role = roleAmong(person, rolesForStation(check.station));
      for (const part of entering) {
        if (runningTimer(view.state.parts.get(part.key))) continue;
        const started = await submit(
          view.id,
          'timer.started',
          { check: check.id, subject: part.subject },
          role,
        );
        if (!started.ok) setTold({ text: view.say(started.error) });
      }
    },
    again: () => {
      setTold(undefined);
      for (const part of parts) {
        clearDraft(view.id, part.key);
        const kept = view.status.parts.get(part.key)?.answer;
        if (kept)
          changeDraft(view.id, part.key, {
            ...(kept.answer ? draftFromAnswer(kept.answer, 'again') : {}),
            again: true,
          });
      }
    },
  };
}
