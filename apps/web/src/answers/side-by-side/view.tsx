import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const SIDE_BY_SIDE_VIEW: AnswerView<'side-by-side'> = {
  Entry: later(async () => (await import('./entry.tsx')).SideBySideEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptSideBySide),
};
