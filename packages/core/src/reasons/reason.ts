/** A figure inside a reason: kept as number and unit so that the catalogue can write it as the placard does. */
export interface Figure {
  readonly value: number;
  readonly unit: string;
  /** For rates: what it is per, "s". */
  readonly per?: string;
  /** Smallest step worth showing, in `unit`. */
  readonly resolution?: number;
  /** Values that the shown figure must stay on the true side of. */
  readonly beside?: readonly number[];
}

/**
 * Why something is as it is: a code with parameters, no language. Sentences are made from it in one
 * catalogue (`words/english.ts`), so that another language is a file.
 */
export interface Reason {
  readonly code: string;
  readonly params: Readonly<Record<string, string | number | Figure | readonly string[]>>;
}

/** Builds a reason. Example: `reason('notANumber', { text: 'abc' })`. */
export function reason(code: string, params: Reason['params'] = {}): Reason {
  return { code, params };
}
