import {
  err,
  isFigureSpec,
  ok,
  ownMember,
  readQuantity,
  reason,
  type BasisIndex,
  type Check,
  type Instrument,
  type Part,
  type PartAnswer,
  type Reading,
  type Reason,
  type Result,
} from '@kanzel/core';
import type { DeskFigures } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** Instruments that could have given a figure of a check, the gauge on the panel first. */
export function instrumentsFor(index: BasisIndex, check: Check, live: boolean): readonly Instrument[] {
  const spec = check.answer;
  const channel = isFigureSpec(spec) ? spec.channel : undefined;
  const tool = toolOf(check);
  return index.basis.aircraft.instruments.filter(
    (i) =>
      (i.live === true) === live &&
      i.measures.some((m) => m === check.id || m === channel || (tool !== undefined && m === tool)),
  );
}

/** What a tool has to measure for a figure of a check; undefined where none is asked for. */
export const toolOf = ({ answer }: Check): string | undefined =>
  answer.kind === 'reading' ? answer.tool : undefined;

/** What a figure is read from where nobody says otherwise. A tool is named by whoever had it in the hand. */
export const usualInstrument = (index: BasisIndex, check: Check): string | undefined =>
  toolOf(check) === undefined ? instrumentsFor(index, check, false)[0]?.id : undefined;

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
  const chosen = timed ? watch?.id : (instrument ?? usualInstrument(index, part.check));
  return ok({ ...read.value, source: 'typed', ...(chosen ? { instrument: chosen } : {}) });
}

/** One figure on the desk by its name: what is typed goes before what was taken. Errors: `noFigure`, what makes a text no quantity. */
export function figure(
  index: BasisIndex,
  part: Part,
  draft: PartDraft,
  name: string,
): Result<Reading, Reason> {
  const text = ownMember(draft.texts, name);
  if (text !== undefined && text.trim() !== '') return typedReading(index, part, text, draft.instrument);
  const taken = ownMember(draft.taken, name);
  return taken ? ok(taken) : err(reason('noFigure'));
}

/** One figure as an answer. */
export function oneFigure(index: BasisIndex, part: Part, draft: PartDraft): Result<PartAnswer, Reason> {
  const one = figure(index, part, draft, 'value');
  return one.ok ? ok({ kind: 'reading', reading: one.value }) : one;
}

/** The single figure of a part. */
export const ONE_FIGURE: DeskFigures = {
  names: () => ['value'],
  label: () => ({ over: '', spoken: 'reading' }),
  lacking: () => [],
};
