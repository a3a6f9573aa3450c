import type { InstrumentRecord, LimitBook } from '@kanzel/core';
import { stringify } from 'yaml';

/** A limit book as a file. Compiling it gives the same book again. */
export function documentOfLimitBook(book: LimitBook): Record<string, unknown> {
  return { format: 'kanzel-limit-book', version: 2, ...book };
}

/** An instrument of the register as a file. */
export function documentOfInstrument(instrument: InstrumentRecord): Record<string, unknown> {
  return { format: 'kanzel-instrument', version: 1, ...instrument };
}

/** Writes a library document as YAML or JSON; reading either gives the document again. */
export function writeLibraryDocument(document: Record<string, unknown>, as: 'yaml' | 'json'): string {
  return as === 'json' ? `${JSON.stringify(document, null, 2)}\n` : stringify(document, { lineWidth: 110 });
}
