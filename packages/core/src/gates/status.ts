import { computedVerdicts } from '../checks/computed.ts';
import { WHOLE_AIRCRAFT, type Check, type StationId } from '../checks/types.ts';
import { partKey, stateKey, type BasisIndex, type Part } from '../checks/basis-index.ts';
import type { Verdict } from '../limits/types.ts';
import type { ScopeItem } from '../planning/scope.ts';
import { documentEnding, documentOver } from '../papers/document.ts';
import { lastDayOf, permitAgainst } from '../papers/permits.ts';
import { flawOf, stateSubject } from '../record/fold.ts';
import {
  hasLostStanding,
  isProven,
  outsideScope,
  runningTimer,
  standingAnswer,
  type AnswerRecord,
  type CampaignState,
} from '../record/state.ts';
import { reason, type Reason } from '../words/reason.ts';

/** The marks of the design; `unknown` is an answer that says nothing yet. */
export type Mark =
  'notStarted' | 'inHand' | 'within' | 'near' | 'out' | 'again' | 'unknown' | 'notApplicable';

/** How a check stands on one subject. */
export interface PartStatus {
  readonly key: string;
  readonly mark: Mark;
  readonly proven: boolean;
  /** Worst first. */
  readonly verdicts: readonly Verdict[];
  readonly answer?: AnswerRecord;
  /** Why it is not proven, or why it must be done again, in order. */
  readonly reasons: readonly Reason[];
  /** Why it cannot be answered right now; absent when it can. */
  readonly blocked?: Reason;
  /** It need not be proven in this campaign; `reasons` say why. */
  readonly outside?: true;
}

/** How a check stands over all its subjects: the worst of them. */
export interface CheckStatus {
  readonly check: Check;
  readonly parts: readonly PartStatus[];
  readonly mark: Mark;
  readonly proven: boolean;
  /** None of its parts has to be proven in this campaign. */
  readonly outside: boolean;
}

const WORST: readonly Mark[] = [
  'out',
  'again',
  'unknown',
  'inHand',
  'notStarted',
  'near',
  'within',
  'notApplicable',
];

/** The mark that a group shows: the one that most needs attention. Example: of within and near it is near. */
export function worstMark(marks: readonly Mark[]): Mark {
  return WORST.find((m) => marks.includes(m)) ?? 'notApplicable';
}

/** The instant up to which an answer ages: now, or when the state was reached, after it, that ends what it was for. */
function agesUntil(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  answer: AnswerRecord,
  now: string,
): string {
  const until = part.check.validity?.until;
  if (!until) return now;
  const reached = state.states.get(stateKey(until.state, stateSubject(index, until.state, part.subject)));
  const { value, since } = reached ?? {};
  return since && value === until.becomes && since.at >= answer.at && since.at < now ? since.at : now;
}

function expired(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  answer: AnswerRecord,
  now: string,
): Reason | undefined {
  if (answer.answer?.kind === 'document') {
    const room = { day: now.slice(0, 10), hours: index.basis.aircraft.hours };
    const over = documentOver(answer.answer.document, room);
    // What was over when it was looked at is out, and stays so; this is what has run out since.
    if (over && answer.verdicts[0]?.state !== 'out') return over;
  }
  const hours = part.check.validity?.hours;
  if (hours === undefined) return undefined;
  const age = (Date.parse(agesUntil(state, index, part, answer, now)) - Date.parse(answer.at)) / 3_600_000;
  return age > hours
    ? reason('validityOver', {
        hours: { value: hours, unit: 'h' },
        age: { value: age, unit: 'h', resolution: 0.1, beside: [hours] },
      })
    : undefined;
}

/** A ground whose answer has outlived its validity takes what stands on it with it. */
function groundExpired(state: CampaignState, index: BasisIndex, part: Part, now: string): Reason | undefined {
  for (const key of part.standsOn) {
    const ground = index.parts.get(key);
    const answer = standingAnswer(state.parts.get(key));
    const earlier = outsideScope(state, key);
    if (earlier?.verdict === 'rests' && earlier.on.until !== undefined && now > earlier.on.until)
      return reason('standsOnExpired', { part: key });
    if (!ground || !answer) continue;
    const why = expired(state, index, ground, answer, now) ?? groundExpired(state, index, ground, now);
    if (why) return reason('standsOnExpired', { part: key });
  }
  return undefined;
}

/** What papers make of an answer that is good in itself: a document that ends too soon, a sheet a permit forbids. */
function paperStatus(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  answer: AnswerRecord,
  now: string,
): Pick<PartStatus, 'mark' | 'proven' | 'reasons'> | undefined {
  const [worst] = answer.verdicts;
  if (answer.answer?.kind === 'document' && worst?.state === 'within') {
    const ending = documentEnding(answer.answer.document, lastDayOf(state, now));
    if (ending)
      return {
        mark: 'near',
        proven: isProven(index, state.parts.get(part.key), part.key),
        reasons: [ending],
      };
  }
  if (answer.answer?.kind === 'loading') {
    const forbidden = permitAgainst(state, index, answer.answer.sheet, now);
    if (forbidden) return { mark: 'out', proven: false, reasons: [forbidden] };
  }
  return undefined;
}

