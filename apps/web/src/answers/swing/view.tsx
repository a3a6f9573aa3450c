import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const SWING_VIEW: AnswerView<'swing'> = {
  Entry: later(async () => (await import('./entry.tsx')).SwingEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptSwing),
};
