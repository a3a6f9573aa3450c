import type { Verdict } from '../limits/types.ts';
import { reason, type Reason } from '../reasons/reason.ts';

/** A verdict on what was seen or done rather than measured. */
export const plain = (state: Verdict['state'], code: string, params: Reason['params'] = {}): Verdict => ({
  state,
  decisionNeeded: false,
  reason: reason(code, params),
});

/** It was looked at, and nothing says what it should have been. */
export const RECORDED: readonly Verdict[] = [plain('within', 'recorded')];

/** What a kind says that has none of something. */
export const recorded = (): readonly Verdict[] => RECORDED;
export const measuresNothing = (): undefined => undefined;
export const alwaysWhole = (): boolean => true;
export const noCopies = (): readonly [] => [];
/** Figures are not the same from one hand to the next: what is compared is what is thought of them. */
export const judgedAlone = (): boolean => true;
