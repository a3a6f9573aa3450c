import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const WORKSHEET_VIEW: AnswerView<'worksheet'> = {
  Entry: later(async () => (await import('./entry.tsx')).WorksheetEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptWorksheet),
};
