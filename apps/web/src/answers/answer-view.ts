import type { AnswerKindName, AnswerOf, Part } from '@kanzel/core';
import type { Seen } from './later.ts';
import type { SpecOf } from './answer-desk.ts';

export interface EntryProps<K extends AnswerKindName> {
  readonly part: Part;
  readonly spec: SpecOf<K>;
  /** The first part of the step: what is typed goes there. */
  readonly first: boolean;
}

export interface KeptProps<K extends AnswerKindName> {
  readonly part: Part;
  readonly answer: AnswerOf<K>;
}

/** What is seen of one way of answering. What is long to load is loaded when it is looked at. */
export interface AnswerView<K extends AnswerKindName> {
  /** Where it is answered. */
  readonly Entry: Seen<EntryProps<K>>;
  /** What is shown of an answer behind its row; `row`: the row says all there is of it. */
  readonly Kept: 'row' | Seen<KeptProps<K>>;
}
