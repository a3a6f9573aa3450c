import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const TALLY_VIEW: AnswerView<'tally'> = {
  Entry: later(async () => (await import('./entry.tsx')).TallyEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptTally),
};
