import type { PartAnswer } from '../record/entry.ts';
import type { Scan } from './types.ts';

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
