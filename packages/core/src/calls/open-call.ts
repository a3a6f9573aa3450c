import type { BasisIndex, Part } from '../checks/basis-index.ts';
import { standingAnswer, type AnswerRecord, type CallState, type CampaignState } from '../record/state.ts';

/** What came of a call so far. */
export interface CallStanding {
  readonly call: CallState;
  /** Parts that nobody has answered since it was called. */
  readonly waiting: readonly Part[];
  /** What was answered to it, and stands. */
  readonly answers: readonly AnswerRecord[];
}

/**
 * What came of a call. A part waits until it is answered after the call, by whomever: who answers without having been called has
 * answered too. What was answered before does not count, so that a call over an answered check asks it anew.
 */
export function callStanding(
  state: Pick<CampaignState, 'parts'>,
  index: Pick<BasisIndex, 'partsOfCheck'>,
  call: CallState,
): CallStanding {
  const parts = index.partsOfCheck.get(call.check) ?? [];
  const waiting: Part[] = [];
  const answers: AnswerRecord[] = [];
  for (const part of parts) {
    const standing = standingAnswer(state.parts.get(part.key));
    if (standing?.called?.call === call.entry) answers.push(standing);
    else if (!standing || standing.seq < call.seq) waiting.push(part);
  }
  return { call, waiting, answers };
}

/**
 * The call that waits to be answered, to one position or to any: the newest one, for who calls next has let the one before go.
 * Undefined when the newest was answered.
 *
 * Example: "tail, hold" was called and answered, then "left, clear?": to the tail nothing is open, to the left that is.
 */
export function openCall(
  state: Pick<CampaignState, 'parts' | 'calls'>,
  index: Pick<BasisIndex, 'partsOfCheck'>,
  to?: string,
): CallStanding | undefined {
  let newest: CallState | undefined;
  for (const call of state.calls.values())
    if ((to === undefined || call.to === to) && (!newest || call.seq > newest.seq)) newest = call;
  if (!newest) return undefined;
  const standing = callStanding(state, index, newest);
  return standing.waiting.length > 0 ? standing : undefined;
}

/** The newest call of a check; undefined when it was never called. */
export function callOfCheck(state: Pick<CampaignState, 'calls'>, check: string): CallState | undefined {
  let newest: CallState | undefined;
  for (const call of state.calls.values())
    if (call.check === check && (!newest || call.seq > newest.seq)) newest = call;
  return newest;
}
