import { computedVerdicts } from './computed.ts';
import type { Check, StationId } from '../checks/types.ts';
import type { BasisIndex, Part } from '../checks/basis-index.ts';
import type { Verdict } from '../limits/types.ts';
import { documentEnding } from '../papers/document.ts';
import { lastDayOf } from './permits.ts';
import { forbiddenInFlight } from './narrowing.ts';
import { wrongState, type Doubt, type Evidence } from './evidence.ts';
import { isFine } from './judged-answer.ts';
import { runningTimer } from './losses.ts';
import { differenceAt } from './walked-again.ts';
import { outsideScope, type Outside } from '../scope/outside.ts';
import { standingAnswer, type AnswerRecord, type CampaignState, type Deed } from '../record/state.ts';
import { reason, type Reason } from '../reasons/reason.ts';

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
  /** It was good and has only run out: by time, flights, stops or cycles. */
  readonly ranOut?: true;
  /** Of a figure worked out from others: by which answers it is known, which a decision on it names. */
  readonly figure?: string;
  readonly decision?: Deed & { readonly reason: string };
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

/** What a doubt makes of a mark: another state says nothing; everything else has to be repeated. */
function doubted({ kind, reasons }: Doubt): Pick<PartStatus, 'mark' | 'proven' | 'reasons' | 'ranOut'> {
  return {
    mark: kind === 'state' || kind === 'empty' ? 'unknown' : 'again',
    proven: false,
    reasons,
    ...(kind === 'ranOut' ? { ranOut: true as const } : {}),
  };
}

function answeredStatus(
  state: CampaignState,
  part: Part,
  answer: AnswerRecord,
  evidence: Evidence,
  now: string,
): Omit<PartStatus, 'key'> {
  const base = { answer, verdicts: answer.verdicts };
  const doubt = evidence.doubt(part, answer);
  if (doubt) return { ...base, ...doubted(doubt) };
  // What stands on it keeps standing until somebody has said who is right: nothing was touched. An out stays what it is.
  if (differenceAt(state, part.key)) {
    const other = reason('secondSaysOther', { part: part.key });
    const [worst] = answer.verdicts;
    return worst?.state === 'out'
      ? { ...base, mark: 'out', proven: false, reasons: [worst.reason, other] }
      : { ...base, mark: 'unknown', proven: false, reasons: [other] };
  }
  if (answer.answer === null)
    return {
      ...base,
      mark: 'notApplicable',
      proven: true,
      reasons: [reason('notApplicableBecause', { why: answer.notApplicable ?? '' })],
    };
  const [worst] = answer.verdicts;
  const proven = evidence.proven(part.key);
  const forbidden = evidence.forbidden(answer);
  if (forbidden) return { ...base, mark: 'out', proven: false, reasons: [forbidden] };
  const ending =
    answer.answer.kind === 'document' && worst?.state === 'within'
      ? documentEnding(answer.answer.document, lastDayOf(state, now))
      : undefined;
  if (ending) return { ...base, mark: 'near', proven, reasons: [ending] };
  const reasons: Reason[] = worst ? [worst.reason] : [];
  if (worst?.decisionNeeded && !answer.decision) reasons.push(reason('decisionMissing'));
  if (answer.differs) return { ...base, mark: 'unknown', proven: false, reasons: [reason('watchersDiffer')] };
  const watched = !part.check.secondPerson || answer.witness !== undefined;
  if (!watched) reasons.push(reason('witnessMissing'));
  const waiting = !watched && isFine(answer.verdicts, true);
  return { ...base, mark: waiting ? 'inHand' : (worst?.state ?? 'unknown'), proven, reasons };
}

function computedStatus(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  evidence: Evidence,
): Omit<PartStatus, 'key'> {
  const computed = computedVerdicts(state, index, part);
  if (!computed)
    return {
      mark: 'notStarted',
      proven: false,
      verdicts: [],
      reasons: [reason('computedWaits', { parts: part.figures })],
    };
  const { verdicts, figure } = computed;
  const doubt = evidence.computedDoubt(part);
  if (doubt) return { verdicts, figure, ...doubted(doubt) };
  const [worst] = verdicts;
  const reasons: Reason[] = worst ? [worst.reason] : [];
  if (worst?.decisionNeeded && !computed.decision) reasons.push(reason('decisionMissing'));
  return {
    mark: worst?.state ?? 'unknown',
    proven: evidence.proven(part.key),
    verdicts,
    figure,
    reasons,
    ...(computed.decision ? { decision: computed.decision } : {}),
  };
}

