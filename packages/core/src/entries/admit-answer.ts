import { kindOf } from '../answers/answers.ts';
import { type BasisIndex, type Part } from '../checks/basis-index.ts';
import type { Role } from '../checks/types.ts';
import { aboardDoubt, emptyLineDoubt } from '../standing/loaded.ts';
import { sheetProblems } from '../loading/problems.ts';
import type { LoadingSheet } from '../loading/types.ts';
import { measuredOf, settingCondition } from '../answers/judge-answer.ts';
import { judgeConditions } from '../limits/conditions.ts';
import type { Reading } from '../limits/types.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { EntryDraft } from '../record/entry.ts';
import { type PartAnswer } from '../answers/part-answer.ts';
import { runningTimer } from '../standing/losses.ts';
import { listReadLongAgo } from '../answers/list-read.ts';
import { armedOther } from '../answers/armed.ts';
import { headingDoubt, headingReadings } from '../answers/heading.ts';
import { flowDoubt, flowReadings } from '../answers/flow.ts';
import { sheetDoubt, sheetReadings } from '../answers/worksheet.ts';
import { sphereDoubt } from '../answers/sphere.ts';
import { swingDoubt, swingReadings } from '../answers/swing.ts';
import { besideDoubt } from '../answers/side-by-side.ts';
import { travelDoubt } from '../answers/travel.ts';
import { implausible, isFigureSpec, tenTimesOff, type FigureSpec } from '../answers/plausible.ts';
import { canBeTickedAfterwards } from '../checks/afterwards.ts';
import { MAY_OVERRULE } from './roles.ts';
import { standingAnswer, type AnswerRecord } from '../record/state.ts';
import { partOf, unknownPart, type Door, type Rule } from './door.ts';
import { ownMember } from '../own-member.ts';
function readingsOf(answer: PartAnswer): readonly Reading[] {
  const measured = measuredOf(answer);
  switch (measured?.kind) {
    case 'one':
      return [measured.reading];
    case 'pair':
      return [measured.before, measured.after];
    case 'many':
      return Object.values(measured.readings);
    // A recording is judged as a whole, drops and words have no gauge.
    case 'series':
    case 'drops':
    case 'words':
    case undefined:
      return [];
  }
}

/** Whether the answer has the form that the check asks for; a stopwatch time may stand for a series. */
export function formFits(part: Part, answer: PartAnswer, door: Door): boolean {
  const { answer: spec } = part.check;
  if (spec.kind === 'series')
    return answer.kind === 'series' || (answer.kind === 'reading' && answer.reading.unit === 's');
  return spec.kind === answer.kind && kindOf(answer).isWhole(answer, part, door.index);
}

function settingMissed(part: Part, draft: EntryDraft<'answer.given'>): Reason | undefined {
  const condition = settingCondition(part.check);
  const outcome = judgeConditions(condition ? [condition] : [], draft.body.facts);
  return outcome.state === 'met' ? undefined : outcome.reason;
}

/**
 * Why a figure that takes a tool is none: it names no instrument, or one that measures something else. Whether its certificate has
 * run out is judged with the figure. Example: 18 N·m on the propeller bolts, read from nothing, is `toolNeeded`.
 */
function toolDoubt(index: BasisIndex, spec: FigureSpec, reading: Reading): Reason | undefined {
  if (spec.kind !== 'reading' || spec.tool === undefined) return undefined;
  if (reading.instrument === undefined) return reason('toolNeeded', { tool: spec.tool });
  const tool = ownMember(index.instruments, reading.instrument);
  return tool && !tool.measures.includes(spec.tool)
    ? reason('toolMeasuresOther', { instrument: tool.name, tool: spec.tool })
    : undefined;
}

/** Why a figure says nothing that names an instrument which nobody knows. */
function unknownGauge(index: BasisIndex, readings: readonly Reading[]): Reason | undefined {
  const unknown = readings.find(
    (r) => r.instrument !== undefined && !ownMember(index.instruments, r.instrument),
  );
  return unknown && reason('unknownInstrument', { instrument: unknown.instrument ?? '' });
}

/**
 * Why a figure would be refused or asked back: off the gauge, of the wrong kind, from an unknown instrument, or
 * ten times off and not confirmed. What screens show while typing, and what the door asks.
 */