function answeredStatus(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  answer: AnswerRecord,
  now: string,
): Omit<PartStatus, 'key'> {
  const own = state.parts.get(part.key);
  const base = { answer, verdicts: answer.verdicts };
  if (hasLostStanding(own))
    return { ...base, mark: 'again', proven: false, reasons: own?.lost?.reasons ?? [] };
  const over = expired(state, index, part, answer, now) ?? groundExpired(state, index, part, now);
  if (over) return { ...base, mark: 'again', proven: false, reasons: [over] };
  if (answer.flaw) return { ...base, mark: 'unknown', proven: false, reasons: [answer.flaw] };
  if (answer.answer === null)
    return {
      ...base,
      mark: 'notApplicable',
      proven: true,
      reasons: [reason('notApplicableBecause', { why: answer.notApplicable ?? '' })],
    };
  const paper = paperStatus(state, index, part, answer, now);
  if (paper) return { ...base, ...paper };
  const worst = answer.verdicts[0];
  const reasons: Reason[] = worst ? [worst.reason] : [];
  if (worst?.decisionNeeded && !answer.decision) reasons.push(reason('decisionMissing'));
  if (part.check.secondPerson && !answer.witness) reasons.push(reason('witnessMissing'));
  const proven = isProven(index, own, part.key);
  const waiting =
    !proven &&
    (worst?.state === 'within' || worst?.state === 'near') &&
    part.check.secondPerson &&
    !answer.witness;
  return { ...base, mark: waiting ? 'inHand' : (worst?.state ?? 'unknown'), proven, reasons };
}

function computedStatus(state: CampaignState, index: BasisIndex, part: Part): Omit<PartStatus, 'key'> {
  const computed = computedVerdicts(state, index, part);
  if (!computed) {
    const anyLost = part.standsOn.some((k) => hasLostStanding(state.parts.get(k)));
    return {
      mark: anyLost ? 'again' : 'notStarted',
      proven: false,
      verdicts: [],
      reasons: [reason('computedWaits', { parts: part.standsOn })],
    };
  }
  const [worst] = computed.verdicts;
  const proven = computed.verdicts.every(
    (v) => (v.state === 'within' || v.state === 'near') && !v.decisionNeeded,
  );
  return {
    mark: worst?.state ?? 'unknown',
    proven,
    verdicts: computed.verdicts,
    reasons: worst ? [worst.reason] : [],
  };
}

/** Why a part cannot be answered now: a gate before its station, something unproven it stands on, or a state. */
function blockedBy(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  gateHeld: (station: StationId) => Reason | undefined,
): Reason | undefined {
  const held = gateHeld(part.check.station);
  if (held) return held;
  const waiting = part.after.find(
    (key) =>
      !standingAnswer(state.parts.get(key)) &&
      !outsideScope(state, key) &&
      index.parts.get(key)?.check.answer.kind !== 'computed',
  );
  if (waiting) return reason('orderFirst', { part: waiting });
  return flawOf(state, index, part);
}

/**
 * How a part outside the scope stands: a short bar with the reason, as long as what it rests on has not run out.
 * It may be answered all the same, and counts then.
 */
function outsideStatus(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  item: ScopeItem,
  now: string,
  gateHeld: (station: StationId) => Reason | undefined,
): PartStatus {
  const blocked = part.check.answer.kind === 'computed' ? undefined : blockedBy(state, index, part, gateHeld);
  const base = { key: part.key, verdicts: [], ...(blocked ? { blocked } : {}) };
  if (item.verdict === 'rests' && item.on.until !== undefined && now > item.on.until)
    return {
      ...base,
      mark: 'again',
      proven: false,
      reasons: [
        reason('earlierEvidenceOver', { title: item.on.title, at: item.on.at, until: item.on.until }),
      ],
    };
  return { ...base, mark: 'notApplicable', proven: true, outside: true, reasons: [outsideReason(item)] };
}

function outsideReason(item: ScopeItem): Reason {
  if (item.verdict === 'rests') return reason('restsOn', { title: item.on.title, at: item.on.at });
  if (item.verdict === 'leftOut') return reason('leftOutBecause', { why: item.reason });
  return reason('notTouched');
}

/**
 * How a part stands now: the clock decides validity in hours; everything else comes from the record.
 * `gateHeld` says why a station may not be worked, or undefined.
 */
export function partStatus(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  now: string,
  gateHeld: (station: StationId) => Reason | undefined,
): PartStatus {
  const answer = standingAnswer(state.parts.get(part.key));
  const outside = outsideScope(state, part.key);
  if (outside) return outsideStatus(state, index, part, outside, now, gateHeld);
  const blocked = part.check.answer.kind === 'computed' ? undefined : blockedBy(state, index, part, gateHeld);
  const blocking = blocked ? { blocked } : {};
  if (part.check.answer.kind === 'computed')
    return { key: part.key, ...computedStatus(state, index, part), ...blocking };
  if (answer) return { key: part.key, ...answeredStatus(state, index, part, answer, now), ...blocking };
  const timing = runningTimer(state.parts.get(part.key)) !== undefined;
  return {
    key: part.key,
    mark: timing ? 'inHand' : 'notStarted',
    proven: false,
    verdicts: [],
    reasons: [reason('notAnswered')],
    ...blocking,
  };
}

/** Status of a check over all its subjects. */
export function checkStatus(
  check: Check,
  index: BasisIndex,
  byKey: ReadonlyMap<string, PartStatus>,
): CheckStatus {
  const subjects =
    check.subject === 'engine' ? index.basis.aircraft.engines.map((e) => e.id) : [WHOLE_AIRCRAFT];
  const parts = subjects.flatMap((s) => byKey.get(partKey(check.id, s)) ?? []);
  const inside = parts.filter((p) => !p.outside);
  const answered = inside.filter((p) => p.mark !== 'notStarted');
  const mark =
    answered.length > 0 && answered.length < inside.length
      ? worstMark([...answered.map((p) => p.mark), 'inHand'])
      : worstMark((inside.length > 0 ? inside : parts).map((p) => p.mark));
  return {
    check,
    parts,
    mark,
    proven: parts.length > 0 && parts.every((p) => p.proven),
    outside: inside.length === 0,
  };
}
