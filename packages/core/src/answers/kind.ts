import type { BasisIndex, Part } from '../checks/basis-index.ts';
import type { Measured, Surroundings, Verdict } from '../limits/types.ts';

import type { PaperRoom, Scan } from '../papers/types.ts';
import type { PartAnswer } from './part-answer.ts';
import type { Reason } from '../reasons/reason.ts';

/** The ways in which something is answered. A computed check has no answer of its own. */
export type AnswerKindName = PartAnswer['kind'];
export type AnswerOf<K extends AnswerKindName> = Extract<PartAnswer, { readonly kind: K }>;

/** What an answer is judged in: the part it answers, the basis, and what was around when it was given. */
export interface AnswerRoom {
  readonly index: BasisIndex;
  readonly part: Part;
  readonly around: Surroundings;
}

/**
 * All that the core has to know of one way of answering. Nothing is assumed of a kind: what it has not, it says. A new one is a
 * file beside these and a line in `answers.ts`; the compiler names the rest.
 */
export interface AnswerKind<K extends AnswerKindName> {
  /** What limits are held against; undefined for what is judged by itself. */
  readonly measured: (answer: AnswerOf<K>) => Measured | undefined;
  /** Whether it holds as much as the part asks for: a figure for every cylinder, a photograph for every view. */
  readonly isWhole: (answer: AnswerOf<K>, part: Part, index: BasisIndex) => boolean;
  /** What is thought of it where no limit was held against it: worst first, never empty. */
  readonly judge: (answer: AnswerOf<K>, room: AnswerRoom) => readonly Verdict[];
  /** Copies and photographs that belong to it: it is not taken before they are here. */
  readonly copies: (answer: AnswerOf<K>) => readonly Scan[];
  /**
   * Whether two people who looked at the same thing without each other said the same, beyond what is thought of it. `never`:
   * it is not for a second pair of eyes (a picture, a recording, what is written down).
   */
  readonly agrees: 'never' | ((first: AnswerOf<K>, second: AnswerOf<K>) => boolean);
  /** Why it is over by itself, on a day and at the hours of the aircraft; undefined while it is not. */
  readonly over: 'never' | ((answer: AnswerOf<K>, room: PaperRoom) => Reason | undefined);
  /** In words, as rows and reports show it. */
  readonly describe: (answer: AnswerOf<K>, index: BasisIndex, check: string) => string;
}
