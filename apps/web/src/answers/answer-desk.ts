import type {
  AnswerKindName,
  AnswerOf,
  AnswerSpec,
  BasisIndex,
  CampaignState,
  FigureSpec,
  Part,
  PartAnswer,
  Reason,
  Result,
} from '@kanzel/core';
import type { PartDraft } from './desk.ts';

/** How a check asks to be answered in one way. */
export type SpecOf<K extends AnswerKindName> = Extract<AnswerSpec, { readonly kind: K }>;

/** What a draft is read in. */
export interface DeskRoom<K extends AnswerKindName> {
  readonly state: CampaignState;
  readonly index: BasisIndex;
  readonly part: Part;
  readonly spec: SpecOf<K>;
}

/** What a gauge shows: kept when a check in the pack editor goes over to another way of answering. */
export type Gauge = Pick<FigureSpec, 'unit' | 'resolution' | 'plausible'>;

/** The figures that are typed or taken for one part. */
export interface DeskFigures {
  /** Names under which they are kept on the desk, in the order in which they are asked for. */
  readonly names: (part: Part, index: BasisIndex) => readonly string[];
  /** The field of one, by its name: over it, and as it is read out. */
  readonly label: (
    name: string,
    part: Part,
    index: BasisIndex,
  ) => { readonly over: string; readonly spoken: string };
  /** What is missing, in words, by the names of the figures that nobody has typed or taken. */
  readonly lacking: (names: readonly string[]) => readonly string[];
}

/** Why something typed comes back to the desk: a line of it is corrected, or the whole is answered again. */
export type TypedAgain = 'correction' | 'again';

/**
 * All that the desk has to know of one way of answering, apart from what is seen of it (`view.tsx` beside it). A new one is a file
 * and a line in `desks.ts`; what it has not, it says.
 */
export interface AnswerDesk<K extends AnswerKindName> {
  /** What the pack editor calls it. */
  readonly title: string;
  /** How a check that goes over to it in the pack editor begins: with what it cannot do without. */
  readonly begin: (gauge: Gauge) => SpecOf<K>;
  readonly figures: 'none' | DeskFigures;
  /** What the desk comes to, or why it is no answer yet. A recording may be timed by a stopwatch: then it is a reading. */
  readonly answer: (room: DeskRoom<K>, draft: PartDraft) => Result<PartAnswer, Reason>;
  /** Whether what was answered comes back to the desk as it was typed, and what for. */
  readonly typeAgain:
    | 'never'
    | {
        readonly on: readonly TypedAgain[];
        readonly draft: (answer: AnswerOf<K>) => Partial<PartDraft>;
      };
}
