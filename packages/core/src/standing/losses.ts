import { reason, type Reason } from '../reasons/reason.ts';
import { hasSeen } from '../record/seen.ts';
import { standingAnswer, type Deed, type Happening, type Loss, type PartState } from '../record/state.ts';

/** The latest happening that took the standing of a deed, because its author had not seen it. */
export function lossSince(part: PartState | undefined, deed: Deed): Loss | undefined {
  return part?.losses?.findLast((loss) => !hasSeen(deed, loss));
}

/**
 * Why something took the standing of a deed, with the other side told too: a deed that arrived after it was made by
 * somebody who had not seen it.
 * Example: "Lead replaced" touched the ignition. The answer was given at 10:00 without a word of this, and came in later.
 */
export function bothSides(reasons: readonly Reason[], happening: Happening, deed: Deed): readonly Reason[] {
  return deed.seq > happening.seq ? [...reasons, reason('givenWithoutSeeing', { at: deed.at })] : reasons;
}

/** Whether the standing answer was touched since by something its author had not seen. */
export function hasLostStanding(part: PartState | undefined): boolean {
  const answer = standingAnswer(part);
  return answer !== undefined && lossSince(part, answer) !== undefined;
}

/**
 * The timer that runs for the next answer of a part: started after its last answer, and by somebody who had seen
 * whatever touched it. Undefined when it has to be started.
 */
export function runningTimer(part: PartState | undefined): Deed | undefined {
  const started = part?.timerStarted;
  if (!started || started.seq < (standingAnswer(part)?.seq ?? 0)) return undefined;
  return lossSince(part, started) ? undefined : started;
}