export function figureDoubt(
  index: BasisIndex,
  part: Part,
  answer: PartAnswer,
  confirmed: boolean,
): Reason | undefined {
  const spec = part.check.answer;
  if (answer.kind === 'travel') return travelDoubt(index, answer);
  if (answer.kind === 'heading') return headingDoubt(answer) ?? unknownGauge(index, headingReadings(answer));
  if (answer.kind === 'swing') return swingDoubt(answer) ?? unknownGauge(index, swingReadings(answer));
  if (answer.kind === 'flow') return flowDoubt(answer) ?? unknownGauge(index, flowReadings(answer));
  if (answer.kind === 'sphere') return sphereDoubt(answer);
  if (answer.kind === 'worksheet' && spec.kind === 'worksheet')
    return sheetDoubt(index, spec, answer, confirmed) ?? unknownGauge(index, sheetReadings(answer));
  if (!isFigureSpec(spec)) return undefined;
  const limits = part.check.limits.flatMap((key) => index.limits.get(key) ?? []);
  const beside = answer.kind === 'side-by-side' ? besideDoubt(spec, answer) : undefined;
  if (beside) return beside;
  const readings = readingsOf(answer);
  const unknown = unknownGauge(index, readings);
  if (unknown) return unknown;
  for (const reading of readings) {
    const doubt =
      toolDoubt(index, spec, reading) ??
      implausible(reading, spec) ??
      (confirmed ? undefined : tenTimesOff(reading, part.check, limits));
    if (doubt) return doubt;
  }
  return undefined;
}

export const answerRule: Rule<'answer.given'> = (draft, door) => {
  const { body } = draft;
  const part = partOf(door, body);
  if (!part) return unknownPart(body);
  if (part.check.decides) return reason('decidedByWay', { check: part.check.title });
  const status = door.seen.part(part.key);
  if (status?.blocked) return status.blocked;
  if (!formFits(part, body.answer, door))
    return reason('wrongForm', { wanted: part.check.answer.kind, got: body.answer.kind });
  const doubt =
    figureDoubt(door.index, part, body.answer, body.confirmed === true) ?? settingMissed(part, draft);
  if (doubt) return doubt;
  const armed = armedOther(part.check, body.facts);
  if (armed) return armed;
  const long = listReadLongAgo(body.answer, draft.at);
  if (long) return long;
  const short = body.answer.kind === 'timer' ? timerRule(door, part, draft, body.answer) : undefined;
  if (short) return short;
  const loading = body.answer.kind === 'loading' ? sheetRule(door, body.answer.sheet) : undefined;
  if (loading) return loading;
  const call = callRule(draft, door);
  if (call) return call;
  if (body.afterwards && !canBeTickedAfterwards(part.check)) return reason('notFromMemory');
  const standing = standingAnswer(door.state.parts.get(part.key));
  if (!draft.supersedes) return draft.role === 'observer' ? overruling(draft, standing) : undefined;
  if (!body.correction?.trim()) return reason('correctionNeedsReason');
  if (standing?.entry !== draft.supersedes) return reason('notStanding');
  return overruling(draft, standing);
};

/** Why an answer is none to the call that it names: there is no such call, or one and the same person would have read and looked. */
function callRule({ body, by }: EntryDraft<'answer.given'>, door: Door): Reason | undefined {
  if (body.call === undefined) return body.spoken ? reason('spokenWithoutCall') : undefined;
  const call = door.state.calls.get(body.call);
  if (!call || call.check !== body.check) return reason('callUnknown');
  if (body.spoken) return call.by === by ? undefined : reason('notYourCall');
  return call.by === by ? reason('ownCall', { to: call.to }) : undefined;
}

/** Why somebody may not set aside an answer: it is not their own, and they may not speak for others. */
export function overruling(
  draft: { readonly by: string; readonly role: Role },
  standing: AnswerRecord | undefined,
): Reason | undefined {
  return !standing || standing.by === draft.by || MAY_OVERRULE.includes(draft.role)
    ? undefined
    : reason('notYourAnswer', { roles: MAY_OVERRULE });
}

/** A sheet is reckoned from the empty aircraft as it is known now, and names what is aboard. */
function sheetRule(door: Door, sheet: LoadingSheet): Reason | undefined {
  const { loading } = door.index.basis.aircraft;
  if (!loading) return undefined;
  return (
    emptyLineDoubt(door.state, door.index, sheet) ??
    sheetProblems(loading, sheet)[0] ??
    aboardDoubt(door.state, loading, sheet)
  );
}

/** Timers count in whole seconds; two clocks that agree to this are taken to agree. */
const TIMER_TOLERANCE = 1000;

function timerRule(
  door: Door,
  part: Part,
  draft: EntryDraft<'answer.given'>,
  answer: { startedAt: string; endedAt: string },
): Reason | undefined {
  const started = runningTimer(door.seen.state.parts.get(part.key));
  if (!started || started.at !== answer.startedAt) return reason('timerNotStarted');
  const wanted = part.check.answer.kind === 'timer' ? part.check.answer.seconds : 0;
  const ended = Date.parse(answer.endedAt);
  // It ended when it was answered at the latest, and a clock that was set meanwhile is set right by its offset.
  if (ended > Date.parse(draft.at) + TIMER_TOLERANCE) return reason('timerEndsLater');
  const elapsed =
    Math.min(
      ended - Date.parse(answer.startedAt),
      ended - (draft.offset ?? 0) - started.instant + TIMER_TOLERANCE,
    ) / 1000;
  if (elapsed >= wanted) return undefined;
  return reason('timerShort', {
    elapsed: { value: elapsed, unit: 's' },
    wanted: { value: wanted, unit: 's' },
  });
}
