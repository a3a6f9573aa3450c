import type { PartAnswer } from '../record/entry.ts';
import type { Scan } from './types.ts';

/** Types of files that may be kept with a record, and the most that one may hold, in bytes. */
export const SCAN_TYPES = ['image/png', 'image/jpeg', 'image/webp', 'application/pdf'] as const;
export const LARGEST_SCAN = 20_000_000;

/** The copies that an answer refers to. Example: a permit with two pages has two; a reading has none. */
export function scansOf(answer: PartAnswer): readonly Scan[] {
  switch (answer.kind) {
    case 'document':
      return answer.document.scans;
    case 'trail':
      return answer.stretches.flatMap((s) => s.scans);
    case 'signatures':
      return answer.items.flatMap((i) => i.scans);
    default:
      return [];
  }
}
