import type { Figure } from '../reasons/reason.ts';

/** Names that the record knows by id only. */
export interface Names {
  /** Title of a part: check and, where there are several, subject. */
  readonly part: (key: string) => string;
  /** Title of an engine, or the id. */
  readonly subject: (id: string) => string;
  /** Title of a system or fact. */
  readonly thing: (id: string) => string;
}

/** The parameters of a reason, as sentences ask for them. */
export interface Parameters {
  readonly s: (name: string) => string;
  readonly f: (name: string) => string;
  readonly n: (name: string) => number;
  readonly has: (name: string) => boolean;
  readonly names: Names;
  readonly list: (name: string) => readonly string[];
  readonly figure: (name: string) => Figure | undefined;
}

/** What makes a sentence of the parameters of a reason. */
export type Sentence = (p: Parameters) => string;

/** One sentence per code. Another language is another set of these. */
export type Catalogue = Readonly<Record<string, Sentence>>;

/** Keys that two catalogues share; putting these together is refused by the compiler. */
type NoneOf<A> = { readonly [K in keyof A]?: never };

/**
 * Puts two catalogues together. A code that stands in both does not compile: one would silently speak for the other.
 * Example: `together({ a: () => 'A' }, { b: () => 'B' })` has both.
 */
export function together<A extends Catalogue, B extends Catalogue>(a: A, b: B & NoneOf<A>): A & B {
  return { ...a, ...b };
}
