import type { AnswerView } from '../answer-view.ts';
import { later } from '../later.ts';

export const WEIGHING_VIEW: AnswerView<'weighing'> = {
  Entry: later(async () => (await import('./entry.tsx')).WeighingEntry),
  Kept: later(async () => (await import('./kept.tsx')).KeptWeighing),
};
