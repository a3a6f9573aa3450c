import type { FileProblem } from './problem.ts';

/** The kinds of library file, as they name themselves in their first line. */
export type LibraryFormat =
  | 'kanzel-module'
  | 'kanzel-pack'
  | 'kanzel-limit-book'
  | 'kanzel-aircraft'
  | 'kanzel-instrument'
  | 'kanzel-systems'
  | 'kanzel-emergency';

/** Problem at a path of keys and indices. */
export type Place = (path: readonly (string | number)[], message: string) => FileProblem;

/** What a library file says, without the way back to its lines: plain data, which a thread can hand over. */
export interface ReadFile {
  readonly format: LibraryFormat;
  readonly value: Record<string, unknown>;
}

/** A library file that passed its schema, with the way back to lines. */
export interface ParsedFile {
  readonly format: LibraryFormat;
  readonly file: string;
  readonly value: Record<string, unknown>;
  /** Problem at a path of keys and indices. */
  readonly problem: (path: readonly (string | number)[], message: string) => FileProblem;
}

/** What a file says, as its schema has proven it: `T` is what the schema of its format describes. */
export const asProven = <T>({ value }: ReadFile): T => value as T;
