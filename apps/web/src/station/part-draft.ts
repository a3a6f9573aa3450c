import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import {
  ownMember,
  err,
  isFigureSpec,
  isWorked,
  ok,
  readQuantity,
  reason,
  type BasisIndex,
  type CampaignState,
  type Check,
  type Fact,
  type Instrument,
  type Part,
  type PartAnswer,
  type Reading,
  type Reason,
  type Result,
  type WorkedSpec,
} from '@kanzel/core';

import { photosFromDraft } from '../answers/photo-draft.ts';
import type { PartDraft } from '../answers/desk.ts';
import { sheetFromDraft } from '../loading/sheet-draft.ts';
import { draftFromWeighing, weighingFromDraft } from '../loading/weighing-draft.ts';
import { draftFromPaper, paperFromDraft } from '../papers/paper-draft.ts';

interface Drafts {
  readonly drafts: Readonly<Record<string, PartDraft>>;
}

/** Drafts outlive a reload: nothing typed is lost. */
export const useDrafts = create<Drafts>()(
  persist(() => ({ drafts: {} }), {
    name: 'kanzel-drafts',
    storage: createJSONStorage(() => localStorage),
  }),
);

const EMPTY: PartDraft = {};

export const draftKey = (campaign: string, part: string): string => `${campaign} ${part}`;

export function draftOf(drafts: Drafts['drafts'], campaign: string, part: string): PartDraft {
  return ownMember(drafts, draftKey(campaign, part)) ?? EMPTY;
}

export function changeDraft(campaign: string, part: string, change: Partial<PartDraft>): void {
  const key = draftKey(campaign, part);
  useDrafts.setState(({ drafts }) => ({
    drafts: { ...drafts, [key]: { ...ownMember(drafts, key), ...change } },
  }));
}

export function clearDraft(campaign: string, part: string): void {
  const key = draftKey(campaign, part);
  useDrafts.setState(({ drafts }) => {
    const { [key]: _gone, ...rest } = drafts;
    return { drafts: rest };
  });
}

/** Instruments that could have given a figure of a check, the gauge on the panel first. */
export function instrumentsFor(index: BasisIndex, check: Check, live: boolean): readonly Instrument[] {
  const spec = check.answer;
  const channel = isFigureSpec(spec) ? spec.channel : undefined;
  return index.basis.aircraft.instruments.filter(
    (i) => (i.live === true) === live && i.measures.some((m) => m === check.id || m === channel),
  );
}

/** The names under which a check's figures are typed. */
export function figureNames(index: BasisIndex, part: Part): readonly string[] {
  const spec = part.check.answer;
  if (!isFigureSpec(spec)) return [];
  if (spec.kind === 'drop') return ['before', 'after'];
  if (spec.kind !== 'cylinders') return ['value'];
  const engine = index.basis.aircraft.engines.find((e) => e.id === part.subject);
  return Array.from({ length: engine?.cylinders ?? 0 }, (_, i) => String(i + 1));
}

/** A candidate answer: what would be kept now. */
export interface Candidate {
  readonly answer: PartAnswer;
  readonly facts: Readonly<Record<string, Fact>>;
}

function typedReading(
  index: BasisIndex,
  part: Part,
  text: string,
  instrument: string | undefined,
): Result<Reading, Reason> {
  const spec = part.check.answer;
  if (!isFigureSpec(spec)) return err(reason('noFigure'));
  const timed = spec.kind === 'series';
  const read = readQuantity(text, timed ? 's' : spec.unit);
  if (!read.ok) return read;
  const watch = index.basis.aircraft.instruments.find((i) => i.measures.includes('stopwatch'));
  const chosen = timed ? watch?.id : (instrument ?? instrumentsFor(index, part.check, false)[0]?.id);
  return ok({ ...read.value, source: 'typed', ...(chosen ? { instrument: chosen } : {}) });
}

function figure(index: BasisIndex, part: Part, draft: PartDraft, name: string): Result<Reading, Reason> {
  const text = ownMember(draft.texts, name);
  if (text !== undefined && text.trim() !== '') return typedReading(index, part, text, draft.instrument);
  const taken = ownMember(draft.taken, name);
  return taken ? ok(taken) : err(reason('noFigure'));
}

function factsOf(
  part: Part,
  draft: PartDraft,
  answer: PartAnswer,
): Result<Readonly<Record<string, Fact>>, Reason> {
  const { setting } = part.check;
  if (!setting) return ok({});
  if (answer.kind === 'drop')
    return ok({ [setting.channel]: { value: answer.before.value, unit: answer.before.unit } });
  if (draft.facts && ownMember(draft.facts, setting.channel) !== undefined) return ok(draft.facts);
  if (!draft.setting?.trim()) return ok({});
  const typed = readQuantity(draft.setting, setting.unit);
  return typed.ok ? ok({ [setting.channel]: { value: typed.value.value, unit: typed.value.unit } }) : typed;
}

