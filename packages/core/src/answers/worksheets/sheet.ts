import type { BasisIndex } from '../../checks/basis-index.ts';
import type { AnswerSpec } from '../../checks/types.ts';
import type { WayPoint } from '../../energy/come-home.ts';
import type { Verdict } from '../../limits/types.ts';
import type { Reason } from '../../reasons/reason.ts';
import type { Result } from '../../result.ts';

export type WorksheetSpec = Extract<AnswerSpec, { readonly kind: 'worksheet' }>;

/** One figure that is asked for, in the head or in every row. */
export interface SheetField {
  readonly id: string;
  readonly title: string;
  /** What it is worked in, and read in where nobody types another unit. */
  readonly unit: string;
  readonly optional?: boolean;
  /** Channel of a vehicle that says it, `{row}` for the number of the row; before a stroke whose it is, where it is not the whole aircraft's. */
  readonly live?: string;
  /** Whose channel of an engine monitor says it in a row (0: in the head). */
  readonly heard?: (row: number) => { readonly subject: string; readonly channel: string };
}

export interface SheetChoice {
  readonly id: string;
  readonly title: string;
  readonly options: readonly { readonly id: string; readonly text: string }[];
}

/** What a sheet asks for. */
export interface SheetForm {
  readonly head: readonly SheetField[];
  readonly choices: readonly SheetChoice[];
  readonly columns: readonly SheetField[];
  /** What one row is: "Step". */
  readonly row: string;
  /** Names of the rows, where they have some: then it is these and no others. */
  readonly titles?: readonly string[];
  readonly fewest: number;
  readonly most: number;
  /** It goes over the points of a mission, where there is one. */
  readonly mission?: boolean;
}

/** What is known to a sheet beside its figures. */
export interface SheetRoom {
  readonly spec: WorksheetSpec;
  readonly index: BasisIndex;
  readonly chosen: ReadonlyMap<string, string>;
  readonly points: readonly WayPoint[];
}

/** The figures of a sheet in the units of its fields; undefined where they were left out. */
export interface SheetFigures {
  readonly head: (field: string) => number | undefined;
  readonly rows: readonly ((field: string) => number | undefined)[];
  /** The coarsest step in which a column was read. */
  readonly step: (field: string) => number;
}

/** One figure that a sheet comes to, or why it does not. */
export interface WorkedFigure {
  readonly figure: string;
  /** Whose it is, where there are several: "Cell 3". */
  readonly whose?: string;
  readonly unit: string;
  readonly value: number | undefined;
  /** Why there is none. */
  readonly lacks?: Reason;
  /** Step in which it is shown; absent: by its unit. */
  readonly shown?: number;
  /** Expanded uncertainty that lies in the way it is worked out, beside that of the readings. */
  readonly own?: number;
}

export interface WorkedSheet {
  readonly figures: readonly WorkedFigure[];
  /** What is thought of it beside its figures. */
  readonly verdicts: readonly Verdict[];
  /** In words, short. */
  readonly says: string;
}

/**
 * A worksheet: one object, in one file beside this, in one map. Its figures are worked from plain numbers; how sure they are follows from
 * the readings, which are moved one by one.
 */
export interface Sheet {
  readonly title: string;
  readonly form: (room: SheetRoom) => SheetForm;
  /** Errors: what of the figures cannot be. */
  readonly work: (figures: SheetFigures, room: SheetRoom) => Result<WorkedSheet, Reason>;
}
