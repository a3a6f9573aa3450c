import type { Distil } from './distil.ts';
import type { Bounds, Limit, Measured, Surroundings, Verdict } from './types.ts';

/** Where the edges of a limit lie, for drawing before anything has been measured. */
export interface DrawnBounds {
  readonly bounds: Bounds;
  readonly unit: string;
}

/** Names of the members of a kind; of several kinds, those of each. */
type NamesOf<L extends Limit> = L extends Limit ? Exclude<keyof L, 'kind' | 'bounds'> & string : never;

interface MemberBase<L extends Limit> {
  readonly name: NamesOf<L>;
  /** Beside its field. */
  readonly label: string;
  /** A file or a table may leave it out: this is what holds then. */
  readonly usual?: unknown;
  /** It may be left out for good. */
  readonly optional?: true;
  /** A figure of the type or the airframe: another aircraft has another one. Without it, how the limit is reckoned. */
  readonly ofType?: true;
  /** Not asked for on the screen: there is nothing to choose yet. */
  readonly unasked?: true;
}

/** A figure that a kind has beside its edges. */
export interface FigureMember<L extends Limit> extends MemberBase<L> {
  readonly form: 'figure';
  /** `own` is the unit of the limit; `tolerance` likewise, or percent where the limit says so. */
  readonly unit: 'own' | 'tolerance' | 'seconds' | 'none';
  readonly least?: 'zero' | 'more than zero' | 'two';
  /** As a sentence about it names it. */
  readonly called: string;
  readonly first?: number;
}

/** One of a few words, or no and yes. */
export interface ChoiceMember<L extends Limit> extends MemberBase<L> {
  readonly form: 'choice';
  readonly options: readonly { readonly value: string | boolean; readonly text: string }[];
  readonly first: string | boolean;
}

/** What is told by a form of its own: an expected figure or fact, a demand, a target, directions, a text. */
export interface OwnMember<L extends Limit> extends MemberBase<L> {
  readonly form: 'expected' | 'demand' | 'target' | 'ways' | 'text';
  readonly first: unknown;
}

export type LimitMember<L extends Limit> = FigureMember<L> | ChoiceMember<L> | OwnMember<L>;

export type WordsVerdict = Pick<Verdict, 'state' | 'reason'>;

/** By what it is judged: a figure that is held against edges, or words. */
type Judging<L extends Limit> =
  | {
      readonly by: 'figure';
      readonly distil: Distil<L>;
      /** For rates: what the figure is per. */
      readonly per?: 's';
    }
  | {
      readonly by: 'words';
      readonly compare: (
        limit: L,
        words: Readonly<Record<string, string>>,
        around: Surroundings,
      ) => WordsVerdict;
    };

/**
 * All that is known of one kind of limit. Each stands in a file of its own in `kinds/`, and in the table of `kinds.ts`,
 * which the compiler holds complete. The panel of the limit book, the table format, what a file may leave out and what
 * is asked of sizes follow from its members.
 */
export interface LimitType<L extends Limit> {
  readonly kind: L['kind'];
  /** What is held against it: one figure, or something else; on a set of cylinders limits of one figure hold for each. */
  readonly takes: Measured['kind'] | 'two';
  /** In what its edges are: the unit of the limit, seconds, or it has none of its own. */
  readonly edges: 'own' | 'seconds' | 'none';
  /** Its unit is that of a difference: a temperature there would be a slip. */
  readonly ofDifferences: boolean;
  /** Directions would be counted the long way round, from 359° to 1°. */
  readonly straight: (limit: L) => boolean;
  /** The only kind of unit that it can be in. */
  readonly unitOf?: 'time' | 'ratio';
  /** The unit that it begins with, where it cannot keep the one before. */
  readonly unit?: string;
  readonly members: readonly LimitMember<L>[];
  readonly judging: Judging<L>;
  /** The edges as they are drawn; undefined where they are not known before it is measured. */
  readonly drawn: (limit: L) => DrawnBounds | undefined;
}

/** The edges as they stand in the limit. */
export const asWritten = (limit: { readonly bounds: Bounds; readonly unit: string }): DrawnBounds => ({
  bounds: limit.bounds,
  unit: limit.unit,
});

/** Edges in seconds, whatever the unit of the limit is. */
export const inSeconds = (limit: { readonly bounds: Bounds }): DrawnBounds => ({
  bounds: limit.bounds,
  unit: 's',
});

/** Longest time between two samples, in seconds: what lies in a longer one is not known. */
export const LONGEST_GAP = {
  name: 'maximumGap',
  form: 'figure',
  label: 'Longest gap',
  called: 'longest gap',
  unit: 'seconds',
  least: 'more than zero',
  first: 2,
  usual: 2,
} as const;