/** What is worked out rather than read: weighings, sheets and papers. */
function workedAnswer(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  { kind }: WorkedSpec,
  draft: PartDraft,
): Result<PartAnswer, Reason> {
  switch (kind) {
    case 'weighing': {
      const weighing = weighingFromDraft(index, part, draft);
      return weighing.ok ? ok({ kind: 'weighing', weighing: weighing.value }) : weighing;
    }
    case 'loading': {
      const sheet = sheetFromDraft(state, index, draft);
      return sheet.ok ? ok({ kind: 'loading', sheet: sheet.value }) : sheet;
    }
    case 'document':
    case 'trail':
    case 'signatures':
    case 'equipment':
    case 'plate':
      return paperFromDraft(index, kind, draft);
  }
}

function answerOf(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  draft: PartDraft,
): Result<PartAnswer, Reason> {
  const { answer: spec } = part.check;
  if (isWorked(spec)) return workedAnswer(state, index, part, spec, draft);
  const { kind } = spec;
  switch (kind) {
    case 'confirm':
      if (draft.asExpected === undefined) return err(reason('notAnswered'));
      return ok({
        kind,
        asExpected: draft.asExpected,
        ...(draft.note?.trim() ? { note: draft.note.trim() } : {}),
      });
    case 'choice':
      return draft.option === undefined ? err(reason('notAnswered')) : ok({ kind, option: draft.option });
    case 'text':
      return draft.note?.trim() ? ok({ kind, text: draft.note.trim() }) : err(reason('notAnswered'));
    case 'drop': {
      const before = figure(index, part, draft, 'before');
      if (!before.ok) return before;
      const after = figure(index, part, draft, 'after');
      return after.ok ? ok({ kind, before: before.value, after: after.value }) : after;
    }
    case 'cylinders': {
      const readings: Record<string, Reading> = {};
      for (const name of figureNames(index, part)) {
        const one = figure(index, part, draft, name);
        if (!one.ok) return one;
        readings[name] = one.value;
      }
      return ok({ kind, readings });
    }
    case 'series':
      if (draft.series && !draft.texts?.['value']?.trim()) return ok({ kind, series: draft.series });
      return oneFigure(index, part, draft);
    case 'reading':
      return oneFigure(index, part, draft);
    case 'count': {
      const one = figure(index, part, draft, 'value');
      if (!one.ok) return one;
      const { value, unit } = one.value;
      return Number.isInteger(value) && value >= 0
        ? ok({ kind, count: value })
        : err(reason('notWhole', { value: { value, unit } }));
    }
    case 'photo':
      return photosFromDraft(spec.views, draft);
    // The clock answers a timer when it is stopped, and other checks what is computed: nothing is typed.
    case 'timer':
    case 'computed':
      return err(reason('notAnswered'));
  }
}

/** One figure typed or taken; a series may be timed by a stopwatch instead. */
function oneFigure(index: BasisIndex, part: Part, draft: PartDraft): Result<PartAnswer, Reason> {
  const one = figure(index, part, draft, 'value');
  return one.ok ? ok({ kind: 'reading', reading: one.value }) : one;
}

/** What the draft of a part amounts to, or why it is not an answer yet. */
export function candidateOf(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  draft: PartDraft,
): Result<Candidate, Reason> {
  const answer = answerOf(state, index, part, draft);
  if (!answer.ok) return answer;
  const facts = factsOf(part, draft, answer.value);
  return facts.ok ? ok({ answer: answer.value, facts: facts.value }) : facts;
}

/**
 * The draft that would give an answer again, for answers that are long to type: to correct one line of it, or, with
 * papers, to look at it anew. A weighing is read again from the scales, so that it is only corrected so; equipment is
 * looked at again thing by thing. Undefined for every other kind.
 */
export function draftFromAnswer(
  answer: PartAnswer,
  why: 'correction' | 'again',
): Partial<PartDraft> | undefined {
  if (
    why === 'again' &&
    (answer.kind === 'weighing' || answer.kind === 'equipment' || answer.kind === 'plate')
  )
    return undefined;
  return answer.kind === 'weighing' ? draftFromWeighing(answer.weighing) : draftFromPaper(answer);
}

/** A text that stands for the figures of a draft, to tell whether they are still those a person was asked about. */
export function figuresKey(draft: PartDraft): string {
  return JSON.stringify([draft.texts, draft.taken && Object.values(draft.taken).map((r) => r.value)]);
}
