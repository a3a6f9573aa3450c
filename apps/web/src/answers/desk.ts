import type { Fact, PhotoMark, Reading, Scan, Series } from '@kanzel/core';

/** A row of a list on the desk: what was typed, by column. `id` tells the rows apart. */
export type Row = Readonly<Record<string, string>>;

/** What is on the desk for one part before it is kept: typed texts, and what was taken from the monitor. */
export interface PartDraft {
  /** Typed figures: "value", "before", "after", or the number of a cylinder. */
  readonly texts?: Readonly<Record<string, string>>;
  /** Figures taken from the monitor, by the same names. */
  readonly taken?: Readonly<Record<string, Reading>>;
  /** Clock of the monitor when the first figure of a drop was taken (ms). */
  readonly takenAt?: number;
  readonly series?: Series;
  /** Power setting at the moment of taking. */
  readonly facts?: Readonly<Record<string, Fact>>;
  /** Power setting as typed, when no monitor says it. */
  readonly setting?: string;
  readonly instrument?: string;
  readonly option?: string;
  /** Choices by name: a pack by bay, an instrument by what it is for. */
  readonly picks?: Readonly<Record<string, string>>;
  /** Rows by list: logbooks, work items, conditions, things that were aboard. */
  readonly lists?: Readonly<Record<string, readonly Row[]>>;
  /** Copies by the row they belong to. */
  readonly scans?: Readonly<Record<string, readonly Scan[]>>;
  /** What is pointed at on photographs, by their hash. */
  readonly marks?: Readonly<Record<string, readonly PhotoMark[]>>;
  readonly asExpected?: boolean;
  readonly note?: string;
  /** The person was asked about an unlikely figure; these are the texts they were asked about. */
  readonly asked?: string;
  /** A kept answer is being repeated, or corrected with this reason. */
  readonly again?: boolean;
  readonly correction?: string;
}