/**
 * Whether somebody may look which way something goes although the sense under it is wrong: it proves nothing until that is put right,
 * and is looked at anew then, but it tells where to look for the cause.
 */
const mayLookBeyond = (state: CampaignState, index: BasisIndex, part: Part, ground: string): boolean =>
  part.check.answer.kind === 'sense' &&
  index.parts.get(ground)?.check.answer.kind === 'sense' &&
  standingAnswer(state.parts.get(ground)) !== undefined;

/** Why a part cannot be answered now: a gate before its station, something unproven it stands on, or a state. */
function blockedBy(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  evidence: Evidence,
  gateHeld: (station: StationId) => Reason | undefined,
): Reason | undefined {
  const held = gateHeld(part.check.station);
  if (held) return held;
  const forbidden = forbiddenInFlight(state, part.check);
  if (forbidden) return forbidden.reason;
  const waiting = part.after.find(
    (key) =>
      !standingAnswer(state.parts.get(key)) &&
      !outsideScope(state, key) &&
      index.parts.get(key)?.check.answer.kind !== 'computed',
  );
  if (waiting) return reason('orderFirst', { part: waiting });
  const wrong = wrongState(state, index, part);
  if (wrong) return wrong;
  const ground = part.standsOn.find(
    (key) => !evidence.proven(key) && !mayLookBeyond(state, index, part, key),
  );
  return ground === undefined ? undefined : reason('groundNotProven', { part: ground });
}

/** Why a part cannot be answered now; nothing for one that is worked out, or where nobody asks. */
const whyBlocked = (
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  evidence: Evidence,
  gateHeld: ((station: StationId) => Reason | undefined) | undefined,
): Reason | undefined =>
  gateHeld && part.check.answer.kind !== 'computed'
    ? blockedBy(state, index, part, evidence, gateHeld)
    : undefined;

/**
 * How a part outside the scope stands: a short bar with the reason, as long as what it rests on has not run out.
 * It may be answered all the same, and counts then.
 */
function outsideStatus(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  item: Outside,
  evidence: Evidence,
  gateHeld: ((station: StationId) => Reason | undefined) | undefined,
): PartStatus {
  const blocked = whyBlocked(state, index, part, evidence, gateHeld);
  const base = { key: part.key, verdicts: [], ...(blocked ? { blocked } : {}) };
  if (item.verdict === 'rests' && evidence.earlierOver(item))
    return {
      ...base,
      mark: 'again',
      proven: false,
      reasons: [
        reason('earlierEvidenceOver', { title: item.on.title, at: item.on.at, until: item.on.until ?? '' }),
      ],
    };
  return { ...base, mark: 'notApplicable', proven: true, outside: true, reasons: [outsideReason(item)] };
}

function outsideReason(item: Outside): Reason {
  if (item.verdict === 'rests') return reason('restsOn', { title: item.on.title, at: item.on.at });
  if (item.verdict === 'leftOut') return reason('leftOutBecause', { why: item.reason });
  if (item.verdict === 'otherWay')
    return reason('otherWay', { question: item.question, choice: item.choice, why: item.why });
  return reason('notTouched');
}

/**
 * How a part stands now: the clock decides validity in hours; everything else comes from the record.
 * `gateHeld` says why a station may not be worked, or undefined; left out where nobody asks whether the part may be answered.
 */
export function partStatus(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  evidence: Evidence,
  now: string,
  gateHeld?: (station: StationId) => Reason | undefined,
): PartStatus {
  const answer = standingAnswer(state.parts.get(part.key));
  const outside = outsideScope(state, part.key);
  if (outside) return outsideStatus(state, index, part, outside, evidence, gateHeld);
  const blocked = whyBlocked(state, index, part, evidence, gateHeld);
  const blocking = blocked ? { blocked } : {};
  if (part.check.answer.kind === 'computed')
    return { key: part.key, ...computedStatus(state, index, part, evidence), ...blocking };
  if (answer) return { key: part.key, ...answeredStatus(state, part, answer, evidence, now), ...blocking };
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
  const parts = (index.partsOfCheck.get(check.id) ?? []).flatMap((p) => byKey.get(p.key) ?? []);
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
