import type { Result } from '@kanzel/core';

/** What a report is made of, as it is sent. */
export type Contents = Buffer | string;

/**
 * A kind of report: one object, in one file of `kinds/`, listed once in `kinds/index.ts`. It decides what it is made
 * of and when there is none; where it is asked for, and how it is sent, follows from its members.
 */
export interface Report<Source> {
  /** What it is asked for by, behind the address of what it is of. Example: `plan/plan.pdf`. */
  readonly path: string;
  /** Its name as a file, behind the mark of the aircraft. */
  readonly file: string;
  readonly type: 'application/pdf' | 'text/csv' | 'text/calendar' | 'application/json';
  /** Errors: a sentence that says why there is nothing to be made yet. */
  make(source: Source): Promise<Result<Contents, string>>;
}

/** Paper is shown where it is asked for; what another program reads is kept as a file. */
export const isShown = ({ type }: Pick<Report<unknown>, 'type'>): boolean => type === 'application/pdf';

/** Data as it is written for people and programs alike. */
export const jsonText = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
